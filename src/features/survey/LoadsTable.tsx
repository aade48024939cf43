'use client'
import { Flex, Text } from '@chakra-ui/react'
import type { Load } from '@/core/installation/installation'
import { formatNumber, formatQuantity } from '@/core/quantity/formatQuantity'
import { type Column, DataTable } from '@/ui/DataTable'
import { AddPicture } from '../job/AddPicture'
import { useJob } from '../job/JobContext'
import { LANE_WORDS, laneOf } from '../plan/loadLanes'
import { Pictures } from './Pictures'
import { withinSentence } from '@/core/withinSentence'

function LoadName({ name, tag, figuresAssumed }: Load) {
  return (
    <>
      <Flex gap="8px" align="baseline" wrap="wrap">
        <Text fontWeight="600">{name}</Text>
        <Text fontFamily="mono" fontSize="12px" color="ink3">
          {tag}
        </Text>
        {figuresAssumed && (
          <Text fontSize="12px" color="watch">
            typical figures
          </Text>
        )}
      </Flex>
      <Pictures subject={tag} label={name} />
    </>
  )
}

const PHASE: Column<Load> = { head: 'Phase', cell: ({ phase }) => phase, wideOnly: true }
const PLATE: Column<Load> = {
  head: 'Plate',
  wideOnly: true,
  cell: ({ tag }) => (
    <span onClick={(event) => event.stopPropagation()}>
      <AddPicture subject={tag} compact />
    </span>
  ),
}

const columnsOf = (shown: { phases: boolean; plates: boolean }): Column<Load>[] => [
  { head: 'Load', cell: (load) => <LoadName {...load} /> },
  { head: 'Power', numeric: true, cell: ({ powerW }) => formatQuantity(powerW, 'W', 3) },
  { head: 'Runs', numeric: true, cell: ({ duty }) => `${formatNumber(duty * 100, 2)} %` },
  { head: 'pf', numeric: true, wideOnly: true, cell: ({ powerFactor }) => formatNumber(powerFactor, 2) },
  {
    head: 'LRA',
    numeric: true,
    wideOnly: true,
    cell: ({ lockedRotorA }) => (lockedRotorA === null ? '–' : formatQuantity(lockedRotorA, 'A', 3)),
  },
  ...(shown.phases ? [PHASE] : []),
  { head: 'Circuit', wideOnly: true, cell: ({ circuitTag }) => circuitTag ?? '–' },
  { head: 'In an outage', cell: (load) => withinSentence(LANE_WORDS[laneOf(load)]) },
  ...(shown.plates ? [PLATE] : []),
]

/** The loads of the job with their figures, and the plates they were read from. */
export function LoadsTable({ onOpen }: { onOpen: ((load: Load) => void) | undefined }) {
  const {
    record: {
      installation: { loads },
    },
    bench: {
      context: { pack },
    },
    may,
  } = useJob()
  return (
    <DataTable<Load>
      label="Loads"
      rows={loads}
      keyOf={({ id }) => id}
      onOpen={onOpen}
      openLabel={({ name }) => `Change ${name}`}
      columns={columnsOf({ phases: pack.phases.length > 1, plates: may('addPicture') })}
    />
  )
}
