import type { Circuit, Load } from '../installation/installation'
import { listedLoadW } from '../wiring/listedLoad'
import type { Phase } from '../rules/rulePack'

/** One circuit that changes boards (W-8). */
export interface CircuitMove {
  tag: string
  name: string
  from: string
  to: string
  phase: Phase | 'all'
  /** What is listed on it, in watts; `null` where nothing is. */
  loadW: number | null
}

export interface CircuitMoves {
  moves: CircuitMove[]
  /** Resulting load of each board and phase, in watts; a load on all phases counts a share on each. */
  perBoard: Readonly<Record<string, Readonly<Record<string, number>>>>
}

export const ESSENTIALS_BOARD = 'essentials board'

/** Board a circuit leaves for, once somebody has said which; else the essentials board that the plan asks for. */
const boardAfter = ({ boardTag, foundBoardTag }: Circuit): string =>
  boardTag !== null && foundBoardTag !== null && boardTag !== foundBoardTag ? boardTag : ESSENTIALS_BOARD

/**
 * W-8 as the plan needs it: with an essentials board every circuit leaves its board for it that feeds something which stays on, or that somebody has moved already; with the whole house
 * backed up none moves. Loads without a circuit stay where they are and are counted on no board.
 *
 * @param kept tags of the loads that stay on; `null` where no board is parted
 */
export function circuitMoves(
  circuits: readonly Circuit[],
  loads: readonly Load[],
  phases: readonly Phase[],
  kept: ReadonlySet<string> | null,
): CircuitMoves {
  const perBoard: Record<string, Record<string, number>> = {}
  const moves: CircuitMove[] = []
  for (const circuit of circuits) {
    const own = loads.filter(({ circuitTag }) => circuitTag === circuit.tag)
    const from = circuit.foundBoardTag ?? circuit.boardTag ?? 'main board'
    const to = boardAfter(circuit)
    const decided = to !== ESSENTIALS_BOARD
    const moving = kept !== null && circuit.backedUp && from !== to && (decided || own.some(({ tag }) => kept.has(tag)))
    const board = (perBoard[moving ? to : from] ??= Object.fromEntries(phases.map((phase) => [phase, 0])))
    for (const load of own)
      for (const phase of load.phase === 'all' ? phases : [load.phase])
        board[phase] = (board[phase] ?? 0) + load.powerW / (load.phase === 'all' ? phases.length : 1)
    if (moving)
      moves.push({
        tag: circuit.tag,
        name: circuit.name,
        from,
        to,
        phase: circuit.phase,
        loadW: listedLoadW(own, circuit.tag),
      })
  }
  return { moves, perBoard }
}
