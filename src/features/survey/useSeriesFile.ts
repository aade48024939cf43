'use client'
import { useMemo, useState } from 'react'
import { type RowAside, readCsvTable } from '@/core/exchange/csvTable'
import { type SeriesMapping, guessSeriesMapping, readSeriesCsv } from '@/core/exchange/seriesCsv'
import { ApiProblem } from '../api'
import { useJob } from '../job/JobContext'
import type { SeriesKind } from './seriesWords'

/** What the server says of a series that it took in. */
export interface TakenSeries {
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

/** @throws ApiProblem with the server's reason */
async function sendSeries(jobId: string, kind: SeriesKind, file: File, mapping: SeriesMapping | null) {
  const form = new FormData()
  form.set('file', file)
  form.set('kind', kind)
  form.set('mapping', JSON.stringify(mapping))
  const response = await fetch(`/api/jobs/${jobId}/profiles`, { method: 'POST', body: form })
  const body = (await response.json().catch(() => null)) as (TakenSeries & { message?: string }) | null
  if (!response.ok || !body)
    throw new ApiProblem(response.status, body?.message ?? `The server answered ${response.status}.`, [])
  return body
}

/** A table with a year's series: its columns as guessed or chosen, what that makes of it, and the way to the server. */
export function useSeriesFile(kind: SeriesKind) {
  const {
    record: { installation },
    refresh,
  } = useJob()
  const [picked, setPicked] = useState<{ csv: string; file: File } | null>(null)
  const [own, setOwn] = useState<SeriesMapping | null>(null)
  const [failure, setFailure] = useState<string | null>(null)
  const [taken, setTaken] = useState<TakenSeries | null>(null)
  const [busy, setBusy] = useState(false)
  const table = useMemo(() => (picked ? readCsvTable(picked.csv) : null), [picked])
  const guessed = useMemo(() => (table?.ok ? guessSeriesMapping(table.value.header) : null), [table])
  const mapping = useMemo(() => own ?? (guessed && mappingFor(kind, guessed)), [own, guessed, kind])
  const preview = useMemo(() => (picked && mapping ? readSeriesCsv(picked.csv, mapping) : null), [picked, mapping])
  const pick = (csv: string, file: File) => {
    setPicked({ csv, file })
    setOwn(null)
    setFailure(null)
  }
  const store = async () => {
    if (!picked) return
    setFailure(null)
    setBusy(true)
    try {
      setTaken(await sendSeries(installation.jobId, kind, picked.file, mapping))
      await refresh()
    } catch (error) {
      setFailure(
        error instanceof ApiProblem ? error.message : 'There is no connection. The file is still on your device.',
      )
    } finally {
      setBusy(false)
    }
  }
  return { table, mapping, setMapping: setOwn, preview, failure, setFailure, taken, busy, pick, store }
}
