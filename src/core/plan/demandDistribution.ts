/** Demands a house can have and how likely each is; demands ascending, probabilities summing to 1. */
export interface DemandDistribution {
  demandW: Float64Array
  probability: Float64Array
}

/** Above this many different demands they are gathered into whole watts, so that a long load list stays quick. */
const MAX_STATES = 1 << 16

/**
 * Exact distribution of the demand when every load is on with probability `duty`, independent of the others (P-6).
 * Beyond 65,536 different sums demands are rounded to 1 W, far below any limit's meaning.
 */
export function demandDistribution(loads: readonly { powerW: number; duty: number }[]): DemandDistribution {
  let states = new Map<number, number>([[0, 1]])
  for (const { powerW, duty } of loads) {
    const next = new Map<number, number>()
    const coarse = states.size > MAX_STATES / 2
    for (const [demandW, probability] of states) {
      if (duty < 1) next.set(demandW, (next.get(demandW) ?? 0) + probability * (1 - duty))
      if (duty > 0) {
        const on = coarse ? Math.round(demandW + powerW) : demandW + powerW
        next.set(on, (next.get(on) ?? 0) + probability * duty)
      }
    }
    states = next
  }
  const sorted = [...states].sort(([a], [b]) => a - b)
  return { demandW: Float64Array.from(sorted, ([w]) => w), probability: Float64Array.from(sorted, ([, p]) => p) }
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
