'use client'
import { Box, Flex, Grid, Text } from '@chakra-ui/react'
import { useState } from 'react'
import { counted } from '@/core/quantity/counted'
import type { ReadThings } from '@/schemas/tables/reading'
import { type TableMapping, tableFieldsOf } from '@/schemas/tables/tableFields'
import { Button } from '@/ui/Button'
import { ColumnChoice } from './ColumnChoice'
import { FilePick } from './FilePick'
import { ReadRows, RowDoubts } from './ReadRows'
import { RowsAside } from './RowsAside'
import { Wrong } from './Wrong'
import { useLoadList } from './useLoadList'

const MAX_BYTES = 200_000

/** Reads a load list from a sheet: columns are guessed and can be changed; what will happen is shown before anything is stored. */
export function ImportLoads({ onClose }: { onClose: () => void }) {
  const list = useLoadList()
  const { table, columns, preview, done, failure } = list
  if (done)
    return (
      <Box>
        <Text fontWeight="600">{takenIn(done)}</Text>
        <RowsAside rows={done.aside} onSave={() => list.saveAside(done.aside)} />
        <Button mt="12px" variant="act" onClick={onClose}>
          Back to the loads
        </Button>
      </Box>
    )
  const isLacking = preview !== null && !preview.ok
  const wrong = table && !table.ok ? table.error.message : isLacking ? preview.error.message : null
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
        onText={list.pick}
        onError={list.setFailure}
      />
      {table?.ok && columns && (
        <Columns header={table.value.header} columns={columns} onChange={list.setMapping} lacking={isLacking} />
      )}
      <Wrong words={wrong} />
      {preview?.ok && (
        <Box mt="10px">
          <ReadRows rows={preview.value.rows} />
          <RowDoubts doubts={list.doubts} answers={list.answers} onAnswer={list.setAnswers} />
          <RowsAside rows={preview.value.aside} />
        </Box>
      )}
      <Wrong words={failure} />
      <Flex gap="8px" mt="12px">
        <Button variant="act" disabled={!list.isReady} onClick={() => void list.store()}>
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
