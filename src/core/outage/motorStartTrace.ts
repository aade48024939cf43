import type { TraceChannel } from './channelEvents'
import { settledRms } from './settledRms'
import { type CurrentTrace, oneCycleRms, rmsAtEndA, rmsBeforeA, stepSample } from './currentTrace'
import { frequencyRun } from './frequencyRun'
import { rmsOver } from './squareSums'

/** A motor's start as a recording shows it (T-12). */
export interface MotorStartTrace {
  current: string
  startS: number
  beforeA: number
  /** Largest instantaneous amount, and largest one-cycle RMS, of the whole current. */
  inrushPeakA: number
  inrushRmsA: number
  runningA: number
  /** Until the current is for good below running + 10 % of the inrush above it. */
  durationS: number
  sagMinV: number
  /** Drop in % of the RMS before, and what is left in % of nominal. */
  sagPercent: number
  sagResidualPercent: number
  /** Until the voltage stays within 1 % of nominal of where it ends. */
  recoveryS: number
  lowestHz: number | null
}

/** A start draws at least this many times the current before it, and this many times what it draws when it runs. */
const TIMES_BEFORE = 2
const TIMES_RUNNING = 1.5
const LEAST_A = 0.5
/** Share of the inrush above running down to which the start lasts. */
const OVER_AT = 0.1
const RECOVERED_SHARE = 0.01

/** Index after the last value that a test holds for; 0 where it never does. */
function afterLast(values: Float64Array, holds: (value: number) => boolean): number {
  for (let k = values.length - 1; k >= 0; k--) if (holds(values[k] as number)) return k + 1
  return 0
}

/** Where the current first reaches halfway to its largest one-cycle RMS, in samples. */
function roughStart(trace: CurrentTrace): { at: number; inrushRmsA: number; beforeA: number } | null {
  const { middle, rms } = oneCycleRms(trace, 0, trace.even.samples.length)
  const inrushRmsA = rms.reduce((most, value) => Math.max(most, value), 0)
  const beforeA = rmsBeforeA(trace, trace.averaged)
  const first = rms.findIndex((value) => value > beforeA + 0.25 * (inrushRmsA - beforeA))
  return first < 0 ? null : { at: middle[first] as number, inrushRmsA, beforeA }
}

/**
 * T-12: the start of a motor in a recording in which nothing was lost: inrush, how long it lasts, how far it drags the voltage and the
 * frequency down. `null` where no current rises and falls back like one.
 */
export function motorStartTrace(voltage: TraceChannel, trace: CurrentTrace): MotorStartTrace | null {
  const rough = roughStart(trace)
  if (rough === null) return null
  const { inrushRmsA } = rough
  const runningA = rmsAtEndA(trace)
  if (inrushRmsA < TIMES_BEFORE * Math.max(rough.beforeA, LEAST_A) || inrushRmsA < TIMES_RUNNING * runningA) return null
  const { even, period } = trace
  const start = stepSample(trace, rough.at - period / 2, 0.5 * inrushRmsA)
  const end = even.samples.length - 1
  const sinceStartS = (sample: number) => Math.max(0, (sample - start) / even.rateHz)
  let inrushPeakA = 0
  for (let k = start; k <= end; k++) inrushPeakA = Math.max(inrushPeakA, Math.abs(even.samples[k] as number))
  const current = oneCycleRms(trace, start, end)
  const settles = afterLast(current.rms, (a) => a >= runningA + OVER_AT * (inrushRmsA - runningA))
  const { wave, track } = voltage
  const volts = oneCycleRms({ sums: wave.sums, period }, start, end)
  const sagMinV = volts.rms.reduce((least, v) => Math.min(least, v), Infinity)
  const endV = rmsOver(wave.sums, end - period - 1, period)
  const recovers = afterLast(volts.rms, (v) => Math.abs(v - endV) > RECOVERED_SHARE * wave.nominalV)
  const beforeV = settledRms(voltage, start - 2, -1) ?? wave.nominalV
  const startS = even.timeOfRowS(even.rowOf(start))
  const { hz } = frequencyRun(track, startS, even.timeOfS(end))
  return {
    current: trace.id,
    startS,
    beforeA: rmsBeforeA(trace, start - 2),
    inrushPeakA,
    inrushRmsA,
    runningA,
    durationS: sinceStartS(current.middle[settles] ?? end),
    sagMinV,
    sagPercent: 100 * (1 - sagMinV / beforeV),
    sagResidualPercent: (100 * sagMinV) / wave.nominalV,
    recoveryS: sinceStartS(volts.middle[recovers] ?? end),
    lowestHz: hz.length === 0 ? null : hz.reduce((least, one) => Math.min(least, one), Infinity),
  }
}
