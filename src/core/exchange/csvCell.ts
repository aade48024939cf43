import { tameCell } from './tameCell'

/** A cell for a CSV file; quoted where it must be, and never read as a formula by a sheet. */
export function csvCell(value: string | number | boolean | null): string {
  if (value === null) return ''
  const text = typeof value === 'string' ? tameCell(value) : String(value)
  return /[",;\n\r]/.test(text) ? `"${text.replaceAll('"', '""')}"` : text
}
