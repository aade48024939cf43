import { scaleLinear } from 'd3'
import type { LogAnalysis } from '@/core/powerLog/analyseLog'
import type { LoggedPowers } from '@/core/powerLog/readPowerLog'

export const DRAWN = ['load', 'pv', 'battery', 'grid'] as const
export type Drawn = (typeof DRAWN)[number]

export interface LogChartLayout {
  /** One path a power that was logged. */
  paths: { quantity: Drawn; d: string }[]
  yTicks: { y: number; label: string }[]
  xTicks: { x: number; label: string }[]
  zeroY: number
  /** The house on its own, from the loss to the return. */
  island: { x: number; width: number } | null
}

const LEFT = 52
const RIGHT = 10

/** Smallest and largest value of each pixel column: what a single row shows is never left out. */
function pathOf(values: Float64Array, timeS: Float64Array, x: (s: number) => number, y: (w: number) => number): string {
  let d = ''
  let column = NaN
  let [low, high] = [Infinity, -Infinity]
  const flush = () => {
    if (!Number.isFinite(low)) return
    d += `${d === '' ? 'M' : 'L'}${column} ${y(low).toFixed(1)}V${y(high).toFixed(1)}`
  }
  for (let row = 0; row < values.length; row++) {
    const value = values[row] as number
    if (Number.isNaN(value)) continue
    const at = Math.round(x(timeS[row] as number))
    if (at !== column) {
      flush()
      column = at
      low = high = value
    } else {
      low = Math.min(low, value)
      high = Math.max(high, value)
    }
  }
  flush()
  return d
}

/** Round moments of a log: in seconds for a short one, else in minutes. */
function timeTicks(endS: number): { s: number; label: string }[] {
  if (endS < 600)
    return scaleLinear([0, endS])
      .ticks(6)
      .map((s) => ({ s, label: `${s} s` }))
  return scaleLinear([0, endS / 60])
    .ticks(6)
    .map((minutes) => ({ s: minutes * 60, label: `${minutes} min` }))
}

/** Lays out the powers of a log over its time, in a picture of one height. */
export function logChartLayout(
  log: LoggedPowers,
  analysis: Pick<LogAnalysis, 'gridLostS' | 'reconnectS'>,
  size: { width: number; height: number },
): LogChartLayout {
  const { timeS, columns } = log
  const endS = timeS.at(-1) ?? 1
  const drawn = DRAWN.flatMap((quantity) => {
    const values = columns[quantity]
    return values ? [{ quantity, values }] : []
  })
  let [least, most] = [0, 100]
  for (const { values } of drawn)
    for (const value of values) {
      if (value < least) least = value
      if (value > most) most = value
    }
  const x = scaleLinear([0, endS], [LEFT, size.width - RIGHT])
  const y = scaleLinear([least, most], [size.height - 22, 8]).nice()
  const { gridLostS, reconnectS } = analysis
  return {
    paths: drawn.map(({ quantity, values }) => ({ quantity, d: pathOf(values, timeS, x, y) })),
    yTicks: y.ticks(5).map((watts) => ({ y: y(watts), label: watts === 0 ? '0' : `${watts / 1000} kW` })),
    xTicks: timeTicks(endS).map(({ s, label }) => ({ x: x(s), label })),
    zeroY: y(0),
    island: gridLostS === null ? null : { x: x(gridLostS), width: Math.max(2, x(reconnectS ?? endS) - x(gridLostS)) },
  }
}
