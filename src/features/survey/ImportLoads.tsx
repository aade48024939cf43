'use client'
import { Box, Flex, Grid, Text } from '@chakra-ui/react'
import { useMemo, useState } from 'react'
import { type RowAside, readCsvTable, rowsOfLines } from '@/core/exchange/csvTable'
import { v7 as uuidv7 } from 'uuid'
import { readLoadsCsv } from '@/schemas/tables/loadsCsv'
import type { ReadThings } from '@/schemas/tables/reading'
import type { DoubtAnswers, RowDoubt } from '@/schemas/tables/rowDoubts'
import { type TableMapping, guessMapping, tableFieldsOf } from '@/schemas/tables/tableFields'
import { Button } from '@/ui/Button'
import { Notice } from '@/ui/Notice'
import { counted } from '@/core/quantity/counted'
import { useAttempt } from '../useAttempt'
import { useJob } from '../job/JobContext'
import { ColumnChoice } from './ColumnChoice'
import { download } from './download'
import { FilePick } from './FilePick'
import { ReadRows, RowDoubts } from './ReadRows'
import { RowsAside } from './RowsAside'

const MAX_BYTES = 200_000

/** Reads a load list from a sheet: columns are guessed and can be changed; what will happen is shown before anything is stored. */
export function ImportLoads({ onClose }: { onClose: () => void }) {
  const {
    record: { installation },
    bench: {
      context: { pack },
    },
    carryOut,
  } = useJob()
  const { attempt, failure: refusal, busy } = useAttempt()
  const [csv, setCsv] = useState<string | null>(null)
  const [mapping, setMapping] = useState<TableMapping | null>(null)
  const [answers, setAnswers] = useState<DoubtAnswers>({})
  const [failure, setFailure] = useState<string | null>(null)
  const [done, setDone] = useState<ReadThings | null>(null)
  const { loads } = installation
  const table = useMemo(() => (csv === null ? null : readCsvTable(csv)), [csv])
  const columns = useMemo(
    () => mapping ?? (table?.ok ? guessMapping('load', table.value.header) : null),
    [mapping, table],
  )
  const asked = useMemo(
    () => (csv === null || columns === null ? null : readLoadsCsv(csv, columns, pack, loads)),
    [csv, columns, pack, loads],
  )
  const preview = useMemo(
    () => (csv === null || columns === null ? null : readLoadsCsv(csv, columns, pack, loads, answers)),
    [csv, columns, pack, loads, answers],
  )
  const wanted = preview?.ok ? preview.value.rows.filter(({ was, changes }) => was === null || changes.length > 0) : []
  const open = preview?.ok ? preview.value.doubts : []
  const store = () =>
    attempt(async () => {
      if (!preview?.ok) return
      const stored = wanted.map(({ fields, was }, k) => ({
        itemId: was?.id ?? uuidv7(),
        fields: was ? fields : { ...fields, sort: loads.length + k },
      }))
      await carryOut('saveLoads', { jobId: installation.jobId, loads: stored, gone: [] })
      setDone(preview.value)
    })
  const saveAside = (rows: readonly RowAside[]) =>
    csv !== null &&
    download(
      `${installation.name} rows aside.csv`,
      rowsOfLines(
        csv,
        rows.map(({ line }) => line),
      ),
    )
  if (done)
    return (
      <Box>
        <Text fontWeight="600">{takenIn(done)}</Text>
        <RowsAside rows={done.aside} onSave={() => saveAside(done.aside)} />
        <Button mt="12px" variant="act" onClick={onClose}>
          Back to the loads
        </Button>
      </Box>
    )
  return (
    <Box>
      <Text color="ink2" fontSize="14px" mb="8px">
        A CSV file with a line of column names: name and power at least. Comma, semicolon or tab; either decimal mark;
        units may stand with the figures. Loads the job has are found by their short name or name, and a blank cell
        changes nothing in them.
      </Text>
      <FilePick
        label="Load list"
        accept=".csv,.txt,text/csv"
        maxBytes={MAX_BYTES}
        onText={(text) => {
          setCsv(text)
          setMapping(null)
          setFailure(null)
        }}
        onError={setFailure}
      />
      {table && !table.ok && (
        <Notice kind="error" mt="10px">
          {table.error.message}
        </Notice>
      )}
      {table?.ok && columns && (
        <>
          <Columns
            header={table.value.header}
            columns={columns}
            onChange={setMapping}
            lacking={preview !== null && !preview.ok}
          />
          {preview && !preview.ok && (
            <Notice kind="error" mt="10px">
              {preview.error.message}
            </Notice>
          )}
          {preview?.ok && (
            <Box mt="10px">
              <ReadRows rows={preview.value.rows} />
              <RowDoubts
                doubts={everAsked(asked?.ok ? asked.value.doubts : [], open)}
                answers={answers}
                onAnswer={setAnswers}
              />
              <RowsAside rows={preview.value.aside} />
            </Box>
          )}
        </>
      )}
      {(failure ?? refusal) && (
        <Notice kind="error" mt="10px">
          {failure ?? refusal}
        </Notice>
      )}
      <Flex gap="8px" mt="12px">
        <Button variant="act" disabled={busy || wanted.length === 0 || open.length > 0} onClick={() => void store()}>
          Take in the loads
        </Button>
        <Button onClick={onClose}>Cancel</Button>
      </Flex>
    </Box>
  )
}

/** Which column holds what: those that were found, and the rest folded away until somebody wants them. */
function Columns({
  header,
  columns,
  onChange,
  lacking,
}: {
  header: readonly string[]
  columns: TableMapping
  onChange: (columns: TableMapping) => void
  lacking: boolean
}) {
  const [all, setAll] = useState(false)
  const fields = tableFieldsOf('load')
  const shown = fields.filter(({ name, column }) => all || (columns[name] ?? -1) >= 0 || (lacking && column.needed))
  return (
    <Box mt="12px" role="group" aria-label="Columns">
      <Grid templateColumns={{ base: 'repeat(2, minmax(0, 1fr))', sm: 'repeat(4, minmax(0, 1fr))' }} gap="8px 12px">
        {shown.map(({ name, column: { head } }) => (
          <ColumnChoice
            key={name}
            label={head.replaceAll('_', ' ')}
            header={header}
            value={columns[name] ?? -1}
            onChange={(column) => onChange({ ...columns, [name]: column })}
          />
        ))}
      </Grid>
      {shown.length < fields.length && (
        <Button size="sm" variant="bare" mt="6px" onClick={() => setAll(true)}>
          {counted(fields.length - shown.length, ['column is', 'columns are'])} not in the file: choose
        </Button>
      )}
    </Box>
  )
}

/** Questions of the file as it is, then those that an answer raised; an answered one stays, so that it can be answered anew. */
const everAsked = (first: readonly RowDoubt[], now: readonly RowDoubt[]): RowDoubt[] => [
  ...first,
  ...now.filter(({ id }) => !first.some((one) => one.id === id)),
]

/** What became of a list. */
function takenIn({ rows }: ReadThings): string {
  const fresh = rows.filter(({ was }) => was === null).length
  const changed = rows.filter(({ changes }) => changes.length > 0).length
  const parts = [
    ...(fresh > 0 ? [`${counted(fresh, ['load was', 'loads were'])} taken in`] : []),
    ...(changed > 0 ? [`${counted(changed, ['load was', 'loads were'])} changed`] : []),
  ]
  return `${parts.join(', ')}.`
}
