import { Remembered } from '../remembered'

/** Demands a house can have and how likely each is; demands ascending, probabilities summing to 1. */
export interface DemandDistribution {
  readonly demandW: Float64Array
  readonly probability: Float64Array
}

type OnOffLoad = { powerW: number; duty: number }

/** Most different demands that are kept apart as they are; above it they are gathered on an even grid. */
const MAX_EXACT = 2048
/** Longer lists have too many sums in any case. */
const MOST_TOLD_APART = 40
/** Most cells of the grid: 4,096 for a house of 40 kW are 10 W each, far below any limit's meaning. */
const MAX_CELLS = 4096

/** By what the loads are: one look at a plan asks for the same demand up to a dozen times, each time of another list. */
const known = new Remembered<DemandDistribution>(16)

/**
 * Exact distribution of the demand when every load is on with probability `duty`, independent of the others (P-6).
 *
 * Exact as long as there are at most 2,048 different sums, or whole watts whose common step divides the sum into at most 4,096 cells.
 * Beyond that each load is split between the two nearest cells of an even grid, which keeps its mean.
 */
export function demandDistribution(loads: readonly OnOffLoad[]): DemandDistribution {
  const content = loads.map(({ powerW, duty }) => `${powerW} ${duty}`).join()
  return known.get(content) ?? known.keep(content, workedOut(loads))
}

function workedOut(loads: readonly OnOffLoad[]): DemandDistribution {
  const running = loads.filter(({ powerW, duty }) => powerW > 0 && duty > 0)
  const alwaysW = running.reduce((sum, { powerW, duty }) => (duty === 1 ? sum + powerW : sum), 0)
  const uncertain = running.filter(({ duty }) => duty < 1)
  return (uncertain.length <= MOST_TOLD_APART ? exactSums(uncertain, alwaysW) : null) ?? onGrid(uncertain, alwaysW)
}

/** Every different sum with its probability; `null` once there are too many. */
function exactSums(loads: readonly OnOffLoad[], alwaysW: number): DemandDistribution | null {
  let states = new Map<number, number>([[alwaysW, 1]])
  for (const { powerW, duty } of loads) {
    const next = new Map<number, number>()
    for (const [demandW, probability] of states) {
      next.set(demandW, (next.get(demandW) ?? 0) + probability * (1 - duty))
      next.set(demandW + powerW, (next.get(demandW + powerW) ?? 0) + probability * duty)
    }
    if (next.size > MAX_EXACT) return null
    states = next
  }
  const sorted = [...states].sort(([a], [b]) => a - b)
  return { demandW: Float64Array.from(sorted, ([w]) => w), probability: Float64Array.from(sorted, ([, p]) => p) }
}

const commonStep = (a: number, b: number): number => (b === 0 ? a : commonStep(b, a % b))

function onGrid(loads: readonly OnOffLoad[], alwaysW: number): DemandDistribution {
  const sumW = loads.reduce((sum, { powerW }) => sum + powerW, 0)
  const whole = loads.every(({ powerW }) => Number.isInteger(powerW))
  const step = whole ? loads.reduce((common, { powerW }) => commonStep(powerW, common), 0) : 0
  const cellW = step > 0 && sumW / step < MAX_CELLS ? step : sumW / (MAX_CELLS - 1 - loads.length)
  const probability = new Float64Array(Math.round(sumW / cellW) + loads.length + 2)
  probability[0] = 1
  let top = 0
  // smallest first, so that the occupied part of the grid grows as late as it can
  for (const { powerW, duty } of [...loads].sort((a, b) => a.powerW - b.powerW)) {
    const at = powerW / cellW
    const low = Math.floor(at + 1e-9)
    const toHigh = duty * Math.max(0, at - low)
    const toLow = duty - toHigh
    const off = 1 - duty
    // cells beyond the occupied part hold zeros, so no edge needs a case of its own
    for (let k = top + low + 1; k > low; k--)
      probability[k] =
        (probability[k] as number) * off +
        (probability[k - low] as number) * toLow +
        (probability[k - low - 1] as number) * toHigh
    probability[low] = (probability[low] as number) * off + (probability[0] as number) * toLow
    for (let k = low - 1; k >= 0; k--) probability[k] = (probability[k] as number) * off
    top += low + (toHigh > 1e-12 ? 1 : 0)
  }
  const used = probability.subarray(0, top + 1)
  return { demandW: Float64Array.from(used, (_, k) => alwaysW + k * cellW), probability: used }
}

/** Probability that the demand is above a limit; exactly at the limit is not above it. */
export function shareAbove({ demandW, probability }: DemandDistribution, limitW: number): number {
  let share = 0
  const edge = limitW + Math.abs(limitW) * 1e-9
  for (let i = demandW.length - 1; i >= 0 && (demandW[i] as number) > edge; i--) share += probability[i] as number
  return share
}

/** Smallest demand x with probability(demand ≤ x) ≥ `share`. */
export function demandQuantile({ demandW, probability }: DemandDistribution, share: number): number {
  let sum = 0
  for (let i = 0; i < demandW.length; i++) {
    sum += probability[i] as number
    if (sum >= share - 1e-12) return demandW[i] as number
  }
  return demandW.at(-1) ?? 0
}
