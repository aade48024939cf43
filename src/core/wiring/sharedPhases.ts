import type { Circuit } from '../installation/installation'
import { circuitBalance, wattsOn } from '../plan/circuitBalance'
import type { Phase } from '../rules/rulePack'

/** How the circuits of one board share its phases best, or why nobody can say. */
export type SharedPhases =
  | { kind: 'open'; tags: string[] }
  | { kind: 'tooMany' }
  | { kind: 'shared'; changes: { tag: string; phase: Phase }[]; largestBeforeW: number; largestW: number }

/** Largest sum on one phase as the circuits are now. */
function largestNowW(circuits: readonly Circuit[], loadW: (circuit: Circuit) => number, phases: readonly Phase[]) {
  const on = (phase: Phase) =>
    circuits.reduce((sum, circuit) => sum + wattsOn(phase, circuit.phase, loadW(circuit), phases), 0)
  return Math.max(0, ...phases.map(on))
}

/**
 * W-8: the sharing of one board's circuits over its phases with the smallest largest load, and of those the one with the fewest changes. Circuits
 * on all phases stay.
 *
 * @param loadW watts on a circuit; `null` while nobody listed its loads, which leaves the whole open
 * @param circuits those of one board
 * @example sharedPhases([twoKettlesOnL1], () => 2000, ['L1', 'L2', 'L3']) // { kind: 'shared', changes: [{ tag: 'c2', phase: 'L2' }], … }
 */
export function sharedPhases(
  circuits: readonly Circuit[],
  loadW: (circuit: Circuit) => number | null,
  phases: readonly Phase[],
): SharedPhases {
  const unknown = circuits.filter((circuit) => loadW(circuit) === null).map(({ tag }) => tag)
  if (unknown.length > 0) return { kind: 'open', tags: unknown }
  const watts = (circuit: Circuit) => loadW(circuit) ?? 0
  try {
    const { moves, largestPhaseW } = circuitBalance({
      phases,
      targetBoard: 'this',
      circuits: circuits.map((circuit) => ({
        tag: circuit.tag,
        boardTag: 'this',
        phase: circuit.phase,
        loadW: watts(circuit),
        backedUp: false,
        phaseFixed: false,
      })),
      feedable: null,
      limitW: null,
      demandShare: 1,
    })
    return {
      kind: 'shared',
      changes: moves.flatMap(({ tag, phase }) => (phase === 'all' ? [] : [{ tag, phase }])),
      largestBeforeW: largestNowW(circuits, watts, phases),
      largestW: largestPhaseW ?? 0,
    }
  } catch (error) {
    if (error instanceof RangeError) return { kind: 'tooMany' }
    throw error
  }
}
