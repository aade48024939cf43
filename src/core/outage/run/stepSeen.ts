/** The power of the house at one moment, by whichever clock all of them share. */
export interface PowerMoment {
  atMs: number
  houseW: number | null
}

/** What comes on settles for this long before it is read, and is read for as long again as before. */
const SETTLE_MS = 3000
const READ_MS = 5000
const LEAST_MOMENTS = 3

const middleOf = (values: readonly number[]): number => {
  const sorted = values.toSorted((a, b) => a - b)
  const half = sorted.length >> 1
  return sorted.length % 2 === 1
    ? (sorted[half] as number)
    : ((sorted[half - 1] as number) + (sorted[half] as number)) / 2
}

/** What else comes and goes on either side: a step that is small beside it tells nothing. */
const QUIET_W = 20
const QUIET_SHARE = 0.25
/** From here on one moment at either end may be a start of something else, and is left out. */
const ENOUGH_TO_TRIM = 5
function spreadOf(values: readonly number[]): number {
  const sorted = values.toSorted((a, b) => a - b)
  const kept = sorted.length < ENOUGH_TO_TRIM ? sorted : sorted.slice(1, -1)
  return (kept.at(-1) ?? 0) - (kept[0] ?? 0)
}

/**
 * T-8, live: the watts by which the house changed as something was switched, from the middle of the moments before it to that of those after it
 * has settled. An inrush is not the step. `null` until there are three moments on each side, and where
 * other loads move by more than a quarter of it.
 *
 * @example stepSeen(moments, switchedAtMs) // => 1985
 */
export function stepSeen(moments: readonly PowerMoment[], switchedAtMs: number): number | null {
  const within = (fromMs: number, toMs: number) =>
    moments.flatMap(({ atMs, houseW }) => (houseW !== null && atMs >= fromMs && atMs <= toMs ? [houseW] : []))
  const before = within(switchedAtMs - READ_MS, switchedAtMs - 1)
  const after = within(switchedAtMs + SETTLE_MS, switchedAtMs + SETTLE_MS + READ_MS)
  if (before.length < LEAST_MOMENTS || after.length < LEAST_MOMENTS) return null
  const step = middleOf(after) - middleOf(before)
  const quietW = Math.max(QUIET_W, QUIET_SHARE * Math.abs(step))
  return spreadOf(before) > quietW || spreadOf(after) > quietW ? null : step
}

/** How long after it was switched a step can be told. */
export const STEP_TOLD_MS = SETTLE_MS + READ_MS
