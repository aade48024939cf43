/** How long a page waits before it asks for itself again, try after try; after the last one a person decides. */
const WAITS_S = [3, 10, 30] as const
/** A page that was well for so long begins anew. */
const FORGOTTEN_AFTER_MS = 5 * 60_000

/**
 * The tries of lately, and how long to wait before the next one.
 *
 * @param triedAtMs when the page was asked for again, in any order; anything that is no time is passed over
 * @returns `waitS` is `null` once it was tried often enough
 * @example nextTry([], 0) // { lately: [], waitS: 3 }
 */
export function nextTry(triedAtMs: readonly unknown[], nowMs: number): { lately: number[]; waitS: number | null } {
  const lately = triedAtMs.filter(
    (atMs): atMs is number => typeof atMs === 'number' && atMs <= nowMs && nowMs - atMs < FORGOTTEN_AFTER_MS,
  )
  return { lately, waitS: WAITS_S[lately.length] ?? null }
}
