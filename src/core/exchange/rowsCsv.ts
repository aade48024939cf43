import { csvCell } from './csvCell'
import { tameCell } from './tameCell'

type Row = Readonly<Record<string, unknown>>

const isPlain = (value: unknown): value is string | number | boolean | null =>
  value === null || ['string', 'number', 'boolean'].includes(typeof value)

/**
 * Rows as CSV, a column for every plain field that any of them has, `id` left out; a cell that a spreadsheet would run is tamed.
 *
 * @example rowsCsv([{ tag: 'W1', lengthM: 8 }]) // 'tag,lengthM\nW1,8\n'
 */
export function rowsCsv(rows: readonly Row[]): string {
  const columns = [
    ...new Set(rows.flatMap((row) => Object.keys(row).filter((key) => key !== 'id' && isPlain(row[key])))),
  ]
  const cell = (value: unknown) => {
    if (!isPlain(value) || value === null) return ''
    return csvCell(typeof value === 'string' ? tameCell(value) : value)
  }
  return `${[columns.join(','), ...rows.map((row) => columns.map((key) => cell(row[key])).join(','))].join('\n')}\n`
}
