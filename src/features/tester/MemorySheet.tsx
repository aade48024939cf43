'use client'
import { Box, Flex, Text } from '@chakra-ui/react'
import { useState } from 'react'
import type { AskCode } from '@/core/evidence/readEntry'
import { Button } from '@/ui/Button'
import { Choice } from '@/ui/Choice'
import { type Column, DataTable } from '@/ui/DataTable'
import { Notice } from '@/ui/Notice'
import { problemWords } from '../api'
import { useJob } from '../job/JobContext'
import { countsOf, matchWords } from './matchWords'
import { TesterColumns } from './TesterColumns'
import { TesterPlaces, TesterTests } from './TesterWords'
import { type MatchedRow, type TesterMemoryBench, useTesterMemory } from './useTesterMemory'

/** A tester's memory, from its file to the readings of the job. */
export default function MemorySheet() {
  const memory = useTesterMemory()
  const [recorded, setRecorded] = useState<number | null>(null)
  return (
    <Flex direction="column" gap="14px">
      <Text fontSize="14px" color="ink2">
        A CSV file as the tester or its program writes it. Each value goes to the point it belongs to, by the same rule
        as a typed one; what the file does not say is asked. Read in again, nothing is recorded twice.
      </Text>
      <input
        type="file"
        accept=".csv,.txt,text/csv"
        aria-label="File of the tester"
        onChange={(event) => {
          setRecorded(null)
          const [file] = event.target.files ?? []
          if (file) void memory.read(file)
        }}
      />
      {memory.failure && <Notice kind="error">{memory.failure}</Notice>}
      {memory.open && <Opened memory={memory} open={memory.open} onRecorded={setRecorded} />}
      {recorded !== null && (
        <Text role="status" fontWeight="600">
          {recorded === 1 ? 'One reading is recorded.' : `${recorded} readings are recorded.`}
        </Text>
      )}
    </Flex>
  )
}

const MODES = [
  ['', 'which supply?'],
  ['grid', 'on the street'],
  ['island', 'on the battery'],
] as const

function Opened({
  memory,
  open,
  onRecorded,
}: {
  memory: TesterMemoryBench
  open: NonNullable<TesterMemoryBench['open']>
  onRecorded: (count: number) => void
}) {
  const { record } = useJob()
  const { rows, fault, leftOut, change } = memory
  const { ready } = countsOf(rows)
  const [busy, setBusy] = useState(false)
  const [failure, setFailure] = useState<string | null>(null)
  const instruments = [
    ['', 'not said'] as const,
    ...record.instruments
      .filter(({ laidAside, functions }) => !laidAside && functions.length > 0)
      .map(({ id, tag, name }) => [id, `${tag} ${name}`] as const),
  ]
  return (
    <>
      <Flex gap="8px 16px" wrap="wrap" align="center" fontSize="14px">
        <Text>Tester</Text>
        <Choice
          label="Which tester it was"
          value={open.instrumentId ?? ''}
          options={instruments}
          onChange={(id) => change({ instrumentId: id || null })}
          width="220px"
        />
        <Text>House was</Text>
        <Choice
          label="Which supply the house was on"
          value={open.mode ?? ''}
          options={MODES}
          onChange={(mode) => change({ mode: mode === '' ? null : mode })}
          width="160px"
        />
      </Flex>
      <TesterColumns header={open.table.header} map={open.map} onChange={(map) => change({ map })} />
      {fault ? (
        <Notice kind="caution">{fault}</Notice>
      ) : (
        <>
          <TesterPlaces {...memory} open={open} />
          <TesterTests {...memory} open={open} />
          <Asked memory={memory} confirmed={open.confirmed} />
          {leftOut > 0 && (
            <Notice kind="caution">{leftOut} values are more than are read at once: cut the file.</Notice>
          )}
          <Values rows={rows} />
          {failure && <Notice kind="error">{failure}</Notice>}
          <Box>
            <Button
              variant="act"
              disabled={ready === 0 || busy}
              onClick={() => {
                setBusy(true)
                setFailure(null)
                void memory
                  .record()
                  .then(onRecorded, (error: unknown) => setFailure(problemWords(error)))
                  .finally(() => setBusy(false))
              }}
            >
              {ready === 1 ? 'Record one reading' : `Record ${ready} readings`}
            </Button>
          </Box>
        </>
      )}
    </>
  )
}

const ASK_LABELS: Readonly<Record<AskCode, string>> = {
  outOfRange: 'outside the tester’s range',
  belowZero: 'below zero',
  implausible: 'out of the ordinary',
  stepHeld: 'read while a live step is held',
}

/** What the one rule of entry asks about, for all values of the memory alike. */
function Asked({ memory: { rows, change }, confirmed }: { memory: TesterMemoryBench; confirmed: readonly AskCode[] }) {
  const asked = new Map<AskCode, number>()
  for (const { match } of rows)
    if (match.kind === 'ask') for (const { code } of match.asks) asked.set(code, (asked.get(code) ?? 0) + 1)
  if (asked.size === 0) return null
  return (
    <Flex direction="column" gap="6px">
      {[...asked].map(([code, count]) => (
        <Notice
          key={code}
          kind="caution"
          action={
            <Button size="sm" onClick={() => change({ confirmed: [...confirmed, code] })}>
              Record them all the same
            </Button>
          }
        >
          {count === 1 ? 'One value is' : `${count} values are`} {ASK_LABELS[code]}.
        </Notice>
      ))}
    </Flex>
  )
}

/** Values shown at first; those that wait for something stand before those that are ready. */
const SHOWN = 60
const ORDER: Readonly<Record<string, number>> = { ready: 1, already: 2 }

const COLUMNS: readonly Column<MatchedRow>[] = [
  { head: 'Line', cell: ({ row }) => row.line, numeric: true },
  { head: 'Place', cell: ({ row }) => row.place },
  { head: 'Test', cell: ({ row }) => row.test },
  { head: 'Value', cell: ({ row }) => [row.value, row.unit].filter(Boolean).join(' ') },
  {
    head: 'Becomes',
    cell: (one) => (
      <Text as="span" color={one.match.kind === 'ready' ? undefined : one.match.kind === 'already' ? 'ink2' : 'watch'}>
        {matchWords(one)}
      </Text>
    ),
  },
]

function Values({ rows }: { rows: readonly MatchedRow[] }) {
  const { ready, already, waiting } = countsOf(rows)
  const sorted = rows.toSorted((a, b) => (ORDER[a.match.kind] ?? 0) - (ORDER[b.match.kind] ?? 0))
  return (
    <Box>
      <Text fontSize="14px" mb="4px">
        {ready} ready · {waiting} waiting · {already} recorded before
      </Text>
      <DataTable
        label="Values of the memory"
        columns={COLUMNS}
        rows={sorted.slice(0, SHOWN)}
        keyOf={({ row }) => `${row.line} ${row.test}`}
      />
      {rows.length > SHOWN && (
        <Text fontSize="13px" color="ink2" mt="4px">
          and {rows.length - SHOWN} more
        </Text>
      )}
    </Box>
  )
}
