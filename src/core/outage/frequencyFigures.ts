import type { TraceChannel } from './channelEvents'
import { type FrequencyRun, fastestChange, frequencyRun } from './frequencyRun'
import { lineHz } from './phaseLine'
import type { PhaseTrack } from './phaseTrack'

/** T-3: frequencies of a recording, from 10/12-cycle means inside stretches without a break; `null` for a side it does not hold. */
export interface FrequencyFigures {
  beforeHz: number | null
  afterSettledHz: number | null
  afterMinHz: number | null
  afterMaxHz: number | null
  /** Farthest from nominal. */
  maxExcursionHz: number | null
  rocofBeforeMaxHzPerS: number | null
  rocofAfterMaxHzPerS: number | null
  rocofMaxHzPerS: number | null
}

/** A stretch in s. */
export interface Stretch {
  fromS: number
  toS: number
}

/** Mean, extremes and the farthest from nominal of some runs, in one look; `null` where they hold nothing. */
interface Summed {
  meanHz: number
  minHz: number
  maxHz: number
  farthestHz: number
}

function summed(runs: readonly FrequencyRun[], nominalHz: number): Summed | null {
  let count = 0
  let sum = 0
  let minHz = Infinity
  let maxHz = -Infinity
  for (const { hz } of runs)
    for (const one of hz) {
      count++
      sum += one
      if (one < minHz) minHz = one
      if (one > maxHz) maxHz = one
    }
  if (count === 0) return null
  return { meanHz: sum / count, minHz, maxHz, farthestHz: Math.max(maxHz - nominalHz, nominalHz - minHz) }
}

const fastestOf = (runs: readonly FrequencyRun[]): number | null =>
  runs.reduce<number | null>((most, run) => {
    const change = fastestChange(run)
    return change === null ? most : Math.max(most ?? 0, change)
  }, null)

const largest = (a: number | null, b: number | null): number | null =>
  a === null || b === null ? (a ?? b) : Math.max(a, b)

/** 10 cycles at 50 Hz, 12 at 60 Hz. */
export const AVERAGED_S = 0.2

/** The mean that ends with the last stretch that is long enough for one. */
function closingHz(track: PhaseTrack, stretches: readonly Stretch[]): number | null {
  const long = stretches.filter(({ fromS, toS }) => toS - fromS >= AVERAGED_S - 1e-9).at(-1)
  return long === undefined ? null : lineHz(track, long.toS - AVERAGED_S, long.toS)
}

/**
 * T-3: frequency before and after what happened, its extremes and its fastest change.
 *
 * @param stretches unbroken stretches before and after; with nothing to part them all lie before
 * @param quiet nothing happened: the frequency before is that of the whole
 */
export function frequencyFigures(
  { track }: TraceChannel,
  stretches: { before: readonly Stretch[]; after: readonly Stretch[] },
  quiet: boolean,
): FrequencyFigures {
  const runs = (list: readonly Stretch[]) => list.map(({ fromS, toS }) => frequencyRun(track, fromS, toS))
  const before = runs(stretches.before)
  const after = runs(stretches.after)
  const [early, late] = [summed(before, track.nominalHz), summed(after, track.nominalHz)]
  const rocofBefore = fastestOf(before)
  const rocofAfter = fastestOf(after)
  return {
    beforeHz: quiet ? (early?.meanHz ?? null) : closingHz(track, stretches.before),
    afterSettledHz: closingHz(track, stretches.after),
    afterMinHz: late?.minHz ?? null,
    afterMaxHz: late?.maxHz ?? null,
    maxExcursionHz: largest(early?.farthestHz ?? null, late?.farthestHz ?? null),
    rocofBeforeMaxHzPerS: rocofBefore,
    rocofAfterMaxHzPerS: rocofAfter,
    rocofMaxHzPerS: largest(rocofBefore, rocofAfter),
  }
}
