'use client'
import { boardNameOf } from '@/core/wiring/boardDoors'
import { Flex, Text, chakra } from '@chakra-ui/react'
import { useState } from 'react'
import type { Circuit } from '@/core/installation/installation'
import { boardRatings } from '@/core/plan/devicesOfInstallation'
import { supplyConsequences } from '@/core/plan/supplyConsequences'
import { formatNumber, formatQuantity } from '@/core/quantity/formatQuantity'
import { Button } from '@/ui/Button'
import { DataTable } from '@/ui/DataTable'
import { EmptyState } from '@/ui/EmptyState'
import { Figure, Figures } from '@/ui/Figure'
import { Overlay } from '@/ui/Overlay'
import { PlanMarkWord } from '@/ui/PlanMarkWord'
import { TitledSheet } from '@/ui/Sheet'
import { type Editing, ItemOverlay } from '../forms/ItemOverlay'
import { SpecForm } from '../forms/SpecForm'
import { useJob } from '../job/JobContext'
import { usePlan } from '../plan/usePlan'
import { MainsSheet } from './MainsSheet'
import { supplyFields } from './supplyFields'
import { SurveySheet } from './SurveySheet'
import { nested, useChangeJob } from './useChangeJob'

const CONSEQUENCE_WORDS = { bond: 'Neutral–earth bond', cost: 'Cost', paper: 'Papers', scope: 'Scope' } as const

