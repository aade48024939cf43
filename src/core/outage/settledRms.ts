import { cyclesAveraged } from './frequency'
import type { PhaseTrack } from './phaseTrack'
import { rmsOver } from './squareSums'
import type { Wave } from './voltageEvents'

/** RMS over 10/12 cycles that end (or begin) at a place; `null` where the recording does not hold them. */
export function settledRms({ wave, track }: { wave: Wave; track: PhaseTrack }, at: number, side: -1 | 1) {
  const length = cyclesAveraged(track.nominalHz) * wave.nominalPeriod
  const from = side < 0 ? at - length : at
  if (from < 0 || from + length > wave.samples.length - 1) return null
  return rmsOver(wave.sums, from, length)
}
