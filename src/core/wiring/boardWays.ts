import type { Circuit, Installation } from '../installation/installation'
import { itemsOf } from '../installation/survey'
import { RULE_PACKS } from '../rules/packs'
import type { PlanMark } from '../rules/verdict'
import { MAIN_BOARD, boardDoors } from './boardDoors'

/** The ways of one board: how many there are, and how many its circuits take once every move is done. */
export interface BoardWays {
  tag: string
  name: string
  /** As counted on the board; `null` while nobody has. */
  ways: number | null
  taken: number
  /** Below 0 where circuits are planned that find no place. */
  free: number | null
  mark: PlanMark
}

/** Ways that a circuit's own device takes: one for each phase it is on. */
const waysOf = ({ phase }: Circuit, phaseCount: number): number => (phase === 'all' ? phaseCount : 1)

/**
 * Free ways of every board, counting the circuits' own devices; what else sits in a board is for whoever looks into it. A board whose ways nobody
 * counted is Open: room is never assumed.
 */
export function boardWays(installation: Pick<Installation, 'circuits' | 'loads' | 'survey' | 'packId'>): BoardWays[] {
  const { circuits, survey, packId } = installation
  const phaseCount = RULE_PACKS[packId].phases.length
  const counted = new Map(itemsOf(survey, 'board').map(({ tag, detail }) => [tag, detail.ways ?? null]))
  return boardDoors(installation).map(({ tag, name }) => {
    const ways = counted.get(tag) ?? null
    const taken = circuits
      .filter(({ boardTag }) => (boardTag ?? MAIN_BOARD) === tag)
      .reduce((sum, circuit) => sum + waysOf(circuit, phaseCount), 0)
    const free = ways === null ? null : ways - taken
    return { tag, name, ways, taken, free, mark: free === null ? 'open' : free < 0 ? 'exceeds' : 'fits' }
  })
}

/**
 * The ways of a board in one sentence.
 *
 * @example boardWaysWords({ tag: 'b', name: 'Board', ways: 12, taken: 9, free: 3, mark: 'fits' }) // '12 ways, 9 taken, 3 free'
 */
export function boardWaysWords({ ways, taken, free }: BoardWays): string {
  if (ways === null || free === null) return `${taken} taken; nobody counted how many ways it has`
  return free < 0 ? `${ways} ways, ${taken} needed: ${-free} too few` : `${ways} ways, ${taken} taken, ${free} free`
}
