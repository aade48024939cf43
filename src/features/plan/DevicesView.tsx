'use client'
import { Box, Flex, Text } from '@chakra-ui/react'
import { useState } from 'react'
import { boardRatings, cableChecks, sourceDevices, sourceSideDevices } from '@/core/plan/devicesOfInstallation'
import { driveDevices } from '@/core/plan/driveDevices'
import type { CableCheck } from '@/core/plan/cable'
import { pathRatingWords, pathRatings } from '@/core/plan/pathRatings'
import { containmentFill } from '@/core/plan/containmentFill'
import { formatNumber } from '@/core/quantity/formatQuantity'
import { numberOrOpen, quantityOrOpen } from '@/core/quantity/orOpen'
import { sizeSystemOf } from '@/core/rules/conductors'
import { Button } from '@/ui/Button'
import { DataTable } from '@/ui/DataTable'
import { EmptyState } from '@/ui/EmptyState'
import { Notice } from '@/ui/Notice'
import { PlanMarkWord } from '@/ui/PlanMarkWord'
import { TitledSheet } from '@/ui/Sheet'
import { type Editing, ItemOverlay } from '../forms/ItemOverlay'
import { useJob } from '../job/JobContext'
import { usePlanned } from './LoadDrafts'
import { BendingSheet } from './BendingSheet'
import { TerminalSheet } from './TerminalSheet'
import { DrivesSheet } from './DrivesSheet'
import { FillSheet } from './FillSheet'

const amps = (value: number | null) => quantityOrOpen(value, 'A', 4)

/** Which of a run's checks keeps it from fitting. */
const troubleOf = ({ verdict, ampacity, drop, shortCircuit }: CableCheck) =>
  verdict === 'fits'
    ? null
    : (
        [
          ['device and size', ampacity],
          ['voltage drop', drop],
          ['short circuit', shortCircuit],
        ] as const
      )
        .filter(([, mark]) => mark === verdict)
        .map(([words]) => words)
        .join(', ')

