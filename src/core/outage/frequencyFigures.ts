import type { TraceChannel } from './channelEvents'
import { type FrequencyRun, type PhaseTrack, fastestChange, frequencyRun, phaseLine } from './phaseTrack'

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

const extreme = (runs: readonly FrequencyRun[], pick: (a: number, b: number) => number): number | null => {
  const values = runs.flatMap(({ hz }) => [...hz])
  return values.length === 0 ? null : values.reduce((best, value) => pick(best, value))
}

const fastestOf = (runs: readonly FrequencyRun[]): number | null =>
  runs.reduce<number | null>((most, run) => {
    const change = fastestChange(run)
    return change === null ? most : Math.max(most ?? 0, change)
  }, null)

const meanOf = (runs: readonly FrequencyRun[]): number | null => {
  const values = runs.flatMap(({ hz }) => [...hz])
  return values.length === 0 ? null : values.reduce((sum, value) => sum + value, 0) / values.length
}

/** 10 cycles at 50 Hz, 12 at 60 Hz. */
export const AVERAGED_S = 0.2

/** The mean that ends with the last stretch that is long enough for one. */
function closingHz(track: PhaseTrack, stretches: readonly Stretch[]): number | null {
  const long = stretches.filter(({ fromS, toS }) => toS - fromS >= AVERAGED_S - 1e-9).at(-1)
  return long === undefined ? null : (phaseLine(track, long.toS - AVERAGED_S, long.toS)?.hz ?? null)
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
  const excursions = [...before, ...after].flatMap(({ hz }) => [...hz].map((one) => Math.abs(one - track.nominalHz)))
  const rocofBefore = fastestOf(before)
  const rocofAfter = fastestOf(after)
  return {
    beforeHz: quiet ? meanOf(before) : closingHz(track, stretches.before),
    afterSettledHz: closingHz(track, stretches.after),
    afterMinHz: extreme(after, Math.min),
    afterMaxHz: extreme(after, Math.max),
    maxExcursionHz: excursions.length === 0 ? null : excursions.reduce((most, one) => Math.max(most, one)),
    rocofBeforeMaxHzPerS: rocofBefore,
    rocofAfterMaxHzPerS: rocofAfter,
    rocofMaxHzPerS: rocofBefore === null && rocofAfter === null ? null : Math.max(rocofBefore ?? 0, rocofAfter ?? 0),
  }
}
