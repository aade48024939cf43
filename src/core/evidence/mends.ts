import type { Bench } from './bench'
import { type Judgement, type Point, type Stage } from './point'

/** What would mend a test that failed: another plan, a setting, leakage shared out anew, the wiring, the load list, other words, or the maker. */
export const MEND_KINDS = ['plan', 'setting', 'regroup', 'wiring', 'loadList', 'words', 'maker'] as const
export type MendKind = (typeof MEND_KINDS)[number]

export interface Mend {
  kind: MendKind
  stage: Stage
  /** View of that stage's bench; its first where nothing is said. */
  view?: string
}

const PLAN: Mend = { kind: 'plan', stage: 'plan' }
const SETTING: Mend = { kind: 'setting', stage: 'settings' }
const REGROUP: Mend = { kind: 'regroup', stage: 'earth', view: 'leakage' }
const WIRING: Mend = { kind: 'wiring', stage: 'wire', view: 'schematic' }
const LOAD_LIST: Mend = { kind: 'loadList', stage: 'plan' }
const WORDS: Mend = { kind: 'words', stage: 'plan' }
const MAKER: Mend = { kind: 'maker', stage: 'settings' }

/** By family of the test that failed, the likeliest first. Nothing here ever goes past a protection. */
const MENDS: Readonly<Record<string, readonly Mend[]>> = {
  leavingGap: [WORDS, SETTING, MAKER],
  returnGap: [SETTING, MAKER],
  stayedOn: [WIRING, PLAN, WORDS],
  cleanReturns: [REGROUP, WIRING],
  ladderStep: [LOAD_LIST, WIRING],
  capacityShown: [WORDS, MAKER],
  overloadSeen: [MAKER, PLAN],
  demandBeforeCut: [PLAN, LOAD_LIST],
  awakeAfterCut: [WIRING, WORDS],
  toldOfIsland: [SETTING, WORDS],
  islandSource: [SETTING, MAKER],
  islandBond: [WIRING, MAKER],
  rcdIsland: [WIRING, REGROUP],
  disconnection: [WIRING, PLAN],
  switchesAsLeft: [WIRING],
}

/** A test that is not simply proven, with what would mend it. */
export interface ToMend {
  point: Point
  judgement: Judgement
  mends: readonly Mend[]
}

/**
 * The tests of an outage that failed or passed with a remark, failed ones first, each with the changes that would mend it.
 *
 * @example toMend(bench).map(({ point, mends }) => [point.key, mends[0]?.kind]) // [['outage.cleanReturns', 'regroup']]
 */
export function toMend({ points, judgements }: Pick<Bench, 'points' | 'judgements'>): ToMend[] {
  const found = points.flatMap((point): ToMend[] => {
    const judgement = judgements.get(point.key)
    const mends = MENDS[point.family]
    if (!judgement || !mends || (judgement.verdict !== 'stop' && judgement.verdict !== 'watch')) return []
    return [{ point, judgement, mends }]
  })
  const failed = ({ judgement }: ToMend) => (judgement.verdict === 'stop' ? 0 : 1)
  return found.sort((a, b) => failed(a) - failed(b))
}

export const MENDED_FAMILIES: readonly string[] = Object.keys(MENDS)
