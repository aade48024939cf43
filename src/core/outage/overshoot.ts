import type { TraceChannel } from './channelEvents'
import { cyclesAveraged } from './frequency'
import { type SquareSums, rmsOver, squaresUpTo } from './squareSums'

export interface Overshoot {
  /** Largest one-cycle RMS, refreshed each half cycle from the return, against the settled RMS. */
  rmsPercent: number
  /** Largest instantaneous value against the settled peak. */
  peakPercent: number
}

/** Largest size of a sample from a place on; two side by side, neither of which waits for the other. */
function peakFrom(samples: Float64Array, from: number): number {
  let even = 0
  let odd = 0
  for (let k = from; k + 1 < samples.length; k += 2) {
    const v = Math.abs(samples[k] as number)
    const w = Math.abs(samples[k + 1] as number)
    if (v > even) even = v
    if (w > odd) odd = w
  }
  return Math.max(even, odd, Math.abs(samples.at(-1) ?? 0))
}

/** Largest one-cycle RMS from a place on, refreshed each half cycle: where one window ends, the next but one begins. */
function largestRmsV(sums: SquareSums, from: number, period: number, end: number): number {
  let before = squaresUpTo(sums, from)
  let middle = squaresUpTo(sums, from + period / 2)
  let most = 0
  for (let to = from + period; to <= end; to += period / 2) {
    const after = squaresUpTo(sums, to)
    most = Math.max(most, after - before)
    before = middle
    middle = after
  }
  return Math.sqrt(most / period)
}

/** T-5: how far the voltage shoots over after the return; settled is the last 10/12 cycles. `null` where the recording ends too soon. */
export function overshootAfter({ wave, track }: TraceChannel, returnSample: number): Overshoot | null {
  const { samples, sums, nominalPeriod } = wave
  const end = samples.length - 1
  const settledFrom = end - cyclesAveraged(track.nominalHz) * nominalPeriod
  if (settledFrom < returnSample) return null
  const settledV = rmsOver(sums, settledFrom, end - settledFrom)
  const largestV = largestRmsV(sums, returnSample, nominalPeriod, end)
  const peak = (from: number) => peakFrom(samples, Math.ceil(from))
  return {
    rmsPercent: 100 * (largestV / settledV - 1),
    peakPercent: 100 * (peak(returnSample) / peak(settledFrom) - 1),
  }
}
