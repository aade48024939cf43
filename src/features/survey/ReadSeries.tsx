'use client'
import { formatWhole } from '@/core/quantity/formatQuantity'
import { Box, Field, Flex, Grid, NativeSelect, Text } from '@chakra-ui/react'
import { useMemo, useState } from 'react'
import { type RowAside, readCsvTable } from '@/core/exchange/csvTable'
import { MAX_TABLE_BYTES } from '@/core/exchange/tableBounds'
import {
  SERIES_UNITS,
  type SeriesMapping,
  type SeriesUnit,
  guessSeriesMapping,
  readSeriesCsv,
} from '@/core/exchange/seriesCsv'
import { Button } from '@/ui/Button'
import { Notice } from '@/ui/Notice'
import { ApiProblem } from '../api'
import { useJob } from '../job/JobContext'
import { ColumnChoice } from './ColumnChoice'
import { FilePick } from './FilePick'
import { RowsAside } from './RowsAside'
import { KIND_WORDS, type SeriesKind, stepWords } from './seriesWords'

const UNIT_WORDS: Readonly<Record<SeriesUnit, string>> = {
  kWh: 'kWh of each step',
  Wh: 'Wh of each step',
  W: 'mean watts',
  kW: 'mean kilowatts',
  price: 'price per kWh',
}

interface Told {
  rows: number
  stepH: number
  aside: RowAside[]
  asideCount: number
  notes: string[]
}

/** A guessed mapping in a unit that its kind of series can have. */
function mappingFor(kind: SeriesKind, guessed: SeriesMapping): SeriesMapping {
  if (kind === 'price') return { ...guessed, unit: 'price' }
  return guessed.unit === 'price' ? { ...guessed, unit: 'kWh' } : guessed
}

/** Reads a year's series from a table, with its columns as they are guessed or chosen. */
export function ReadSeries({ kind, onClose }: { kind: SeriesKind; onClose: () => void }) {
  const {
    record: { installation },
    refresh,
  } = useJob()
  const [picked, setPicked] = useState<{ csv: string; file: File } | null>(null)
  const [own, setOwn] = useState<SeriesMapping | null>(null)
  const [failure, setFailure] = useState<string | null>(null)
  const [told, setTold] = useState<Told | null>(null)
  const [busy, setBusy] = useState(false)
  const table = useMemo(() => (picked ? readCsvTable(picked.csv) : null), [picked])
  const guessed = useMemo(() => (table?.ok ? guessSeriesMapping(table.value.header) : null), [table])
  const mapping = useMemo(() => own ?? (guessed && mappingFor(kind, guessed)), [own, guessed, kind])
  const preview = useMemo(() => (picked && mapping ? readSeriesCsv(picked.csv, mapping) : null), [picked, mapping])
  const store = async () => {
    if (!picked) return
    setFailure(null)
    setBusy(true)
    const form = new FormData()
    form.set('file', picked.file)
    form.set('kind', kind)
    form.set('mapping', JSON.stringify(mapping))
    try {
      const response = await fetch(`/api/jobs/${installation.jobId}/profiles`, { method: 'POST', body: form })
      const body = (await response.json().catch(() => null)) as (Told & { message?: string }) | null
      if (!response.ok || !body)
        throw new ApiProblem(response.status, body?.message ?? `The server answered ${response.status}.`, [])
      setTold(body)
      await refresh()
    } catch (error) {
      setFailure(
        error instanceof ApiProblem ? error.message : 'There is no connection. The file is still on your device.',
      )
    } finally {
      setBusy(false)
    }
  }
  if (told)
    return (
      <Box>
        <Text fontWeight="600">
          {formatWhole(told.rows)} {stepWords(told.stepH)} were taken in.
        </Text>
        {told.notes.map((note) => (
          <Text key={note} color="ink2">
            {note}
          </Text>
        ))}
        <RowsAside rows={told.aside} count={told.asideCount} />
        <Button mt="12px" variant="act" onClick={onClose}>
          Done
        </Button>
      </Box>
    )
  return (
    <Box>
      <Text color="ink2" fontSize="14px" mb="8px">
        A CSV file of a whole year: 8,760 hours, 17,520 half hours or 35,040 quarter hours, with a line of column names.
      </Text>
      <FilePick
        label={`${KIND_WORDS[kind]} file`}
        accept=".csv,.txt,text/csv"
        maxBytes={MAX_TABLE_BYTES}
        onText={(csv, file) => {
          setPicked({ csv, file })
          setOwn(null)
          setFailure(null)
        }}
        onError={setFailure}
      />
      {table && !table.ok && (
        <Notice kind="error" mt="10px">
          {table.error.message}
        </Notice>
      )}
      {table?.ok && mapping && (
        <Grid templateColumns={{ base: '1fr', sm: 'repeat(3, minmax(0, 1fr))' }} gap="8px 12px" mt="12px">
          <ColumnChoice
            label="Time"
            header={table.value.header}
            value={mapping.timeColumn}
            none="none: begins on 1 January"
            onChange={(timeColumn) => setOwn({ ...mapping, timeColumn })}
          />
          <ColumnChoice
            label="Figure"
            header={table.value.header}
            value={mapping.valueColumn}
            onChange={(valueColumn) => setOwn({ ...mapping, valueColumn })}
          />
          <Field.Root>
            <Field.Label fontSize="14px">It holds</Field.Label>
            <NativeSelect.Root variant="outline">
              <NativeSelect.Field
                value={mapping.unit}
                onChange={(event) => setOwn({ ...mapping, unit: event.target.value as SeriesUnit })}
              >
                {SERIES_UNITS.filter((unit) => (unit === 'price') === (kind === 'price')).map((unit) => (
                  <option key={unit} value={unit}>
                    {UNIT_WORDS[unit]}
                  </option>
                ))}
              </NativeSelect.Field>
              <NativeSelect.Indicator />
            </NativeSelect.Root>
          </Field.Root>
        </Grid>
      )}
      {preview && !preview.ok && (
        <Notice kind="error" mt="10px">
          {preview.error.message}
        </Notice>
      )}
      {preview?.ok && (
        <Box mt="10px" fontSize="14px">
          <Text>
            {kind === 'price'
              ? `Mean price ${(preview.value.values.reduce((sum, value) => sum + value, 0) / preview.value.values.length).toFixed(3)} per kWh.`
              : `${formatWhole((preview.value.values.reduce((sum, value) => sum + value, 0) * preview.value.stepH) / 1000)} kWh in the year, ${formatWhole(preview.value.values.reduce((most, value) => Math.max(most, value), 0))} W at most. If that looks wrong, change what it holds.`}
          </Text>
          {preview.value.notes.map((note) => (
            <Text key={note} color="ink2">
              {note}
            </Text>
          ))}
          <RowsAside rows={preview.value.aside} />
        </Box>
      )}
      {failure && (
        <Notice kind="error" mt="10px">
          {failure}
        </Notice>
      )}
      <Flex gap="8px" mt="12px">
        <Button variant="act" disabled={!preview?.ok || busy} onClick={() => void store()}>
          {busy ? 'Sending…' : 'Take it in'}
        </Button>
        <Button onClick={onClose}>Cancel</Button>
      </Flex>
    </Box>
  )
}
