import type { EvenSamples } from './evenSamples'
import { type SquareSums, crossingSeeking, squareSumming } from './halfCycleRms'
import { type PhaseTrack, phaseTracking } from './phaseTrack'

/** Samples that each sum takes before the next has its turn: few enough that the processor still holds them. */
const AT_ONCE = 4096

/** What is summed of every sample of a voltage. */
export interface WaveSums {
  sums: SquareSums
  /** Rising zero crossings, in samples. */
  crossings: Float64Array
  track: PhaseTrack
}

/**
 * Squares (T-1), zero crossings (T-3) and phase (T-4) of one voltage, in one walk through its samples: fetching them from memory takes
 * longer than any of the three sums.
 */
export function waveSums(
  { samples, rateHz }: EvenSamples,
  nominalV: number,
  nominalHz: number,
  skewS: number,
): WaveSums {
  const squares = squareSumming(samples)
  const crossings = crossingSeeking(samples, Math.SQRT2 * nominalV, rateHz / nominalHz)
  const phase = phaseTracking(samples, rateHz, nominalHz, skewS)
  for (let to = 0; to < samples.length;) {
    to = Math.min(samples.length, to + AT_ONCE)
    squares.until(to)
    crossings.until(to)
    phase.until(to)
  }
  return { sums: squares.sums, crossings: crossings.found(), track: phase.track() }
}
