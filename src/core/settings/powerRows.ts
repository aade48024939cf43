/** Powers of a test in even steps, in watts: row k stands at k·periodS from its start, `null` where the row is missing. */
export interface PowerLog {
  periodS: number
  pvW: readonly (number | null)[] | null
  loadW: readonly (number | null)[] | null
  /** Above 0 it discharges. */
  batteryW: readonly (number | null)[] | null
  /** Above 0 is import. */
  gridW: readonly (number | null)[] | null
  /** The last state of charge, 0…1; `null`: not looked at. */
  soc: number | null
}

/** One moment as a display shows it, with the signs of a log. */
export interface PowerPair {
  pvW: number | null
  loadW: number | null
  batteryW: number | null
  gridW: number | null
  soc: number | null
}

/** Share of rows that must be there for a stretch to say anything. */
export const ROWS_NEEDED = 0.95

/** Mean of the rows that are there; `null` without any. */
export function meanOf(rows: readonly (number | null)[]): number | null {
  let sum = 0
  let there = 0
  for (const row of rows) {
    if (row === null) continue
    sum += row
    there++
  }
  return there === 0 ? null : sum / there
}

/** Rows that are there. */
export const rowsThere = (rows: readonly (number | null)[]): number =>
  rows.reduce<number>((count, row) => count + (row === null ? 0 : 1), 0)

/**
 * The largest mean over `window` rows on end of which enough are there, taken over those that are; `null` without such a stretch.
 * One pass: sums run along, so that a day of seconds costs as little as a minute.
 */
export function largestMean(rows: readonly (number | null)[], window: number): number | null {
  let largest: number | null = null
  let sum = 0
  let there = 0
  rows.forEach((row, k) => {
    if (row !== null) {
      sum += row
      there++
    }
    const gone = k >= window ? (rows[k - window] ?? null) : null
    if (gone !== null) {
      sum -= gone
      there--
    }
    if (k + 1 < window || there === 0 || there < ROWS_NEEDED * window * (1 - 1e-9)) return
    const mean = sum / there
    if (largest === null || mean > largest) largest = mean
  })
  return largest
}
