'use client'
import { Box, Text, chakra } from '@chakra-ui/react'
import type { RecordingAnalysis } from '@/core/outage/analyseRecording'
import { DataTable } from '@/ui/DataTable'
import { type WaveRow, waveRows, waveSentences } from './waveWords'

/** What else the wave holds: sentences on what happened, and a figure of each voltage. */
export function WaveReadout({ analysis }: { analysis: RecordingAnalysis }) {
  const rows = waveRows(analysis)
  const sentences = waveSentences(analysis)
  if (rows.length === 0 && sentences.length === 0) return null
  return (
    <Box as="section" aria-label="Read from the wave" borderTopWidth="1px" borderColor="rule" pb="8px">
      {sentences.length > 0 && (
        <Box px="14px" py="8px" fontSize="14px">
          {sentences.map((sentence) => (
            <Text key={sentence} py="1px">
              {sentence}
            </Text>
          ))}
        </Box>
      )}
      <DataTable<WaveRow>
        label="Figures of each voltage"
        rows={rows}
        keyOf={({ key }) => key}
        columns={[
          {
            head: '',
            cell: ({ label, how }) => (
              <>
                {label}{' '}
                <chakra.span color="ink2" fontSize="12.5px">
                  {how}
                </chakra.span>
              </>
            ),
          },
          ...analysis.voltageIds.map((id, k) => ({
            head: id,
            numeric: true,
            cell: ({ cells }: WaveRow) => cells[k] ?? '',
          })),
        ]}
      />
    </Box>
  )
}
