/** How a phone's clock stood to the server's when they were compared: what is to be added, how far that may be wrong, and when it was, by the phone. */
export interface ClockCompared {
  offsetMs: number
  errorMs: number
  atMs: number
}

/** How a phone's clock stands at one moment. */
export type ClockOffset = Omit<ClockCompared, 'atMs'>

/** A phone's quartz runs off by 20 to 50 millionths, in the cold by more, and what sets it right meanwhile does so slowly. */
const DRIFT_SHARE = 100e-6
/** Both clocks are read in whole milliseconds. */
const RESOLUTION_MS = 1
/** What was compared longer ago than a working day is no comparison. */
const MOST_AGE_MS = 12 * 3_600_000

/**
 * How a phone's clock stands to the server's some time after they were compared: the error grows with that time. `null` where they never were,
 * where it is more than twelve hours ago, or where the phone's clock was set back since.
 *
 * @param nowMs by the phone's clock
 * @example clockAt({ offsetMs: 40, errorMs: 12, atMs: 0 }, 3_600_000) // { offsetMs: 40, errorMs: 373 }
 */
export function clockAt(compared: ClockCompared | null, nowMs: number): ClockOffset | null {
  if (compared === null) return null
  const ageMs = nowMs - compared.atMs
  if (!(ageMs >= -RESOLUTION_MS && ageMs <= MOST_AGE_MS)) return null
  const { offsetMs, errorMs } = compared
  return { offsetMs, errorMs: errorMs + RESOLUTION_MS + Math.max(0, ageMs) * DRIFT_SHARE }
}

/**
 * The comparison that is the least wrong of some, as they stand at a moment; `null` of none.
 *
 * @example leastWrong([{ offsetMs: 40, errorMs: 12, atMs: 0 }, { offsetMs: 44, errorMs: 60, atMs: 60_000 }], 60_000)?.errorMs // 12
 */
export function leastWrong(compared: readonly ClockCompared[], nowMs: number): ClockCompared | null {
  let best: { one: ClockCompared; errorMs: number } | null = null
  for (const one of compared) {
    const stands = clockAt(one, nowMs)
    if (stands && (best === null || stands.errorMs < best.errorMs)) best = { one, errorMs: stands.errorMs }
  }
  return best?.one ?? null
}
