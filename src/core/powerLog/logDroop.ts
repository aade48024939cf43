import { type LogView, medianOf } from './logRows'
import type { LogStep, Segment } from './logSteps'

/** How voltage and frequency of the island fall with the battery's power: v = v0 − vPerKw·P, f = f0 − hzPerKw·P. */
export interface LogDroop {
  v0: number
  f0: number
  vPerKw: number
  hzPerKw: number
}

export interface DroopFigures {
  droop: LogDroop | null
  /** Fall of the voltage from nothing to the largest power, in %. */
  regulationPercent: number | null
  /** Largest settled power of the battery. */
  peakBatteryW: number | null
}

const NOTHING: DroopFigures = { droop: null, regulationPercent: null, peakBatteryW: null }
/** Seconds around a step or an end of the supply in which nothing has settled. */
const UNSETTLED_S = 4
/** A line needs the power to have moved by this much. */
const LEAST_SPAN_W = 200
const LEVEL_S = 5

/** Straight line through many points, by least squares. */
class Line {
  #n = 0
  #x = 0
  #y = 0
  #xx = 0
  #xy = 0

  add(x: number, y: number): void {
    this.#n++
    this.#x += x
    this.#y += y
    this.#xx += x * x
    this.#xy += x * y
  }

  get slope(): number {
    return (this.#n * this.#xy - this.#x * this.#y) / (this.#n * this.#xx - this.#x * this.#x)
  }

  get offset(): number {
    return (this.#y - this.slope * this.#x) / this.#n
  }
}

/** Rows of the island in which everything had settled. */
function settledRows({ timeS }: LogView, segments: readonly Segment[], steps: readonly LogStep[]): number[] {
  return segments.flatMap(({ from, to }) => {
    const rows: number[] = []
    const [startS, endS] = [timeS[from] as number, timeS[to - 1] as number]
    for (let row = from; row < to; row++) {
      const at = timeS[row] as number
      const byStep = steps.some((step) => at >= step.timeS - 1 && at < step.timeS + UNSETTLED_S)
      if (!byStep && at >= startS + UNSETTLED_S && at < endS - 1) rows.push(row)
    }
    return rows
  })
}

/** Largest power that the battery gave over some seconds on end. */
function largestLevelW({ battery, periodS }: LogView, segments: readonly Segment[]): number | null {
  const level = Math.max(3, Math.round(LEVEL_S / periodS))
  let largest: number | null = null
  for (const { from, to } of segments)
    for (let row = from; row + level <= to; row += Math.max(1, level >> 1)) {
      const watts = medianOf(battery, row, row + level)
      if (watts !== null && (largest === null || watts > largest)) largest = watts
    }
  return largest
}

/** T-8: droop, regulation and the largest settled power of an island. */
export function logDroop(view: LogView, segments: readonly Segment[], steps: readonly LogStep[]): DroopFigures {
  const { battery, houseV, f } = view
  if (battery === null || segments.length === 0) return NOTHING
  const peakBatteryW = largestLevelW(view, segments)
  if (houseV === null || f === null) return { ...NOTHING, peakBatteryW }
  const volts = new Line()
  const hertz = new Line()
  let [least, most] = [Infinity, -Infinity]
  for (const row of settledRows(view, segments, steps)) {
    const watts = battery[row] as number
    if (Number.isNaN(watts) || Number.isNaN(houseV[row] as number) || Number.isNaN(f[row] as number)) continue
    volts.add(watts / 1000, houseV[row] as number)
    hertz.add(watts / 1000, f[row] as number)
    least = Math.min(least, watts)
    most = Math.max(most, watts)
  }
  if (!(most - least >= LEAST_SPAN_W)) return { ...NOTHING, peakBatteryW }
  const droop: LogDroop = { v0: volts.offset, f0: hertz.offset, vPerKw: -volts.slope, hzPerKw: -hertz.slope }
  const regulationPercent = peakBatteryW === null ? null : (100 * droop.vPerKw * peakBatteryW) / 1000 / droop.v0
  return { droop, regulationPercent, peakBatteryW }
}
