import { Box, Text } from '@chakra-ui/react'
import type { DataRunLines } from '@/core/wiring/schematic/dataRunLines'
import type { ConductorLayer } from '@/core/wiring/schematic/schematicPen'
import type { stateSentences } from '@/core/wiring/stateWords'
import { Legend } from './SchematicBar'

/** What the picture says, in words, and what its lines are. */
export function WhatIsLive({
  sentences,
  data,
  conductors,
  onConductors,
}: {
  sentences: ReturnType<typeof stateSentences>
  data: DataRunLines
  conductors: readonly ConductorLayer[]
  onConductors: (conductors: readonly ConductorLayer[]) => void
}) {
  return (
    <Box
      px="14px"
      py="8px"
      borderTopWidth="1px"
      borderColor="rule"
      fontSize="14px"
      role="status"
      aria-label="What is live"
    >
      {sentences.map(({ key, text, wrong }) => (
        <Text key={key} color={wrong ? 'stop' : 'ink'} fontWeight={wrong ? '600' : undefined}>
          {text}
        </Text>
      ))}
      <DataRunsDrawn data={data} />
      <Legend conductors={conductors} onConductors={onConductors} />
    </Box>
  )
}

/** What the dotted lines are, and which data runs have an end that no place of the drawing is called after. */
function DataRunsDrawn({ data: { groups, unplaced } }: { data: DataRunLines }) {
  return (
    <>
      {groups.length > 0 && <Text color="ink2">Dotted: data and control cables, which carry no power.</Text>}
      {unplaced.length > 0 && (
        <Text color="ink2">
          Not drawn: {unplaced.map(({ name, end }) => `${name}, no place is called “${end}”`).join('; ')}.
        </Text>
      )}
    </>
  )
}
