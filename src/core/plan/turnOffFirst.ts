import { RELATIVE_SLACK } from '../quantity/tolerance'

/** A load as the turn-off-first list sees it. */
export interface SheddableLoad {
  id: string
  powerW: number
  /** Share of the time the load runs, 0…1. */
  duty: number
  /** 1 = most essential, 9 = least. */
  priority: number
  /** Must stay on; never listed. */
  keep: boolean
}

export interface TurnOffList {
  loads: string[]
  /** False when even turning off everything that may go is not enough; `loads` then lists all of it. */
  reached: boolean
}

interface Candidate {
  index: number
  id: string
  priority: number
  demandW: number
}

/**
 * P-6: the fewest loads whose removal brings the expected demand to `targetW`.
 *
 * Among equally short lists: largest sum of priorities (least essential), then least demand removed, then first in list order.
 * The list comes ordered least essential first. Exact by branch and bound up to 24 loads that may go; beyond that
 * the number stays the fewest and the choice is brought near the least essential by exchanges, so that 200 loads are answered within a frame.
 */
export function turnOffFirst(loads: readonly SheddableLoad[], targetW: number): TurnOffList {
  const demandW = loads.reduce((sum, load) => sum + load.powerW * load.duty, 0)
  // what is left carries the rounding of the whole demand, which matters when the target is 0
  const enough = (removedW: number) => demandW - removedW <= targetW + (demandW + Math.abs(targetW)) * RELATIVE_SLACK
  if (enough(0)) return { loads: [], reached: true }
  const candidates: Candidate[] = loads.flatMap((load, index) =>
    load.keep ? [] : [{ index, id: load.id, priority: load.priority, demandW: load.powerW * load.duty }],
  )
  const byDemand = [...candidates].sort((a, b) => b.demandW - a.demandW)
  let removedW = 0
  let count = 0
  while (count < byDemand.length && !enough(removedW)) removedW += byDemand[count++]?.demandW ?? 0
  if (!enough(removedW)) return { loads: ordered(candidates), reached: false }
  const few = candidates.length <= MOST_EXACT || candidates.some(({ priority }) => !Number.isInteger(priority))
  return { loads: ordered((few ? bestOfSize : leastEssential)(candidates, count, enough)), reached: true }
}

/** Longest list of loads that may go that is searched exhaustively. */
const MOST_EXACT = 24

function ordered(chosen: readonly Candidate[]): string[] {
  return [...chosen]
    .sort((a, b) => b.priority - a.priority || b.demandW - a.demandW || a.index - b.index)
    .map(({ id }) => id)
}

/** Largest sum of `count` values taken from each position on: `bounds[from][count]`. */
function suffixBounds(values: readonly number[], size: number): number[][] {
  const bounds: number[][] = []
  let top: number[] = []
  for (let from = values.length; from >= 0; from--) {
    if (from < values.length) top = [...top, values[from] ?? 0].sort((a, b) => b - a).slice(0, size)
    const sums = [0]
    for (const value of top) sums.push((sums.at(-1) ?? 0) + value)
    bounds[from] = sums
  }
  return bounds
}

function bestOfSize(
  candidates: readonly Candidate[],
  size: number,
  enough: (removedW: number) => boolean,
): Candidate[] {
  const priorityBound = suffixBounds(
    candidates.map(({ priority }) => priority),
    size,
  )
  const demandBound = suffixBounds(
    candidates.map((candidate) => candidate.demandW),
    size,
  )
  let best: Candidate[] = []
  let bestPriority = -Infinity
  let bestRemovedW = Infinity
  const chosen: Candidate[] = []
  const visit = (from: number, priority: number, removedW: number) => {
    const left = size - chosen.length
    if (left === 0) {
      if (!enough(removedW)) return
      if (priority > bestPriority || (priority === bestPriority && removedW < bestRemovedW - 1e-9)) {
        best = [...chosen]
        bestPriority = priority
        bestRemovedW = removedW
      }
      return
    }
    for (let at = from; at + left <= candidates.length; at++) {
      const reachable = priority + (priorityBound[at]?.[left] ?? -Infinity)
      if (reachable < bestPriority) return
      if (!enough(removedW + (demandBound[at]?.[left] ?? 0))) return
      const candidate = candidates[at] as Candidate
      chosen.push(candidate)
      visit(at + 1, priority + candidate.priority, removedW + candidate.demandW)
      chosen.pop()
    }
  }
  visit(0, 0, 0)
  return best
}

/** Halvings of the weight between priority and demand; more than enough for nine priorities. */
const HALVINGS = 24

/**
 * `size` loads of a long list that remove enough: those with the most demand plus `weight`·priority, for the largest weight that is still
 * enough, then exchanged one for one while that makes the list less essential, or as little essential and leaner.
 */
function leastEssential(
  candidates: readonly Candidate[],
  size: number,
  enough: (removedW: number) => boolean,
): Candidate[] {
  const removed = (list: readonly Candidate[]) => list.reduce((sum, { demandW }) => sum + demandW, 0)
  const top = (weight: number) =>
    [...candidates]
      .sort((a, b) => b.demandW + weight * b.priority - a.demandW - weight * a.priority || a.index - b.index)
      .slice(0, size)
  let [low, high] = [0, Math.max(...candidates.map(({ demandW }) => demandW))]
  for (let k = 0; k < HALVINGS; k++) {
    const middle = (low + high) / 2
    if (enough(removed(top(middle)))) low = middle
    else high = middle
  }
  const chosen = top(low)
  let removedW = removed(chosen)
  const others = candidates.filter((candidate) => !chosen.includes(candidate))
  for (let better = true; better;) {
    better = false
    for (let c = 0; c < chosen.length; c++) {
      for (let o = 0; o < others.length; o++) {
        const [out, into] = [chosen[c] as Candidate, others[o] as Candidate]
        const lessEssential =
          into.priority > out.priority || (into.priority === out.priority && into.demandW < out.demandW - 1e-9)
        if (!lessEssential || !enough(removedW - out.demandW + into.demandW)) continue
        chosen[c] = into
        others[o] = out
        removedW += into.demandW - out.demandW
        better = true
      }
    }
  }
  return chosen
}
