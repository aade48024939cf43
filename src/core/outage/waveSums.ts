import type { EvenSamples } from './evenSamples'
import { cyclesAveraged } from './frequency'
import { type HalfCycleRms, halfCycleStepping } from './halfCycleRms'
import { type PhaseTrack, phaseTracking } from './phaseTrack'
import type { RowRange } from './recording'
import { crossingSeeking } from './risingCrossings'
import { breakSeeking } from './shortBreaks'
import { type SquareSums, squareSumming } from './squareSums'

/** Samples that each sum takes before the next has its turn: few enough that the processor still holds them. */
const AT_ONCE = 4096

/** What is summed and sought of every sample of a voltage. */
export interface WaveSums {
  sums: SquareSums
  rms: HalfCycleRms
  track: PhaseTrack
  /** Stretches of nothing, each a tenth of a cycle or longer. */
  breaks: RowRange[]
}

/**
 * Squares and the RMS of each half cycle (T-1), stretches of nothing (T-2), zero crossings (T-3) and phase (T-4) of one voltage, in one
 * walk through its samples: fetching them from memory takes longer than any of the sums.
 */
export function waveSums(
  { samples, rateHz }: EvenSamples,
  nominalV: number,
  nominalHz: number,
  skewS: number,
): WaveSums {
  const nominalPeriod = rateHz / nominalHz
  const squares = squareSumming(samples)
  const crossings = crossingSeeking(samples, Math.SQRT2 * nominalV, nominalPeriod)
  const rms = halfCycleStepping(squares.sums, crossings.found, nominalPeriod, cyclesAveraged(nominalHz))
  const phase = phaseTracking(samples, rateHz, nominalHz, skewS)
  const breaks = breakSeeking({ samples, nominalV, nominalPeriod })
  for (let to = 0; to < samples.length;) {
    to = Math.min(samples.length, to + AT_ONCE)
    squares.until(to)
    crossings.until(to)
    rms.until(to)
    phase.until(to)
    breaks.until(to)
  }
  return { sums: squares.sums, rms: rms.found(), track: phase.track(), breaks: breaks.found() }
}
