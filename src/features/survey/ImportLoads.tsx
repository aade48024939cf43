'use client'
import { Box, Flex, Grid, Text } from '@chakra-ui/react'
import { useMemo, useState } from 'react'
import { type RowAside, readCsvTable, rowsOfLines } from '@/core/exchange/csvTable'
import { readLoadsCsv } from '@/schemas/tables/loadsCsv'
import { type TableMapping, guessMapping, tableFieldsOf } from '@/schemas/tables/thingsCsv'
import { Button } from '@/ui/Button'
import { Notice } from '@/ui/Notice'
import { Overlay } from '@/ui/Overlay'
import { ApiProblem, callUseCase } from '../api'
import { useJob } from '../job/JobContext'
import { ColumnChoice } from './ColumnChoice'
import { download } from './download'
import { FilePick } from './FilePick'
import { RowsAside } from './RowsAside'

const MAX_BYTES = 200_000

/** Reads a load list from a sheet: columns are guessed and can be changed; what will happen is shown before anything is stored. */
export function ImportLoads({ open, onClose }: { open: boolean; onClose: () => void }) {
  return (
    <Overlay title="Read a list of loads" open={open} onClose={onClose} wide>
      {open && <Reading onClose={onClose} />}
    </Overlay>
  )
}

function Reading({ onClose }: { onClose: () => void }) {
  const {
    record: { installation },
    bench: {
      context: { pack },
    },
    refresh,
  } = useJob()
  const [csv, setCsv] = useState<string | null>(null)
  const [mapping, setMapping] = useState<TableMapping | null>(null)
  const [failure, setFailure] = useState<string | null>(null)
  const [done, setDone] = useState<{ stored: number; aside: RowAside[] } | null>(null)
  const table = useMemo(() => (csv === null ? null : readCsvTable(csv)), [csv])
  const columns = useMemo(
    () => mapping ?? (table?.ok ? guessMapping('load', table.value.header) : null),
    [mapping, table],
  )
  const preview = useMemo(
    () =>
      csv === null || columns === null
        ? null
        : readLoadsCsv(
            csv,
            columns,
            pack,
            installation.loads.map(({ tag }) => tag),
          ),
    [csv, columns, pack, installation.loads],
  )
  const store = async () => {
    setFailure(null)
    try {
      if (csv === null) return
      setDone(await callUseCase('importLoads', { jobId: installation.jobId, csv, mapping: columns }))
      await refresh()
    } catch (error) {
      if (!(error instanceof ApiProblem)) throw error
      setFailure(error.message)
    }
  }
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
        <Text fontWeight="600">
          {done.stored === 1 ? 'One load was taken in.' : `${done.stored} loads were taken in.`}
        </Text>
        <RowsAside rows={done.aside} onSave={() => saveAside(done.aside)} />
        <Button mt="12px" variant="act" onClick={onClose}>
          Back to the loads
        </Button>
      </Box>
    )
  return (
    <Box>
      <Text color="ink2" fontSize="14px" mb="8px">
        A CSV file with a line of column names: name and power at least. Comma, semicolon or tab; either decimal mark.
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
          <Grid
            templateColumns={{ base: 'repeat(2, minmax(0, 1fr))', sm: 'repeat(3, minmax(0, 1fr))' }}
            gap="8px 12px"
            mt="12px"
          >
            {tableFieldsOf('load').map(({ name: field, column: { head } }) => (
              <ColumnChoice
                key={field}
                label={head.replaceAll('_', ' ')}
                header={table.value.header}
                value={columns[field] ?? -1}
                onChange={(column) => setMapping({ ...columns, [field]: column })}
              />
            ))}
          </Grid>
          {preview && !preview.ok && (
            <Notice kind="error" mt="10px">
              {preview.error.message}
            </Notice>
          )}
          {preview?.ok && (
            <Box mt="10px">
              <Text>
                {preview.value.loads.length === 1 ? 'One load' : `${preview.value.loads.length} loads`} can be taken in
                {preview.value.loads.length > 0
                  ? `: ${preview.value.loads
                      .slice(0, 5)
                      .map(({ name }) => name)
                      .join(', ')}${preview.value.loads.length > 5 ? ' …' : ''}`
                  : '.'}
              </Text>
              <RowsAside rows={preview.value.aside} />
            </Box>
          )}
        </>
      )}
      {failure && (
        <Notice kind="error" mt="10px">
          {failure}
        </Notice>
      )}
      <Flex gap="8px" mt="12px">
        <Button variant="act" disabled={!preview?.ok || preview.value.loads.length === 0} onClick={() => void store()}>
          Take in the loads
        </Button>
        <Button onClick={onClose}>Cancel</Button>
      </Flex>
    </Box>
  )
}
