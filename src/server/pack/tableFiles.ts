import type { Bench } from '@/core/evidence/bench'
import { csvCell } from '@/core/exchange/csvTable'
import { tameCell } from '@/core/exchange/tameCell'
import type { OutageMark } from '@/core/outage/run/outageMark'
import { RESULT_COLUMNS, circuitResults } from '@/core/handover/circuitResults'

type Row = Readonly<Record<string, unknown>>

const isPlain = (value: unknown): value is string | number | boolean | null =>
  value === null || ['string', 'number', 'boolean'].includes(typeof value)

/** Rows as CSV, a column for every plain field that any of them has; a cell that a spreadsheet would run is tamed. */
function csvOf(rows: readonly Row[]): string {
  const columns = [
    ...new Set(rows.flatMap((row) => Object.keys(row).filter((key) => key !== 'id' && isPlain(row[key])))),
  ]
  const cell = (value: unknown) => {
    if (!isPlain(value) || value === null) return ''
    return csvCell(typeof value === 'string' ? tameCell(value) : value)
  }
  return `${[columns.join(','), ...rows.map((row) => columns.map((key) => cell(row[key])).join(','))].join('\n')}\n`
}

/** A CSV file for each of the job's lists, by its path in the pack; circuits with what was shown of each. Empty lists have none. */
export function tableFiles(bench: Bench, outageMarks: readonly OutageMark[]): Record<string, string> {
  const { loads, components, runs, electrodes, settings, circuits } = bench.context.installation
  const results = new Map(circuitResults(bench).map((row) => [row.tag, row.results]))
  const withResults = circuits.map((circuit) => ({
    ...circuit,
    ...Object.fromEntries(
      RESULT_COLUMNS.flatMap((column) => {
        const result = results.get(circuit.tag)?.[column] ?? null
        return [
          [`${column}Verdict`, result?.verdict ?? null],
          [`${column}Value`, result?.value ?? null],
        ]
      }),
    ),
  }))
  const lists: Readonly<Record<string, readonly object[]>> = {
    loads,
    components,
    circuits: withResults,
    runs,
    electrodes,
    settings,
    outage_marks: outageMarks,
  }
  return Object.fromEntries(
    Object.entries(lists).flatMap(([name, rows]) =>
      rows.length === 0 ? [] : [[`tables/${name}.csv`, csvOf(rows as readonly Row[])]],
    ),
  )
}
