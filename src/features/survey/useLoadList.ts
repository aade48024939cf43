'use client'
import { useMemo, useState } from 'react'
import { v7 as uuidv7 } from 'uuid'
import { type RowAside, readCsvTable, rowsOfLines } from '@/core/exchange/csvTable'
import { readLoadsCsv } from '@/schemas/tables/loadsCsv'
import type { ReadThings } from '@/schemas/tables/reading'
import type { DoubtAnswers, RowDoubt } from '@/schemas/tables/rowDoubts'
import { type TableMapping, guessMapping } from '@/schemas/tables/tableFields'
import { useJob } from '../job/JobContext'
import { useAttempt } from '../useAttempt'
import { download } from './download'

/** Questions of the file as it is, then those that an answer raised; an answered one stays, so that it can be answered anew. */
const everAsked = (first: readonly RowDoubt[], now: readonly RowDoubt[]): RowDoubt[] => [
  ...first,
  ...now.filter(({ id }) => !first.some((one) => one.id === id)),
]

/** A load list out of a file: its columns as guessed or chosen, what it would change, what is asked of it, and the storing of it. */
export function useLoadList() {
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
  const pick = (text: string) => {
    setCsv(text)
    setMapping(null)
    setFailure(null)
  }
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
  const saveAside = (rows: readonly RowAside[]) => {
    if (csv === null) return
    const lines = rows.map(({ line }) => line)
    download(`${installation.name} rows aside.csv`, rowsOfLines(csv, lines))
  }
  return {
    table,
    columns,
    setMapping,
    preview,
    doubts: everAsked(asked?.ok ? asked.value.doubts : [], open),
    answers,
    setAnswers,
    failure: failure ?? refusal,
    setFailure,
    done,
    pick,
    store,
    saveAside,
    /** Something would change, nothing is asked any more, and nothing is on its way. */
    isReady: !busy && wanted.length > 0 && open.length === 0,
  }
}
