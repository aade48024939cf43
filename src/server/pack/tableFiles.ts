import type { Bench } from '@/core/evidence/bench'
import { rowsCsv } from '@/core/exchange/rowsCsv'
import { jobLabels } from '@/core/handover/labels/jobLabels'
import { labelRows } from '@/core/handover/labels/labelRows'
import type { OutageMark } from '@/core/outage/run/outageMark'
import { RESULT_COLUMNS, circuitResults } from '@/core/handover/circuitResults'

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
    labels: labelRows(jobLabels(bench)),
  }
  return Object.fromEntries(
    Object.entries(lists).flatMap(([name, rows]) =>
      rows.length === 0 ? [] : [[`tables/${name}.csv`, rowsCsv(rows as readonly Record<string, unknown>[])]],
    ),
  )
}
