import type { InstrumentAccuracy } from '../quantity/accuracy'
import { errorBand } from '../quantity/accuracy'
import { atLeast, atMost } from '../quantity/tolerance'

/** What evidence says about a point. Only a reading can make one. */
export const VERDICTS = ['proven', 'watch', 'open', 'stop'] as const
export type Verdict = (typeof VERDICTS)[number]

/** What a plan says about a figure. A plan proves nothing, so it has words of its own. */
export const PLAN_MARKS = ['fits', 'tight', 'open', 'exceeds'] as const
export type PlanMark = (typeof PLAN_MARKS)[number]

/** Stop before Open before Watch before Proven. `[]` is `open`: nothing shown is nothing proven. */
export function worstVerdict(verdicts: readonly Verdict[]): Verdict {
  if (verdicts.length === 0) return 'open'
  return VERDICTS[Math.max(...verdicts.map((verdict) => VERDICTS.indexOf(verdict)))] ?? 'open'
}

/** Exceeds before Open before Tight before Fits; `[]` is `open`. */
export function worstPlanMark(marks: readonly PlanMark[]): PlanMark {
  if (marks.length === 0) return 'open'
  return PLAN_MARKS[Math.max(...marks.map((mark) => PLAN_MARKS.indexOf(mark)))] ?? 'open'
}

/** The limits a reading must keep, either end open. */
export interface Band {
  min?: number
  max?: number
}

/**
 * Holds one reading against a band, both limits included.
 * Beyond a limit is Stop; a reading inside whose instrument band crosses a limit is Watch.
 */
export function judgeBand(
  reading: number | null | undefined,
  band: Band,
  accuracy?: InstrumentAccuracy | null,
): Verdict {
  if (reading === null || reading === undefined) return 'open'
  const { min = -Infinity, max = Infinity } = band
  if (!atMost(reading, max) || !atLeast(reading, min)) return 'stop'
  const half = errorBand(reading, accuracy)
  return atMost(reading + half, max) && atLeast(reading - half, min) ? 'proven' : 'watch'
}
