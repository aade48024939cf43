import { atMost } from '../quantity/tolerance'
import type { Phase } from '../rules/rulePack'
import { type PlanMark, worstPlanMark } from '../rules/verdict'
import { sharePhases } from './phaseSharing'

export interface BalancedCircuit {
  tag: string
  boardTag: string
  phase: Phase | 'all'
  loadW: number | null
  /** It leaves its board for the target. */
  backedUp: boolean
  /** It keeps its phase. */
  phaseFixed: boolean
}

export interface CircuitBalanceInput {
  /** Phases of the pack. */
  phases: readonly Phase[]
  /** The board that is balanced. */
  targetBoard: string
  circuits: readonly BalancedCircuit[]
  /** Phases that the target board has; `null`: all. */
  feedable: readonly Phase[] | null
  /** What each phase of the target may carry; `null`: not judged. */
  limitW: Readonly<Partial<Record<Phase, number | null>>> | null
  /** Share of a limit up to which a load fits. */
  demandShare: number
}

export interface BalanceMove {
  tag: string
  from: string
  to: string
  fromPhase: Phase | 'all'
  phase: Phase | 'all'
  loadW: number | null
}

export interface CircuitBalance {
  /** Circuits that change board or phase. */
  moves: BalanceMove[]
  /** Watts on each phase of every board that has a circuit afterwards. */
  perBoard: Record<string, Record<string, number>> | null
  /** The chart for the door of each board: tags by phase. */
  chart: Record<string, string[]> | null
  largestPhaseW: number | null
  spreadW: number | null
  /** Circuits that need a phase the target board does not have. */
  stranded: string[]
  verdict: PlanMark | null
}

type Placed = BalancedCircuit & { to: string; newPhase: Phase | 'all' }

const boardAfter = ({ backedUp, boardTag }: BalancedCircuit, target: string) => (backedUp ? target : boardTag)

/** Watts a circuit brings to a phase: all of them, a share, or none. */
export function wattsOn(phase: Phase, on: Phase | 'all', loadW: number, phases: readonly Phase[]): number {
  if (on === 'all') return loadW / phases.length
  return on === phase ? loadW : 0
}

function isStranded(
  { phase, phaseFixed }: BalancedCircuit,
  feedable: readonly Phase[],
  phases: readonly Phase[],
): boolean {
  if (phase === 'all') return phases.some((one) => !feedable.includes(one))
  return phaseFixed && !feedable.includes(phase)
}

function placed(input: CircuitBalanceInput, feedable: readonly Phase[]): Placed[] {
  const { circuits, phases, targetBoard } = input
  const free = (circuit: BalancedCircuit) =>
    boardAfter(circuit, targetBoard) === targetBoard && circuit.phase !== 'all' && !circuit.phaseFixed
  const staying = circuits.filter((one) => boardAfter(one, targetBoard) === targetBoard && !free(one))
  const baseW = (phase: Phase) =>
    staying.reduce((sum, one) => sum + wattsOn(phase, one.phase, one.loadW ?? 0, phases), 0)
  const elsewhereW = Math.max(0, ...phases.filter((phase) => !feedable.includes(phase)).map(baseW))
  const chosen = sharePhases(
    circuits.filter(free).map(({ loadW, phase }) => ({ loadW: loadW ?? 0, phase: feedable.indexOf(phase as Phase) })),
    feedable.map(baseW),
    elsewhereW,
  )
  let next = 0
  return circuits.map((circuit) => ({
    ...circuit,
    to: boardAfter(circuit, targetBoard),
    newPhase: free(circuit) ? (feedable[chosen[next++] as number] ?? circuit.phase) : circuit.phase,
  }))
}

const movesOf = (circuits: readonly Placed[]): BalanceMove[] =>
  circuits
    .filter(({ to, boardTag, newPhase, phase }) => to !== boardTag || newPhase !== phase)
    .map(({ tag, boardTag, to, phase, newPhase, loadW }) => ({
      tag,
      from: boardTag,
      to,
      fromPhase: phase,
      phase: newPhase,
      loadW,
    }))

function loadsOf(circuits: readonly Placed[], phases: readonly Phase[]): Record<string, number> {
  return Object.fromEntries(
    phases.map((phase) => [
      phase,
      circuits.reduce((sum, { newPhase, loadW }) => sum + wattsOn(phase, newPhase, loadW ?? 0, phases), 0),
    ]),
  )
}

function chartOf(circuits: readonly Placed[], phases: readonly Phase[]): string[] {
  return (['all', ...phases] as const).flatMap((phase) =>
    circuits.filter(({ newPhase }) => newPhase === phase).map(({ tag }) => tag),
  )
}

function markOf(loadW: number, limitW: number | null | undefined, demandShare: number): PlanMark {
  if (limitW === null || limitW === undefined) return 'open'
  if (atMost(loadW, demandShare * limitW)) return 'fits'
  return atMost(loadW, limitW) ? 'tight' : 'exceeds'
}

/**
 * W-8: circuits that go over to the backed-up board, shared out over its phases exactly (the smallest largest phase load, then the fewest
 * changes, then the first phases), with what then stands on each board, the charts for their doors, and what is stranded because the
 * board lacks its phase. A load nobody knows leaves the phases as they are and the whole Open.
 */
export function circuitBalance(input: CircuitBalanceInput): CircuitBalance {
  const { circuits, phases, targetBoard, limitW, demandShare } = input
  const feedable = phases.filter((phase) => input.feedable?.includes(phase) ?? true)
  const stranded = circuits
    .filter((circuit) => boardAfter(circuit, targetBoard) === targetBoard && isStranded(circuit, feedable, phases))
    .map(({ tag }) => tag)
  if (circuits.some(({ loadW }) => loadW === null)) {
    const asTheyAre = circuits.map((one) => ({ ...one, to: boardAfter(one, targetBoard), newPhase: one.phase }))
    const unknown = { perBoard: null, chart: null, largestPhaseW: null, spreadW: null }
    return { moves: movesOf(asTheyAre), ...unknown, stranded, verdict: 'open' }
  }
  const after = placed(input, feedable)
  const boards = [...new Set(after.map(({ to }) => to))]
  const on = (board: string) => after.filter(({ to }) => to === board)
  const targetW = loadsOf(on(targetBoard), phases)
  const fedW = feedable.map((phase) => targetW[phase] as number)
  const marks =
    limitW === null ? [] : feedable.map((phase) => markOf(targetW[phase] as number, limitW[phase], demandShare))
  const judged = limitW === null ? null : worstPlanMark(marks)
  return {
    moves: movesOf(after),
    perBoard: Object.fromEntries(boards.map((board) => [board, loadsOf(on(board), phases)])),
    chart: Object.fromEntries(boards.map((board) => [board, chartOf(on(board), phases)])),
    largestPhaseW: Math.max(0, ...Object.values(targetW)),
    spreadW: fedW.length === 0 ? 0 : Math.max(...fedW) - Math.min(...fedW),
    stranded,
    verdict: stranded.length > 0 ? 'exceeds' : judged,
  }
}
