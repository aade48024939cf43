import { Box } from '@chakra-ui/react'
import { Button } from '@/ui/Button'
import { DataTable } from '@/ui/DataTable'
import type { AnalysedWave } from '@/workers/recordingCalls'
import { laneFigureAt, laneHead } from './waveLaneWords'
import { type WaveCursors, cursorRows } from './waveCursors'

/** What stands at the cursors and between them; nothing while none is set. */
export function CursorTable({ cursors, wave, clear }: { cursors: WaveCursors; wave: AnalysedWave; clear: () => void }) {
  const { voltages, lanes, timesS, analysis } = wave
  const { sampleRateHz, nominalHz } = analysis
  const rows = cursorRows(cursors, {
    voltages,
    timesS,
    sampleRateHz,
    nominalHz,
    lanesAt: (atS) => lanes.map((lane) => laneFigureAt(lane, atS)),
  })
  if (rows.length === 0) return null
  return (
    <Box role="region" aria-label="Cursors" borderTopWidth="1px" borderColor="rule">
      <DataTable
        label="Cursors"
        rows={rows}
        keyOf={({ label }) => label}
        columns={[
          { head: 'Cursors', cell: ({ label }) => label },
          ...[...voltages.map(({ id }) => id), ...lanes.map(laneHead)].map((head, k) => ({
            head,
            numeric: true,
            cell: ({ cells }: (typeof rows)[number]) => cells[k] ?? '',
          })),
        ]}
      />
      <Button size="sm" variant="bare" mx="10px" onClick={clear}>
        Take the cursors away
      </Button>
    </Box>
  )
}
