import type { RulePack } from '../rules/rulePack'
import { type RideThroughClass, rideThroughClass } from '../outage/rideThrough'
import { type LogView, firstRow } from './logRows'

/** An outage as a log shows it, in s from the first row; `null` where the log ends before, or does not say. */
export interface LogOutage {
  gridLostS: number | null
  islandS: number | null
  gapS: number | null
  /** A gap is known to a row. */
  gapResolutionS: number
  /** `notResolved` where the gap is not longer than a row. */
  rideThroughClass: RideThroughClass | 'notResolved' | null
  gridBackS: number | null
  reconnectS: number | null
  waitS: number | null
  /** Without voltage just before the house was on the street again; 0 where no row shows it: shorter than a row. */
  secondGapS: number | null
}

/** The same with rows, for what is looked for inside it. */
export interface OutageRows {
  outage: LogOutage
  /** Row of the loss, first row of the island, and first row on the street again; −1 where the log does not hold it. */
  lost: number
  island: number
  reconnect: number
}

/** Watts and share of the load by which the sources of the house must miss it before the street is said to give the rest. */
const STREET_LEAST_W = 60
const STREET_SHARE = 0.05
/** Of this many rows most must show it: one row may be a meter that lags. */
const ROWS_ON_END = 4
const ROWS_NEEDED = 3

/** Whether the street gives or takes something in a row. */
function onStreet({ grid, load }: LogView, row: number): boolean {
  const watts = grid?.[row] ?? NaN
  return Math.abs(watts) > Math.max(STREET_LEAST_W, STREET_SHARE * Math.abs(load?.[row] ?? 0))
}

/** First row from which the house is on the street again. */
function reconnectRow(view: LogView, from: number): number {
  return firstRow(from, view.rows, (row) => {
    if (!onStreet(view, row) || !view.gridLive(row) || view.houseDead(row)) return false
    let shown = 0
    const end = Math.min(view.rows, row + ROWS_ON_END)
    for (let k = row; k < end; k++) if (onStreet(view, k)) shown++
    return shown >= Math.min(ROWS_NEEDED, end - row)
  })
}

/** Rows without voltage that end at a row. */
function deadRowsBefore(view: LogView, row: number): number {
  let from = row
  while (from > 0 && !view.houseLive(from - 1)) from--
  return row - from
}

/** T-2, T-7 from a log: when the street went, how long the house was dead, when the street was back and the house on it again. */
export function logOutage(view: LogView, pack: Pick<RulePack, 'limits'>): OutageRows {
  const { timeS, rows, periodS } = view
  const at = (row: number) => (row < 0 ? null : (timeS[row] as number))
  const none: LogOutage = {
    gridLostS: null,
    islandS: null,
    gapS: null,
    gapResolutionS: periodS,
    rideThroughClass: null,
    gridBackS: null,
    reconnectS: null,
    waitS: null,
    secondGapS: null,
  }
  const lost = view.vGrid === null ? -1 : firstRow(1, rows, (row) => view.gridDead(row) && !view.gridDead(row - 1))
  if (lost < 0 || view.houseV === null) return { outage: none, lost: -1, island: -1, reconnect: -1 }
  const gridLostS = timeS[lost] as number
  const island = firstRow(lost, rows, view.houseLive)
  const back = firstRow(lost + 1, rows, view.gridLive)
  const reconnect = back < 0 || view.grid === null ? -1 : reconnectRow(view, back)
  const gapS = island < 0 ? null : (timeS[island] as number) - gridLostS
  const [gridBackS, reconnectS] = [at(back), at(reconnect)]
  return {
    lost,
    island,
    reconnect,
    outage: {
      ...none,
      gridLostS,
      islandS: at(island),
      gapS,
      rideThroughClass:
        gapS === null ? null : gapS <= periodS * (1 + 1e-9) ? 'notResolved' : rideThroughClass(gapS * 1000, pack),
      gridBackS,
      reconnectS,
      waitS: gridBackS === null || reconnectS === null ? null : reconnectS - gridBackS,
      secondGapS: reconnect < 0 ? null : deadRowsBefore(view, reconnect) * periodS,
    },
  }
}
