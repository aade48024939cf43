'use client'
import { useCallback, useMemo, useState } from 'react'
import { inputOfReading } from '@/commands/recordReadings'
import { judgeWith } from '@/core/evidence/judge'
import { heldBy } from '@/core/evidence/next'
import type { AskCode } from '@/core/evidence/readEntry'
import { decodedText } from '@/core/exchange/decodedText'
import { type CsvTable, readCsvTable } from '@/core/exchange/csvTable'
import { MAX_TABLE_BYTES } from '@/core/exchange/tableBounds'
import { type MatchContext, type RowMatch, type RowMeaning, matchTesterRow } from '@/core/testerMemory/matchTesterRow'
import { TEST_KINDS, testKindOf } from '@/core/testerMemory/testKinds'
import { type TesterMap, proposeTesterMap, testerMapFault } from '@/core/testerMemory/testerMap'
import { type TestPlace, placeMeant, testPlaces } from '@/core/testerMemory/testerPlaces'
import { type TesterRow, testerRows } from '@/core/testerMemory/testerRows'
import { useJob } from '../job/JobContext'
import type { Hand } from '../job/makeReading'
import { type TestMeaning, rememberMemory, rememberedMemory } from './testerMemoryKey'
import { testerReading, testerReadingId } from './testerReading'

/** A value of the memory with what became of it. */
export interface MatchedRow {
  row: TesterRow
  match: RowMatch | { kind: 'already' }
}

export interface OpenMemory {
  name: string
  table: CsvTable
  map: TesterMap
  /** What the words of the file mean, by the word. */
  places: Readonly<Record<string, string>>
  tests: Readonly<Record<string, TestMeaning>>
  mode: 'grid' | 'island' | null
  instrumentId: string | null
  confirmed: readonly AskCode[]
}

export interface TesterMemoryBench {
  open: OpenMemory | null
  failure: string | null
  read: (file: File) => Promise<void>
  change: (part: Partial<OpenMemory>) => void
  /** Values by the map, each with what became of it; empty while the map lacks something. */
  rows: readonly MatchedRow[]
  leftOut: number
  fault: string | null
  allPlaces: readonly TestPlace[]
  /** Records what is ready; answers how many. */
  record: () => Promise<number>
}

const here = () => Intl.DateTimeFormat().resolvedOptions().timeZone
const NO_MEANING: TestMeaning = { kindId: null, slotPath: null, unit: null }

/** The meaning of one value's words: what somebody said, else what the words themselves say. */
export function meaningOf(
  row: TesterRow,
  { places, tests }: Pick<OpenMemory, 'places' | 'tests'>,
  all: readonly TestPlace[],
) {
  const said = Object.hasOwn(tests, row.test) ? (tests[row.test] as TestMeaning) : NO_MEANING
  const place = Object.hasOwn(places, row.place) ? (places[row.place] as string) : placeMeant(row.place, all)
  const kind = said.kindId === null ? testKindOf(row.test) : (TEST_KINDS.find(({ id }) => id === said.kindId) ?? null)
  return { place: place || null, kind, slotPath: said.slotPath, unit: said.unit } satisfies RowMeaning
}

/** A tester's memory on the bench: read on this device, matched to the points of the job, and recorded by the one rule of entry. */
export function useTesterMemory(): TesterMemoryBench {
  const { bench, record, hand, keep, instrumentIds } = useJob()
  const { installation } = record
  const [open, setOpen] = useState<OpenMemory | null>(null)
  const [failure, setFailure] = useState<string | null>(null)
  const allPlaces = useMemo(() => testPlaces(bench.points, installation), [bench.points, installation])
  const read = useCallback(
    async (file: File) => {
      setFailure(null)
      if (file.size > MAX_TABLE_BYTES) return setFailure('The file is larger than 8 MB: a tester’s memory is not.')
      const table = readCsvTable(decodedText(new Uint8Array(await file.arrayBuffer())))
      if (!table.ok) return setFailure(table.error.message)
      const kept = rememberedMemory(table.value.header)
      setOpen({
        name: file.name,
        table: table.value,
        map: kept?.map ?? proposeTesterMap(table.value, here()),
        tests: kept?.tests ?? {},
        places: {},
        // said anew for each memory: the same tests count for one supply or the other
        mode: null,
        instrumentId: instrumentIds[0] ?? null,
        confirmed: [],
      })
    },
    [instrumentIds],
  )
  const matched = useMemo(() => {
    const none = { rows: [] as MatchedRow[], leftOut: 0, fault: null as string | null }
    if (open === null) return none
    const fault = testerMapFault(open.map)
    if (fault !== null) return { ...none, fault }
    const instrument = record.instruments.find(({ id }) => id === open.instrumentId) ?? null
    const context: MatchContext = {
      points: bench.points,
      mode: open.mode,
      instrument,
      heldBy: (point) => heldBy(point, bench.holds)?.step ?? null,
      decimal: open.map.decimal,
      confirmed: open.confirmed,
      now: new Date().toISOString(),
    }
    const stored = new Set(record.readings.map(({ id }) => id))
    try {
      const { rows, leftOut } = testerRows(open.table, open.map)
      const all = rows.map((row): MatchedRow => {
        const match = matchTesterRow(row, meaningOf(row, open, allPlaces), context)
        const target = 'target' in match ? match.target : null
        const known = target !== null && stored.has(testerReadingId(hand.jobId, open.instrumentId, row, target))
        return { row, match: known ? { kind: 'already' } : match }
      })
      return { rows: all, leftOut, fault: null }
    } catch (error) {
      if (error instanceof RangeError)
        return { ...none, fault: `“${open.map.zone}” is no zone that is known, such as Europe/Vienna.` }
      throw error
    }
  }, [open, bench, record, allPlaces, hand.jobId])
  const recordReady = useCallback(async () => {
    if (open === null) return 0
    rememberMemory(open.table.header, { map: open.map, tests: { ...open.tests } })
    const instrument = record.instruments.find(({ id }) => id === open.instrumentId) ?? null
    // a tester stands behind the figures it can measure, and behind no other
    const withTester: Hand = {
      ...hand,
      instrumentFor: (measures) =>
        instrument?.functions.some((fn) => fn.measures === measures) === true ? instrument : null,
    }
    let recorded = 0
    for (const { row, match } of matched.rows) {
      if (match.kind !== 'ready') continue
      const reading = testerReading(row, match, withTester, open.instrumentId, new Date())
      const { verdict } = judgeWith(record, match.target.point, reading)
      const shown = inputOfReading({ ...reading, shownVerdict: verdict })
      await keep('recordReadings', { readings: [shown] }, { id: reading.id, at: reading.recordedAt })
      recorded++
    }
    return recorded
  }, [open, matched.rows, record, hand, keep])
  return {
    open,
    failure,
    read,
    change: (part) => setOpen((now) => now && { ...now, ...part }),
    ...matched,
    allPlaces,
    record: recordReady,
  }
}
