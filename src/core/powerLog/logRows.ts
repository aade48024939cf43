import type { LoggedPowers } from './readPowerLog'

/** Share of nominal below which a house is dead, and from which it is supplied. */
const DEAD_SHARE = 0.1
const LIVE_SHARE = 0.9

/** A log made ready for looking at: the voltage of the worst leg, and where house and street are dead or supplied. */
export interface LogView {
  timeS: Float64Array
  periodS: number
  rows: number
  /** Lowest of the house's voltages, row by row; `null` where none was logged. */
  houseV: Float64Array | null
  load: Float64Array | null
  pv: Float64Array | null
  /** The house has PV, or may have, and it was not logged. */
  pvUnlogged: boolean
  battery: Float64Array | null
  /** Import +; worked out from the others where no meter logged it, and only while the house is on the street. */
  grid: Float64Array | null
  gridMetered: boolean
  vGrid: Float64Array | null
  f: Float64Array | null
  soc: Float64Array | null
  houseDead: (row: number) => boolean
  houseLive: (row: number) => boolean
  gridDead: (row: number) => boolean
  gridLive: (row: number) => boolean
}

/** Lowest of several columns, row by row; a leg without a figure leaves the row without one. */
function lowestOf(columns: readonly Float64Array[]): Float64Array | null {
  const [first, ...others] = columns
  if (first === undefined) return null
  return first.map((value, row) => others.reduce((least, other) => Math.min(least, other[row] as number), value))
}

/** What the street gives by the energy balance, where no meter says it; `null` where a power of it was not logged. */
function balanceOf(log: LoggedPowers, pvUnlogged: boolean): Float64Array | null {
  const { load, pv, battery } = log.columns
  if (!load || !battery || pvUnlogged) return null
  return load.map((watts, row) => watts - (pv?.[row] ?? 0) - (battery[row] as number))
}

/**
 * A log made ready for looking at.
 *
 * @param hasPv whether the house has PV, or may have; without it a log that holds none is of a house without any
 */
export function viewOfLog(log: LoggedPowers, nominalV: number, hasPv: boolean): LogView {
  const { columns, timeS, periodS } = log
  const pvUnlogged = hasPv && columns.pv === undefined
  const houseV = lowestOf([columns.v, columns.v2, columns.v3].filter((column) => column !== undefined))
  const vGrid = columns.vGrid ?? null
  const below = (column: Float64Array | null, row: number, share: number) =>
    column !== null && (column[row] as number) < share * nominalV
  const atLeast = (column: Float64Array | null, row: number) =>
    column !== null && (column[row] as number) >= LIVE_SHARE * nominalV
  return {
    timeS,
    periodS,
    rows: timeS.length,
    houseV,
    load: columns.load ?? null,
    pv: columns.pv ?? null,
    pvUnlogged,
    battery: columns.battery ?? null,
    grid: columns.grid ?? balanceOf(log, pvUnlogged),
    gridMetered: columns.grid !== undefined,
    vGrid,
    f: columns.f ?? null,
    soc: columns.soc ?? null,
    houseDead: (row) => below(houseV, row, DEAD_SHARE),
    houseLive: (row) => atLeast(houseV, row),
    gridDead: (row) => below(vGrid, row, 0.5),
    gridLive: (row) => atLeast(vGrid, row),
  }
}

/** First row from `from` up to and without `to` for which a test holds; −1 where there is none. */
export function firstRow(from: number, to: number, holds: (row: number) => boolean): number {
  for (let row = Math.max(0, from); row < to; row++) if (holds(row)) return row
  return -1
}

/** First row at or after a moment. */
export function rowAt({ timeS }: Pick<LogView, 'timeS'>, atS: number): number {
  let low = 0
  let high = timeS.length
  while (low < high) {
    const middle = (low + high) >> 1
    if ((timeS[middle] as number) < atS - 1e-9) low = middle + 1
    else high = middle
  }
  return low
}

/** Middle value of the rows that are there; `null` without any. */
export function medianOf(column: Float64Array | null, from: number, to: number): number | null {
  if (column === null) return null
  const there = column
    .subarray(Math.max(0, from), Math.max(0, to))
    .filter((value) => !Number.isNaN(value))
    .sort()
  if (there.length === 0) return null
  const middle = there.length >> 1
  return there.length % 2 === 1
    ? (there[middle] as number)
    : ((there[middle - 1] as number) + (there[middle] as number)) / 2
}
