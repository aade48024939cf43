import type { EvenSamples } from './evenSamples'
import { cyclesAveraged } from './frequency'
import { type SquareSums, rmsOver, squareSums } from './squareSums'
import { type Wave, departureSample } from './voltageEvents'

/** A current on its even grid. */
export interface CurrentTrace {
  id: string
  even: EvenSamples
  sums: SquareSums
  period: number
  /** Samples of 10/12 cycles. */
  averaged: number
}

export function currentTrace(id: string, even: EvenSamples, nominalHz: number): CurrentTrace {
  const period = even.rateHz / nominalHz
  return { id, even, sums: squareSums(even.samples), period, averaged: cyclesAveraged(nominalHz) * period }
}

/** RMS over 10/12 cycles that end at a place; from the beginning where the recording does not hold them. */
export const rmsBeforeA = ({ sums, averaged }: CurrentTrace, at: number): number => {
  const from = Math.max(0, at - averaged)
  return at - from < 1 ? 0 : rmsOver(sums, from, at - from)
}

/** RMS of the last 10/12 cycles. */
export const rmsAtEndA = (trace: CurrentTrace): number => rmsBeforeA(trace, trace.even.samples.length - 1)

/** One-cycle RMS in steps of an eighth of a cycle, with the window's middle in samples. */
export function oneCycleRms({ sums, period }: Pick<CurrentTrace, 'sums' | 'period'>, from: number, to: number) {
  const step = period / 8
  const first = Math.max(0, from - period / 2)
  const last = Math.min(sums.samples.length - 1, to + period / 2) - period
  const count = Math.max(0, Math.floor((last - first) / step) + 1)
  const middle = new Float64Array(count)
  const rms = new Float64Array(count)
  for (let k = 0; k < count; k++) {
    middle[k] = first + k * step + period / 2
    rms[k] = rmsOver(sums, first + k * step, period)
  }
  return { middle, rms }
}

/** First sample that leaves the current of the cycles before it, near a place that one-cycle RMS has found. */
export function stepSample(trace: CurrentTrace, coarse: number, levelA: number): number {
  const { even, sums, period } = trace
  const wave: Wave = { samples: even.samples, sums, rateHz: even.rateHz, nominalV: levelA, nominalPeriod: period }
  return departureSample(wave, coarse, period) ?? Math.round(coarse)
}