/** Supply, boards and circuits, and what the kind of supply means for the job. */
export function SupplyView() {
  const {
    record: { installation },
    bench: {
      context: { pack },
    },
    may,
  } = useJob()
  const plan = usePlan()
  const change = useChangeJob()
  const [supplyOpen, setSupplyOpen] = useState(false)
  const [editing, setEditing] = useState<Editing | null>(null)
  const { supply, circuits } = installation
  const edit = may('changeJob')
  const ratings = new Map(boardRatings(installation).map(({ board, rating }) => [board.id, rating]))
  const amps = (value: number | null) => (value === null ? 'open' : formatNumber(value))
  return (
    <>
      <Figures columns={4}>
        <Figure
          label={`Supply, ${pack.name.split(',')[0]?.toLowerCase()}`}
          value={
            supply.secondMainA === null
              ? amps(supply.ratingA)
              : `${amps(supply.ratingA)} + ${formatNumber(supply.secondMainA)}`
          }
          unit={supply.ratingA === null ? undefined : 'A'}
        >
          {edit && (
            <Button variant="bare" size="sm" px="0" minH="28px" fontSize="13px" onClick={() => setSupplyOpen(true)}>
              Supply and household
            </Button>
          )}
        </Figure>
        <Figure
          label="It can carry"
          value={plan.capacity.capacityKva === null ? 'open' : formatNumber(plan.capacity.capacityKva, 3)}
          unit={plan.capacity.capacityKva === null ? undefined : 'kVA'}
        >
          <PlanMarkWord mark={plan.capacity.verdict} />
        </Figure>
        <Figure
          label="Headroom"
          value={plan.capacity.headroomKva === null ? 'open' : formatNumber(plan.capacity.headroomKva, 3)}
          unit={plan.capacity.headroomKva === null ? undefined : 'kVA'}
        >
          {supply.secondMainA !== null
            ? 'two mains: each for itself, below'
            : supply.maximumDemandKva === null
              ? 'against the likely peak of the load list'
              : 'against the maximum demand as declared'}
        </Figure>
        <Figure
          label={`Meter and ${pack.words.board}`}
          value={supply.meterCombinedWithBoard === null ? 'open' : supply.meterCombinedWithBoard ? 'one box' : 'apart'}
        >
          decides where the {pack.words.neutralEarth} bond sits
        </Figure>
      </Figures>
      {supplyConsequences(pack.id, supply).length > 0 && (
        <TitledSheet title="What this supply means">
          {supplyConsequences(pack.id, supply).map(({ kind, text }) => (
            <Flex key={text} borderTopWidth="1px" borderColor="rule" px="14px" py="7px" gap="12px" fontSize="14px">
              <Text w="118px" flex="none" color="ink2">
                {CONSEQUENCE_WORDS[kind]}
              </Text>
              <Text flex="1" minW="0">
                {text}
              </Text>
            </Flex>
          ))}
        </TitledSheet>
      )}
      {plan.mains && <MainsSheet mains={plan.mains} />}
      <SurveySheet
        kind="board"
        says={({ id }) => {
          const rating = ratings.get(id)
          return (
            rating && (
              <Text fontSize="13px">
                <PlanMarkWord mark={rating.verdict} />{' '}
                {rating.usedA === null
                  ? 'with sources: main, busbar and each source’s current are needed (P-3)'
                  : `main and sources use ${formatNumber(rating.usedA, 4)} A of ${formatNumber(rating.limitA ?? 0, 4)} A (P-3)`}
              </Text>
            )
          )
        }}
      />
      <TitledSheet
        title="Circuits"
        actions={
          may('saveItem') && (
            <Button size="sm" onClick={() => setEditing({ kind: 'circuit', item: null })}>
              Add a circuit
            </Button>
          )
        }
      >
        {circuits.length === 0 ? (
          <EmptyState title="No circuits yet">
            Read them off the chart in the door, and check it: half of all charts are wrong.
          </EmptyState>
        ) : (
          <DataTable<Circuit>
            label="Circuits"
            rows={circuits}
            keyOf={({ id }) => id}
            onOpen={may('saveItem') ? (circuit) => setEditing({ kind: 'circuit', item: circuit }) : undefined}
            openLabel={({ name }) => `Change ${name}`}
            columns={[
              {
                head: 'Circuit',
                cell: ({ name, tag }) => (
                  <Flex gap="8px" align="baseline" wrap="wrap">
                    <Text fontWeight="600">{name}</Text>
                    <Text fontFamily="mono" fontSize="12px" color="ink3">
                      {tag}
                    </Text>
                  </Flex>
                ),
              },
              {
                head: 'Board',
                cell: ({ boardTag }) => (boardTag === null ? '–' : boardNameOf(installation)(boardTag)),
                wideOnly: true,
              },
              {
                head: 'Device',
                cell: ({ breakerA, curve }) =>
                  breakerA === null ? 'open' : `${curve ?? ''}${formatNumber(breakerA)} A`,
              },
              {
                head: pack.words.residualCurrentDeviceShort,
                cell: ({ iDeltaNMa }) => (iDeltaNMa === null ? 'none' : formatQuantity(iDeltaNMa, 'mA', 3)),
                wideOnly: true,
              },
              ...(pack.phases.length > 1 ? [{ head: 'Phase', cell: ({ phase }: Circuit) => phase }] : []),
              {
                head: 'Loads',
                cell: ({ tag }) =>
                  installation.loads
                    .filter(({ circuitTag }) => circuitTag === tag)
                    .map(({ name }) => name)
                    .join(', ') || '–',
                wideOnly: true,
              },
              {
                head: 'In an outage',
                cell: ({ backedUp }) =>
                  backedUp ? 'backed up' : <chakra.span color="ink2">not backed up</chakra.span>,
              },
            ]}
          />
        )}
      </TitledSheet>
      <ItemOverlay editing={editing} onClose={() => setEditing(null)} />
      <Overlay title="Supply and household" open={supplyOpen} onClose={() => setSupplyOpen(false)} wide>
        <SpecForm
          specs={supplyFields(pack)}
          initial={installation}
          save={async (fields) => {
            await change({
              supply: nested(fields, 'supply'),
              acceptsShedding: fields.acceptsShedding,
              testDepth: fields.testDepth,
            })
            setSupplyOpen(false)
          }}
        />
      </Overlay>
    </>
  )
}
