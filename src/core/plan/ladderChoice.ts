import type { LadderCircuit, LadderInput, LadderLoad } from './loadLadder'
import { RULE_PACKS } from '../rules/packs'
import type { RulePackId } from '../rules/rulePack'
import { atMost } from '../quantity/tolerance'

/** Sums this near to each other are the same, in watts. */
const SAME_SUM_W = 1e-6
/** Longest list of which every choice is weighed. */
export const MOST_WEIGHED = 20

/** A load as the choice weighs it: on which phases, with how many watts and amps on each. */
export interface LadderItem {
  load: LadderLoad
  phases: readonly string[]
  phaseW: number
  phaseA: number
}

/** What is switched on so far. */
export interface LadderState {
  totalW: number
  onPhaseW: Map<string, number>
  /** Amps by circuit and phase. */
  onCircuitA: Map<string, Map<string, number>>
}

export const nothingOn = (): LadderState => ({ totalW: 0, onPhaseW: new Map(), onCircuitA: new Map() })

/** A load on its phases: an equal share on each, its current from watts over its power factor. */
export function ladderItem(load: LadderLoad, packId: RulePackId): LadderItem {
  const { phases, nominalV, supplyV } = RULE_PACKS[packId]
  const across = load.phase === 'all' ? phases : [load.phase]
  const volts = load.phase === 'all' ? supplyV * (packId === 'iec-3ph-400' ? Math.sqrt(3) : 1) : nominalV
  return {
    load,
    phases: across,
    phaseW: load.powerW / across.length,
    phaseA: load.powerW / load.powerFactor / volts,
  }
}

/** Current of a circuit: that of its most loaded phase. */
export const circuitCurrentA = ({ onCircuitA }: LadderState, circuitTag: string): number =>
  Math.max(0, ...(onCircuitA.get(circuitTag)?.values() ?? []))

/** Switches an item on (`sign` 1) or off again (−1). */
export function switchItem(state: LadderState, { load, phases, phaseW, phaseA }: LadderItem, sign: 1 | -1): void {
  state.totalW += sign * load.powerW
  for (const phase of phases) state.onPhaseW.set(phase, (state.onPhaseW.get(phase) ?? 0) + sign * phaseW)
  if (load.circuitTag === null) return
  const circuit = state.onCircuitA.get(load.circuitTag) ?? new Map<string, number>()
  for (const phase of phases) circuit.set(phase, (circuit.get(phase) ?? 0) + sign * phaseA)
  state.onCircuitA.set(load.circuitTag, circuit)
}

/** Shares of the limits that may be used, and the limits themselves. */
export interface LadderLimits extends Pick<LadderInput, 'phaseLimitW'> {
  nightLimitW: number
  sourceShare: number
  circuitShare: number
  breakerA: ReadonlyMap<string, number>
}

/** Rating of each circuit whose rating is known. */
export const breakersOf = (circuits: readonly LadderCircuit[]): Map<string, number> =>
  new Map(circuits.flatMap(({ tag, breakerA }) => (breakerA === null ? [] : [[tag, breakerA] as const])))

/** Whether what is on stays within the shares of the source, of the phases of an item and of its circuit. */
export function within(state: LadderState, item: LadderItem, limits: LadderLimits): boolean {
  const { nightLimitW, phaseLimitW, sourceShare, circuitShare, breakerA } = limits
  if (!atMost(state.totalW, sourceShare * nightLimitW)) return false
  if (
    phaseLimitW &&
    item.phases.some((phase) => !atMost(state.onPhaseW.get(phase) ?? 0, sourceShare * (phaseLimitW[phase] ?? 0)))
  )
    return false
  const { circuitTag } = item.load
  const rating = circuitTag === null ? undefined : breakerA.get(circuitTag)
  return rating !== undefined && atMost(circuitCurrentA(state, circuitTag as string), circuitShare * rating)
}

/** Of every choice of the items the best one: largest sum, then most items, then the earliest in the list. */
function bestChoice(items: readonly LadderItem[], limits: LadderLimits): LadderItem[] {
  const sumBehindW = new Float64Array(items.length + 1)
  for (let k = items.length - 1; k >= 0; k--) sumBehindW[k] = (sumBehindW[k + 1] ?? 0) + (items[k]?.load.powerW ?? 0)
  const state = nothingOn()
  const chosen: LadderItem[] = []
  let best: LadderItem[] = []
  let bestW = 0
  const weigh = (k: number): void => {
    const reachW = state.totalW + (sumBehindW[k] ?? 0)
    if (reachW < bestW - SAME_SUM_W) return
    if (reachW <= bestW + SAME_SUM_W && chosen.length + items.length - k <= best.length) return
    const item = items[k]
    if (!item) {
      best = [...chosen]
      bestW = state.totalW
      return
    }
    // with it first: of two choices as good as each other the earlier one in the list is found first
    switchItem(state, item, 1)
    chosen.push(item)
    if (within(state, item, limits)) weigh(k + 1)
    chosen.pop()
    switchItem(state, item, -1)
    weigh(k + 1)
  }
  weigh(0)
  return best
}

/**
 * The loads that bring an island test nearest to the permitted share of its limits (T-14). Of up to twenty every choice is weighed; of a longer
 * list the twenty largest are, and what else fits is added from large to small.
 */
export function ladderChoice(items: readonly LadderItem[], limits: LadderLimits): ReadonlySet<LadderItem> {
  if (items.length <= MOST_WEIGHED) return new Set(bestChoice(items, limits))
  const bySize = [...items].sort((a, b) => b.load.powerW - a.load.powerW)
  const weighed = new Set(bySize.slice(0, MOST_WEIGHED))
  const chosen = new Set(
    bestChoice(
      items.filter((item) => weighed.has(item)),
      limits,
    ),
  )
  const state = nothingOn()
  for (const item of chosen) switchItem(state, item, 1)
  for (const item of bySize.slice(MOST_WEIGHED)) {
    switchItem(state, item, 1)
    if (within(state, item, limits)) chosen.add(item)
    else switchItem(state, item, -1)
  }
  return chosen
}
