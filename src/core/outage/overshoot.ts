import type { TraceChannel } from './channelEvents'
import { cyclesAveraged } from './frequency'
import { rmsOver } from './halfCycleRms'

export interface Overshoot {
  /** Largest one-cycle RMS, refreshed each half cycle from the return, against the settled RMS. */
  rmsPercent: number
  /** Largest instantaneous value against the settled peak. */
  peakPercent: number
}

/** Largest size of a sample in `from…to`; highest and lowest are followed apart, which needs no sign at each. */
function peakOver(samples: Float64Array, from: number, to: number): number {
  let highest = 0
  let lowest = 0
  for (let k = from; k <= to; k++) {
    const v = samples[k] as number
    if (v > highest) highest = v
    if (v < lowest) lowest = v
  }
  return Math.max(highest, -lowest)
}

/** T-5: how far the voltage shoots over after the return; settled is the last 10/12 cycles. `null` where the recording ends too soon. */
export function overshootAfter({ wave, track }: TraceChannel, returnSample: number): Overshoot | null {
  const { samples, sums, nominalPeriod } = wave
  const end = samples.length - 1
  const settledFrom = end - cyclesAveraged(track.nominalHz) * nominalPeriod
  if (settledFrom < returnSample) return null
  const settledV = rmsOver(sums, settledFrom, end - settledFrom)
  let largestV = 0
  for (let at = returnSample; at + nominalPeriod <= end; at += nominalPeriod / 2)
    largestV = Math.max(largestV, rmsOver(sums, at, nominalPeriod))
  const peak = (from: number) => peakOver(samples, Math.ceil(from), end)
  return {
    rmsPercent: 100 * (largestV / settledV - 1),
    peakPercent: 100 * (peak(returnSample) / peak(settledFrom) - 1),
  }
}
