import type { SamplingRate } from '../recording'

/** Rows on end of one sampling rate: when the first of them was taken, in s from the recording's first, and how many a second. */
export interface RateStretch {
  firstRow: number
  startS: number
  rateHz: number
}

/** When each row of a long recording was taken, in the order of rows; the first begins with row 0. */
export type RowClock = readonly RateStretch[]

/** Rates that differ by no more than this are one: stamps are rounded. */
const SAME_SHARE = 0.01

export const isSameRate = (oneHz: number, otherHz: number): boolean =>
  Math.abs(oneHz - otherHz) <= SAME_SHARE * Math.max(oneHz, otherHz)

/**
 * The clock of rates as a configuration has them: the sample after the last of one rate comes one step of the next rate later.
 *
 * @example clockOfRates([{ rateHz: 1000, lastRow: 11 }, { rateHz: 100, lastRow: 20 }])[1] // { firstRow: 11, startS: 0.02, rateHz: 100 }
 */
export function clockOfRates(rates: readonly SamplingRate[]): RateStretch[] {
  const clock: RateStretch[] = []
  let firstRow = 0
  for (const { rateHz, lastRow } of rates) {
    const startS = firstRow === 0 ? 0 : timeOfRowS(clock, firstRow - 1) + 1 / rateHz
    clock.push({ firstRow, startS, rateHz })
    firstRow = lastRow
  }
  return clock
}

/** The stretch that a row lies in; the first for one before it. */
const stretchAt = (clock: RowClock, row: number): RateStretch =>
  clock.findLast(({ firstRow }) => firstRow <= row) ?? clock[0] ?? { firstRow: 0, startS: 0, rateHz: NaN }

/** When a row was taken, in s from the first; rows behind the last go on at its rate. */
export function timeOfRowS(clock: RowClock, row: number): number {
  const { firstRow, startS, rateHz } = stretchAt(clock, row)
  return startS + (row - firstRow) / rateHz
}

/** The row that was taken last at a time or before it. */
export function rowAtS(clock: RowClock, timeS: number): number {
  const stretch = clock.findLast(({ startS }) => startS <= timeS) ?? stretchAt(clock, 0)
  return Math.floor(stretch.firstRow + (timeS - stretch.startS) * stretch.rateHz)
}

/** The rates of some rows, each as long as it lasts, as a recorder writes them. */
export function ratesOfClock(clock: RowClock, rows: number): SamplingRate[] {
  const rates: SamplingRate[] = []
  for (const [k, { rateHz }] of clock.entries()) {
    const lastRow = clock[k + 1]?.firstRow ?? rows
    const last = rates.at(-1)
    if (last && isSameRate(last.rateHz, rateHz)) last.lastRow = lastRow
    else rates.push({ rateHz, lastRow })
  }
  return rates
}

/** A clock that is set by what is read: each block says when it began and how fast it was. */
export class ClockAsRead {
  #stretches: RateStretch[] = []

  /** Notes a block's beginning. @returns whether its rate is another than that of the rows before it */
  note(stretch: RateStretch): boolean {
    const last = this.#stretches.at(-1)
    const isOther = last !== undefined && !isSameRate(last.rateHz, stretch.rateHz)
    const isLate =
      last !== undefined &&
      Math.abs(timeOfRowS(this.#stretches, stretch.firstRow) - stretch.startS) > 0.5 / stretch.rateHz
    if (last === undefined || isOther || isLate) this.#stretches.push(stretch)
    return isOther
  }

  get clock(): RowClock {
    return [...this.#stretches]
  }
}
