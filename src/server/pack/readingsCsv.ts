import { tameCell } from '@/core/exchange/tameCell'
import Papa from 'papaparse'
import type { Bench } from '@/core/evidence/bench'
import type { Reading } from '@/core/evidence/reading'

/** All readings of a job as CSV, corrected ones included: what, when, by whom, with what, and what corrects what. */
export function readingsCsv(readings: readonly Reading[], { points, context }: Bench): string {
  const labels = new Map(points.map((point) => [point.key, point.label]))
  const instruments = new Map(context.instruments.map(({ id, tag }) => [id, tag]))
  return Papa.unparse({
    fields: [
      'id',
      'point',
      'label',
      'slot',
      'value',
      'unit',
      'word',
      'instrument',
      'recorded_by',
      'recorded_at',
      'received_at',
      'corrects',
      'reason',
      'shown_verdict',
    ],
    data: readings.map((reading) =>
      [
        reading.id,
        reading.pointKey,
        labels.get(reading.pointKey) ?? '',
        reading.slot,
        reading.digits ?? reading.valueNumber ?? '',
        reading.unit,
        reading.valueWord ?? '',
        instruments.get(reading.instrumentId ?? '') ?? '',
        reading.recordedByName,
        reading.recordedAt,
        reading.receivedAt ?? '',
        reading.supersedes ?? '',
        reading.supersedeReason ?? '',
        reading.shownVerdict,
      ].map((cell) => tameCell(String(cell))),
    ),
  })
}
