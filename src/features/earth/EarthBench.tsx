'use client'
import { THE_JOB } from '@/core/evidence/family'
import { electrodeResistance } from '@/core/evidence/families/electrodeResistance'
import { islandBond } from '@/core/evidence/families/islandBond'
import { RCD_FAMILIES } from '@/core/evidence/families/rcdTimes'
import { Box, Grid, Text, chakra } from '@chakra-ui/react'
import { useState } from 'react'
import type { Circuit } from '@/core/installation/installation'
import { Button } from '@/ui/Button'
import { DataTable } from '@/ui/DataTable'
import { EmptyState } from '@/ui/EmptyState'
import { Notice } from '@/ui/Notice'
import { TitledSheet } from '@/ui/Sheet'
import { VerdictWord } from '@/ui/VerdictWord'
import { type Editing, ItemOverlay } from '../forms/ItemOverlay'
import { BenchHead } from '../job/BenchHead'
import { useJob } from '../job/JobContext'
import { PointList } from '../job/PointList'
import { BondTriangle } from './BondTriangle'
import { GroundSection } from './GroundSection'

/** Earth: the ground and what was read in it, the bond of the island, the residual-current devices in both modes. */
export function EarthBench() {
  const {
    record: { installation },
    bench,
    may,
  } = useJob()
  const [editing, setEditing] = useState<Editing | null>(null)
  const { words } = bench.context.pack
  const { electrodes, circuits } = installation
  const edit = may('changeJob')
  const bond = bench.judgements.get(islandBond.key(THE_JOB))
  return (
    <>
      <BenchHead
        title={
          bond?.verdict === 'proven'
            ? 'One bond, and it holds'
            : bond?.verdict === 'stop'
              ? 'The island is not safe to touch'
              : 'The ground and the bond'
        }
        note={bond?.value ? `island: ${bond.value}` : 'bond not measured in island mode'}
      />
      <Notice kind="caution">
        Locate buried services before anything is driven. Clamp the electrode conductor before it is opened: at 0.5 A or
        more it stays closed, nobody touches metalwork, and the network operator is called if the current stays with
        every source off.
      </Notice>
      {electrodes.length === 0 && (
        <TitledSheet
          title="Electrodes"
          actions={
            edit && (
              <Button size="sm" onClick={() => setEditing({ kind: 'electrode', item: null })}>
                Add an electrode
              </Button>
            )
          }
        >
          <EmptyState title="No electrode in the plan">
            With the street’s {words.earth} gone, the local electrode is the only one the house has.
          </EmptyState>
        </TitledSheet>
      )}
      {electrodes.map((electrode, k) => (
        <TitledSheet
          key={electrode.id}
          title={`Electrode ${electrode.tag}`}
          note={<VerdictWord verdict={bench.judgements.get(electrodeResistance.key(electrode))?.verdict ?? 'open'} />}
          actions={
            edit && (
              <>
                {k === 0 && (
                  <Button size="sm" variant="bare" onClick={() => setEditing({ kind: 'electrode', item: null })}>
                    add another
                  </Button>
                )}
                <Button
                  size="sm"
                  variant="bare"
                  onClick={() => setEditing({ kind: 'electrode', item: electrode })}
                  aria-label={`Change electrode ${electrode.tag}`}
                >
                  change
                </Button>
              </>
            )
          }
        >
          <GroundSection electrode={electrode} />
        </TitledSheet>
      ))}
      <Grid templateColumns={{ base: '1fr', xl: '340px 1fr' }} gap="12px">
        <TitledSheet
          title={`Neutral–${words.earth} bond, island`}
          note={<VerdictWord verdict={bond?.verdict ?? 'open'} />}
        >
          <Box px="12px" pb="8px">
            <BondTriangle />
            <Text fontSize="13px" color="ink2">
              {bond?.why}
            </Text>
          </Box>
        </TitledSheet>
        <TitledSheet
          title={`${words.residualCurrentDeviceShort} tests, both modes`}
          actions={
            edit && (
              <Button size="sm" onClick={() => setEditing({ kind: 'circuit', item: null })}>
                Add a circuit
              </Button>
            )
          }
        >
          {circuits.length === 0 ? (
            <EmptyState title="No circuits yet">
              Add the circuits that are backed up, with the {words.residualCurrentDevice} each is behind.
            </EmptyState>
          ) : (
            <DataTable<Circuit>
              label="Residual-current tests"
              rows={circuits}
              keyOf={({ id }) => id}
              onOpen={edit ? (circuit) => setEditing({ kind: 'circuit', item: circuit }) : undefined}
              openLabel={({ name }) => `Change ${name}`}
              columns={[
                {
                  head: 'Circuit',
                  cell: ({ tag, name }) => (
                    <>
                      <chakra.span fontFamily="mono" fontSize="13px" color="ink3">
                        {tag}
                      </chakra.span>{' '}
                      {name}
                    </>
                  ),
                },
                {
                  head: 'Device',
                  wideOnly: true,
                  cell: ({ iDeltaNMa, device }) =>
                    iDeltaNMa === null ? 'none' : `${iDeltaNMa} mA${device === 'delayed' ? ' S' : ''}`,
                },
                ...(['grid', 'island'] as const).map((mode) => ({
                  head: mode,
                  cell: (circuit: Circuit) => <RcdCell pointKey={RCD_FAMILIES[mode].key(circuit)} />,
                })),
              ]}
            />
          )}
        </TitledSheet>
      </Grid>
      <PointList points={bench.points.filter(({ stage }) => stage === 'earth')} />
      <ItemOverlay editing={editing} onClose={() => setEditing(null)} />
    </>
  )
}

function RcdCell({ pointKey }: { pointKey: string }) {
  const { bench, select, at } = useJob()
  const judgement = bench.judgements.get(pointKey)
  if (!judgement) return <chakra.span color="ink3">not asked for</chakra.span>
  return (
    <chakra.button
      type="button"
      cursor="pointer"
      minH="36px"
      textAlign="left"
      bg={at === pointKey ? 'emberSoft' : undefined}
      px="4px"
      borderRadius="l1"
      onClick={(event) => {
        event.stopPropagation()
        select(pointKey)
      }}
    >
      <VerdictWord verdict={judgement.verdict} />
      {judgement.value && <chakra.span fontWeight="600"> {judgement.value}</chakra.span>}
    </chakra.button>
  )
}
