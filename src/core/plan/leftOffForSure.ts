import type { Load } from '../installation/installation'
import { demandDistribution, shareAbove } from './demandDistribution'

/** Which loads a school leaves off so that what is left carries through the changeover. */
export interface LeftOff {
  tags: string[]
  /** False when even what must stay on is above the limit more often than tolerated. */
  reached: boolean
}

/** Longest list from which single loads are brought back; a longer one is cut where it suffices. */
const MOST_BROUGHT_BACK = 24

/**
 * What has to be left off so that the rest is above a limit no more than the tolerated share of the time (P-6, schools): least essential
 * first, the largest of equals first; then what need not have gone comes back, most essential first. Loads that must stay on are never listed.
 * Without a limit nothing is left off.
 */
export function leftOffForSure(loads: readonly Load[], limitW: number | null, shareTolerance: number): LeftOff {
  const within = (off: readonly Load[]) =>
    limitW === null ||
    shareAbove(demandDistribution(loads.filter((load) => !off.includes(load))), limitW) <= shareTolerance
  const mayGo = loads
    .filter(({ mustStayOn }) => !mustStayOn)
    .sort((a, b) => b.priority - a.priority || b.powerW - a.powerW)
  if (!within(mayGo)) return { tags: mayGo.map(({ tag }) => tag), reached: false }
  // the share only falls as loads go, so the shortest head of the list that suffices is found by halving
  let [tooFew, enough] = [-1, mayGo.length]
  while (enough - tooFew > 1) {
    const middle = (tooFew + enough) >> 1
    if (within(mayGo.slice(0, middle))) enough = middle
    else tooFew = middle
  }
  let off = mayGo.slice(0, enough)
  for (const load of off.length <= MOST_BROUGHT_BACK ? [...off].reverse() : []) {
    const without = off.filter((other) => other !== load)
    if (within(without)) off = without
  }
  return { tags: off.map(({ tag }) => tag), reached: true }
}
