import type { TraceChannel } from './channelEvents'
import { cyclesAveraged } from './frequency'
import { rmsOver } from './halfCycleRms'

export interface Overshoot {
  /** Largest one-cycle RMS, refreshed each half cycle from the return, against the settled RMS. */
  rmsPercent: number
  /** Largest instantaneous value against the settled peak. */
  peakPercent: number
}

/** T-5: how far the voltage shoots over after the return; settled is the last 10/12 cycles. `null` where the recording ends too soon. */
export function overshootAfter({ wave, track }: TraceChannel, returnSample: number): Overshoot | null {
  const { samples, prefix, nominalPeriod } = wave
  const end = samples.length - 1
  const settledFrom = end - cyclesAveraged(track.nominalHz) * nominalPeriod
  if (settledFrom < returnSample) return null
  const settledV = rmsOver(prefix, settledFrom, end - settledFrom)
  let largestV = 0
  for (let at = returnSample; at + nominalPeriod <= end; at += nominalPeriod / 2)
    largestV = Math.max(largestV, rmsOver(prefix, at, nominalPeriod))
  const peak = (from: number) => {
    let most = 0
    for (let k = Math.ceil(from); k <= end; k++) most = Math.max(most, Math.abs(samples[k] as number))
    return most
  }
  return {
    rmsPercent: 100 * (largestV / settledV - 1),
    peakPercent: 100 * (peak(returnSample) / peak(settledFrom) - 1),
  }
}