/** Devices by their current, boards with their sources, devices towards sources, and every planned run. */
export function DevicesView() {
  const {
    may,
    bench: {
      context: { pack },
    },
  } = useJob()
  const { installation } = usePlanned()
  const [editing, setEditing] = useState<Editing | null>(null)
  const unit = sizeSystemOf(pack.id) === 'awg' ? 'AWG' : 'mm²'
  const checks = cableChecks(installation)
  const edit = may('saveItem')
  return (
    <>
      <TitledSheet title="Devices of the sources" note="P-2">
        {installation.sources.units.length === 0 && <EmptyState title="No source yet" />}
        {sourceDevices(installation).map(({ name, outputA, size }) => (
          <Flex
            key={name}
            borderTopWidth="1px"
            borderColor="rule"
            px="14px"
            py="7px"
            gap="12px"
            fontSize="14px"
            align="baseline"
          >
            <Text fontWeight="600" flex="1" minW="0" overflowWrap="anywhere">
              {name}
            </Text>
            <Text color="ink2">
              {outputA === null ? 'AC rating open' : `${amps(outputA)} continuous, ${amps(size.neededA)} needed`}
            </Text>
            <Text fontWeight="600" w="72px" textAlign="right">
              {size.deviceA === null ? (size.verdict === 'exceeds' ? 'none' : 'open') : `${size.deviceA} A`}
            </Text>
          </Flex>
        ))}
      </TitledSheet>
      <TitledSheet title="Boards with sources" note="P-3">
        {boardRatings(installation).length === 0 && (
          <EmptyState title="No board yet">Add it on the survey, with main device and busbar.</EmptyState>
        )}
        {boardRatings(installation).map(({ board, rating }) => (
          <Flex
            key={board.id}
            borderTopWidth="1px"
            borderColor="rule"
            px="14px"
            py="7px"
            gap="12px"
            fontSize="14px"
            align="center"
          >
            <Text fontWeight="600" flex="1" minW="0" overflowWrap="anywhere">
              {board.name}
            </Text>
            <Text color="ink2">
              {rating.usedA === null
                ? 'open'
                : `${formatNumber(rating.usedA, 4)} of ${numberOrOpen(rating.limitA, 4)} A`}
            </Text>
            <PlanMarkWord mark={rating.verdict} />
          </Flex>
        ))}
      </TitledSheet>
      <TitledSheet title="Devices towards sources" note="P-12">
        {sourceSideDevices(installation).length === 0 && (
          <EmptyState title="None yet">Add them on the survey under Already there.</EmptyState>
        )}
        {sourceSideDevices(installation).map(({ item, result }) => (
          <Box key={item.id} borderTopWidth="1px" borderColor="rule" px="14px" py="7px" fontSize="14px">
            <Flex gap="12px" align="center">
              <Text fontWeight="600" flex="1" minW="0" overflowWrap="anywhere">
                {item.name}
              </Text>
              <PlanMarkWord mark={result.verdict} />
            </Flex>
            {result.findings.map(({ check, mark, why }) => (
              <Text key={check} color={mark === 'exceeds' ? 'stop' : 'ink2'}>
                {why}
              </Text>
            ))}
          </Box>
        ))}
      </TitledSheet>
      <DrivesSheet drives={driveDevices(installation)} />
      <TitledSheet
        title="Cables"
        note="P-11"
        actions={
          edit && (
            <Button size="sm" onClick={() => setEditing({ kind: 'run', item: null })}>
              Add a run
            </Button>
          )
        }
      >
        {checks.length === 0 ? (
          <EmptyState title="No runs yet">
            Each run is checked for its device, its voltage drop and, where the fault current is known, for short
            circuit.
          </EmptyState>
        ) : (
          <DataTable
            label="Cables"
            rows={checks}
            keyOf={({ run }) => run.id}
            onOpen={edit ? ({ run }) => setEditing({ kind: 'run', item: run }) : undefined}
            openLabel={({ run }) => `Change ${run.tag}`}
            columns={[
              {
                head: 'Run',
                cell: ({ run }) => (
                  <>
                    <Text as="span" fontFamily="mono" color="ink3" mr="6px">
                      {run.tag}
                    </Text>
                    {run.from} → {run.to}
                  </>
                ),
              },
              { head: `Size, ${unit}`, numeric: true, cell: ({ run }) => run.size },
              { head: 'Device', numeric: true, wideOnly: true, cell: ({ run }) => amps(run.deviceA) },
              {
                head: 'Carries',
                numeric: true,
                wideOnly: true,
                cell: ({ check }) => amps(check.deratedAmpacityA ?? null),
              },
              {
                head: 'Drop',
                numeric: true,
                cell: ({ check }) => (check.dropPercent == null ? 'open' : `${formatNumber(check.dropPercent, 3)} %`),
              },
              {
                head: 'Figures choose',
                numeric: true,
                wideOnly: true,
                cell: ({ chosen }) => chosen.size ?? (chosen.verdict === 'open' ? 'open' : 'none'),
              },
              {
                head: '',
                cell: ({ check }) => (
                  <>
                    <PlanMarkWord mark={check.verdict} />
                    <Text fontSize="12.5px" color="ink2">
                      {troubleOf(check)}
                    </Text>
                  </>
                ),
              },
            ]}
          />
        )}
      </TitledSheet>
      <PathSheet />
      <Notice kind="info">
        {pack.ampacityBasis} Voltage drop is held against {pack.limits.voltageDropMaxPercent.value} %. Local code and
        the maker’s manual come first.
      </Notice>
      <TerminalSheet installation={installation} unit={unit} />
      <BendingSheet installation={installation} unit={unit} />
      <FillSheet fillOf={(kind, area, diameters) => containmentFill(pack.limits, kind, area, diameters)} />
      <ItemOverlay editing={editing} onClose={() => setEditing(null)} />
    </>
  )
}

/** Gateway, switch and cables, each against the device that protects it; only what does not simply fit is named. */
function PathSheet() {
  const { installation } = usePlanned()
  const ratings = pathRatings(installation)
  const named = ratings.filter(({ mark }) => mark !== 'fits')
  if (ratings.length === 0) return null
  return (
    <TitledSheet
      title="Ratings in the path"
      note={`${ratings.length - named.length} of ${ratings.length} carry what protects them`}
    >
      {named.map((rating) => (
        <Text
          key={`${rating.part} ${rating.tag}`}
          px="14px"
          py="5px"
          fontSize="14px"
          borderTopWidth="1px"
          borderColor="rule"
        >
          <PlanMarkWord mark={rating.mark} /> {pathRatingWords(rating)}
        </Text>
      ))}
    </TitledSheet>
  )
}
