import type { ReturnLane } from './returnLane'

export type WaitAgainstSet = 'late' | 'tooSoon' | 'asSet'

/** Longer than so many times the set wait is late (T-7). */
const LATE_TIMES = 1.5
/** A tap is less exact than this. */
const SOONER_S = 1

/**
 * T-7: how the wait of a return stands to the set one; one that is under way can be late and not too soon. `null` where no wait was seen, or none
 * is set.
 *
 * @param setS how long it is set to wait
 * @example waitAgainstSet({ waitS: 95, underWayS: null }, 60) // 'late'
 */
export function waitAgainstSet(
  { waitS, underWayS }: Pick<ReturnLane, 'waitS' | 'underWayS'>,
  setS: number | null,
): WaitAgainstSet | null {
  const seenS = waitS ?? underWayS
  if (setS === null || seenS === null) return null
  if (seenS > LATE_TIMES * setS) return 'late'
  return waitS !== null && waitS < setS - SOONER_S ? 'tooSoon' : 'asSet'
}
