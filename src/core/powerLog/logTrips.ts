import type { LogMark } from './logMarks'
import type { OutageRows } from './logOutage'
import { type LogView, firstRow } from './logRows'

/** The house's voltage gone while it was on its own (T-9). */
export interface LogTrip {
  timeS: number
  /** Of the last row before. */
  loadW: number | null
  batteryW: number | null
  limitW: number | null
  /** Time on end above the declared power before it; `null` where none was declared. */
  overLimitS: number | null
  /** `null` where it did not come back in the log. */
  restartS: number | null
  downS: number | null
  automatic: boolean | null
  /** Rows, for what is looked for around it. */
  row: number
  restartRow: number
}

/** A restart by hand counts this long before the voltage came back. */
const HAND_WITHIN_S = 30

const there = (value: number | undefined) => (value === undefined || Number.isNaN(value) ? null : value)

/** Rows on end above the limit, just before a row. */
function rowsAbove(battery: Float64Array, before: number, limitW: number): number {
  let from = before
  while (from > 0 && (battery[from - 1] as number) > limitW) from--
  return before - from
}

/** T-9 from a log: every loss of the house's voltage inside the island, with what drove it there and how it came back. */
export function logTrips(
  view: LogView,
  { island, reconnect }: OutageRows,
  marks: readonly LogMark[],
  limitW: number | null,
): LogTrip[] {
  const { timeS, battery, load, periodS } = view
  const end = reconnect < 0 ? view.rows : reconnect
  const trips: LogTrip[] = []
  for (let from = island; from >= 0 && from < end;) {
    const row = firstRow(from, end, view.houseDead)
    if (row < 0) break
    const restartRow = firstRow(row, view.rows, view.houseLive)
    // dead until the street has it again: that is the second gap and no trip
    if (restartRow >= 0 && restartRow >= end && reconnect >= 0) break
    const restartS = restartRow < 0 ? null : (timeS[restartRow] as number)
    const tripS = timeS[row] as number
    const byHand =
      restartS !== null &&
      marks.some(
        (mark) => mark.action === 'restart' && mark.timeS <= restartS && mark.timeS >= restartS - HAND_WITHIN_S,
      )
    trips.push({
      timeS: tripS,
      loadW: there(load?.[row - 1]),
      batteryW: there(battery?.[row - 1]),
      limitW,
      overLimitS: limitW === null || battery === null ? null : rowsAbove(battery, row, limitW) * periodS,
      restartS,
      downS: restartS === null ? null : restartS - tripS,
      automatic: restartS === null ? null : !byHand,
      row,
      restartRow,
    })
    if (restartRow < 0) break
    from = restartRow
  }
  return trips
}
