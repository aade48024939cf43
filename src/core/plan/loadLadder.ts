import { RULE_PACKS } from '../rules/packs'
import type { RulePackId } from '../rules/rulePack'
import {
  type LadderItem,
  type LadderLimits,
  type LadderState,
  breakersOf,
  circuitCurrentA,
  ladderChoice,
  ladderItem,
  nothingOn,
  switchItem,
} from './ladderChoice'

/** An appliance that can be switched on during the test. */
export interface LadderLoad {
  tag: string
  name: string
  powerW: number
  powerFactor: number
  phase: string
  /** Locked-rotor amps, or any other sign of a motor. */
  motor: boolean
  circuitTag: string | null
}

export interface LadderCircuit {
  tag: string
  /** Rating of its device; `null` when not known. */
  breakerA: number | null
}

export interface LadderInput {
  pack: RulePackId
  loads: readonly LadderLoad[]
  circuits: readonly LadderCircuit[]
  nightLimitW: number | null
  /** Night limit of one phase or leg; a phase that is not named is not fed. `null` where phases are not told apart. */
  phaseLimitW: Readonly<Record<string, number>> | null
  /** Share of the source's limits that may be used; the pack's where absent. */
  sourceShare?: number | null
  /** Share of a breaker's rating that may be used; the pack's where absent. */
  circuitShare?: number | null
}

export interface LadderRung {
  tag: string
  name: string
  circuitTag: string | null
  stepW: number
  totalW: number
  /** What is left of the source, in watts. */
  sourceMarginW: number
  phaseMarginW: number | null
  /** Left of the circuit's device on its most loaded phase, in amps. */
  circuitMarginA: number
}

/** Why a load is no rung: nothing is known of its breaker or its start, its start is refused, or another choice comes nearer to the limits. */
export type LeftOutCause = 'breakerUnknown' | 'notChosen' | 'startExceeds' | 'startOpen'
export const LEFT_OUT_WORDS: Readonly<Record<LeftOutCause, string>> = {
  breakerUnknown: 'its circuit, or the rating of its breaker, is not known',
  startExceeds: 'its start is above what the source gives for a moment (P-5)',
  startOpen: 'its start cannot be judged: locked-rotor current or surge is not known (P-5)',
  notChosen: 'with it the source, a phase or its branch would be above its share, or the test further from the limit',
}

export interface LadderLeftOut {
  tag: string
  name: string
  cause: LeftOutCause
}

export interface LoadLadder {
  rungs: LadderRung[]
  leftOut: LadderLeftOut[]
  highestW: number
  /** Open where the limit or a breaker is not known. */
  verdict: 'open' | null
}

function rungOf(
  item: LadderItem,
  state: LadderState,
  { nightLimitW, phaseLimitW, breakerA }: LadderLimits,
): LadderRung {
  const { tag, name, circuitTag, powerW } = item.load
  const phaseMargins = phaseLimitW
    ? item.phases.map((phase) => (phaseLimitW[phase] ?? 0) - (state.onPhaseW.get(phase) ?? 0))
    : []
  const circuit = circuitTag ?? ''
  return {
    tag,
    name,
    circuitTag,
    stepW: powerW,
    totalW: state.totalW,
    sourceMarginW: nightLimitW - state.totalW,
    phaseMarginW: phaseMargins.length > 0 ? Math.min(...phaseMargins) : null,
    circuitMarginA: (breakerA.get(circuit) ?? 0) - circuitCurrentA(state, circuit),
  }
}

/**
 * T-14: the appliances to switch on one after the other in an island test, from light to heavy, so that neither the source, a phase nor a branch
 * is overloaded and the last rung comes as near to the allowed share as any choice can. A load whose breaker is not known is left out and the
 * ladder is Open; without a night limit nothing is climbed. A motor's start is judged by P-5 before it becomes a rung.
 *
 * @example
 * loadLadder({ pack: 'iec-1ph-230', nightLimitW: null, phaseLimitW: null, circuits: [], loads: [] }) // => { rungs: [], verdict: 'open', … }
 */
export function loadLadder(input: LadderInput): LoadLadder {
  const { pack, loads, circuits, nightLimitW, phaseLimitW, sourceShare, circuitShare } = input
  if (nightLimitW === null) return { rungs: [], leftOut: [], highestW: 0, verdict: 'open' }
  const share = RULE_PACKS[pack].limits.ladderMarginShare.value
  const limits: LadderLimits = {
    nightLimitW,
    phaseLimitW,
    sourceShare: sourceShare ?? share,
    circuitShare: circuitShare ?? share,
    breakerA: breakersOf(circuits),
  }
  const items = loads.filter(({ powerW }) => powerW > 0).map((load) => ladderItem(load, pack))
  const known = items.filter(({ load }) => load.circuitTag !== null && limits.breakerA.has(load.circuitTag))
  const chosen = ladderChoice(known, limits)
  const order = known
    .filter((item) => chosen.has(item))
    .sort((a, b) => a.load.powerW - b.load.powerW || Number(b.load.motor) - Number(a.load.motor))
  const state = nothingOn()
  const rungs = order.map((item) => {
    switchItem(state, item, 1)
    return rungOf(item, state, limits)
  })
  const leftOut = items
    .filter((item) => !chosen.has(item))
    .map((item): LadderLeftOut => ({
      tag: item.load.tag,
      name: item.load.name,
      cause: known.includes(item) ? 'notChosen' : 'breakerUnknown',
    }))
  return {
    rungs,
    leftOut,
    highestW: rungs.at(-1)?.totalW ?? 0,
    verdict: leftOut.some(({ cause }) => cause === 'breakerUnknown') ? 'open' : null,
  }
}
