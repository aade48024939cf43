'use client'
import { formatWhole } from '@/core/quantity/formatQuantity'
import { Box, Flex, Text } from '@chakra-ui/react'
import { MAX_TABLE_BYTES } from '@/core/exchange/tableBounds'
import type { YearSeries } from '@/core/exchange/seriesCsv'
import { Button } from '@/ui/Button'
import { FilePick } from './FilePick'
import { RowsAside } from './RowsAside'
import { SeriesColumns } from './SeriesColumns'
import { Wrong } from './Wrong'
import { KIND_WORDS, type SeriesKind, stepWords } from './seriesWords'
import { type TakenSeries, useSeriesFile } from './useSeriesFile'

/** Reads a year's series from a table, with its columns as they are guessed or chosen. */
export function ReadSeries({ kind, onClose }: { kind: SeriesKind; onClose: () => void }) {
  const { table, mapping, setMapping, preview, failure, setFailure, taken, busy, pick, store } = useSeriesFile(kind)
  if (taken) return <Taken taken={taken} onClose={onClose} />
  return (
    <Box>
      <Text color="ink2" fontSize="14px" mb="8px">
        A CSV file of a whole year: 8,760 hours, 17,520 half hours or 35,040 quarter hours, with a line of column names.
      </Text>
      <FilePick
        label={`${KIND_WORDS[kind]} file`}
        accept=".csv,.txt,text/csv"
        maxBytes={MAX_TABLE_BYTES}
        onText={pick}
        onError={setFailure}
      />
      <Wrong words={table && !table.ok ? table.error.message : null} />
      {table?.ok && mapping && <SeriesColumns header={table.value.header} mapping={mapping} onMapping={setMapping} />}
      <Wrong words={preview && !preview.ok ? preview.error.message : null} />
      {preview?.ok && <Preview kind={kind} series={preview.value} />}
      <Wrong words={failure} />
      <Flex gap="8px" mt="12px">
        <Button variant="act" disabled={!preview?.ok || busy} onClick={() => void store()}>
          {busy ? 'Sending…' : 'Take it in'}
        </Button>
        <Button onClick={onClose}>Cancel</Button>
      </Flex>
    </Box>
  )
}

/** What the table says with its columns as they are chosen: enough to see that a unit is wrong. */
function Preview({ kind, series: { values, stepH, notes, aside } }: { kind: SeriesKind; series: YearSeries }) {
  const sum = values.reduce((total, value) => total + value, 0)
  const most = values.reduce((largest, value) => Math.max(largest, value), 0)
  const words =
    kind === 'price'
      ? `Mean price ${(sum / values.length).toFixed(3)} per kWh.`
      : `${formatWhole((sum * stepH) / 1000)} kWh in the year, ${formatWhole(most)} W at most. If that looks wrong, change what it holds.`
  return (
    <Box mt="10px" fontSize="14px">
      <Text>{words}</Text>
      <Notes notes={notes} />
      <RowsAside rows={aside} />
    </Box>
  )
}

function Taken({ taken, onClose }: { taken: TakenSeries; onClose: () => void }) {
  return (
    <Box>
      <Text fontWeight="600">
        {formatWhole(taken.rows)} {stepWords(taken.stepH)} were taken in.
      </Text>
      <Notes notes={taken.notes} />
      <RowsAside rows={taken.aside} count={taken.asideCount} />
      <Button mt="12px" variant="act" onClick={onClose}>
        Done
      </Button>
    </Box>
  )
}

function Notes({ notes }: { notes: readonly string[] }) {
  return notes.map((note) => (
    <Text key={note} color="ink2">
      {note}
    </Text>
  ))
}
