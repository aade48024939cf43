import type { Circuit, Installation } from '../installation/installation'
import { itemsOf } from '../installation/survey'
import { RULE_PACKS } from '../rules/packs'
import type { Phase } from '../rules/rulePack'
import { listedLoadW } from './listedLoad'

/** One line of the chart inside a board's door. */
export interface DoorRow {
  /** `null` while nobody has read it: the place in a list is no way. */
  way: number | null
  tag: string
  name: string
  /** Overcurrent device as printed on it. */
  device: string
  /** Rated residual current, in milliamps; `null` where it has none. */
  iDeltaNMa: number | null
  phase: Phase | 'all'
  /** An alarm, a freezer or medical equipment hangs on it; `null` while nobody has said. */
  safety: boolean | null
  /** Board it came from on this job; `null` for one that was always here. */
  cameFrom: string | null
  /** Phase it was on before, when that changed. */
  wasOn: Phase | 'all' | null
}

/** The chart for one door: what the board feeds, what left it, and its load by phase before and after. */
export interface BoardDoor {
  tag: string
  name: string
  rows: DoorRow[]
  left: { tag: string; name: string; to: string }[]
  /** Circuits that are or were on it and on which no load is listed: what they take is in none of the sums. */
  unlisted: string[]
  beforeW: Readonly<Record<string, number>>
  afterW: Readonly<Record<string, number>>
}

/** Board of a circuit that none is named for. */
export const MAIN_BOARD = 'main'

/**
 * What a board is called: by its name in the survey, wherever it is spoken of.
 *
 * @returns its short name where the survey has none of that name
 * @example boardNameOf(installation)('barn') // 'Barn board'
 */
export function boardNameOf({ survey }: Pick<Installation, 'survey'>): (tag: string) => string {
  const names = new Map(itemsOf(survey, 'board').map(({ tag, name }) => [tag, name]))
  return (tag) => names.get(tag) ?? (tag === MAIN_BOARD ? 'Main board' : tag)
}

const boardOf = ({ boardTag }: Pick<Circuit, 'boardTag'>) => boardTag ?? MAIN_BOARD
const foundOn = (circuit: Circuit) => circuit.foundBoardTag ?? boardOf(circuit)
const foundPhase = (circuit: Circuit) => circuit.foundPhase ?? circuit.phase
/** By way, those nobody has read last. */
const byWay = (a: Circuit, b: Circuit) => (a.way ?? Infinity) - (b.way ?? Infinity) || 0
/** Whether it changes its board or its phase on this job. */
export const hasMoved = (circuit: Circuit): boolean =>
  foundOn(circuit) !== boardOf(circuit) || foundPhase(circuit) !== circuit.phase

/** W-8: the charts for all doors, with the load of each board and phase before and after the moves; a load on all phases counts a share on each. */
export function boardDoors(installation: Pick<Installation, 'circuits' | 'loads' | 'survey' | 'packId'>): BoardDoor[] {
  const { circuits, loads, survey, packId } = installation
  const { phases } = RULE_PACKS[packId]
  const found = itemsOf(survey, 'board')
  const nameOf = boardNameOf({ survey })
  const loadOf = new Map(circuits.map(({ tag }) => [tag, listedLoadW(loads, tag)]))
  const perPhase = (own: readonly Circuit[], phaseOf: (circuit: Circuit) => Phase | 'all') => {
    const sum: Record<string, number> = Object.fromEntries(phases.map((phase) => [phase, 0]))
    for (const circuit of own) {
      const on = phaseOf(circuit)
      for (const phase of on === 'all' ? phases : [on])
        sum[phase] = (sum[phase] ?? 0) + (loadOf.get(circuit.tag) ?? 0) / (on === 'all' ? phases.length : 1)
    }
    return sum
  }
  const tags = [
    ...new Set([
      ...found.map(({ tag }) => tag),
      ...circuits.flatMap((circuit) => [foundOn(circuit), boardOf(circuit)]),
    ]),
  ]
  return tags.map((tag): BoardDoor => {
    const here = circuits.filter((circuit) => boardOf(circuit) === tag)
    const before = circuits.filter((circuit) => foundOn(circuit) === tag)
    return {
      tag,
      name: nameOf(tag),
      rows: here.toSorted(byWay).map((circuit) => ({
        way: circuit.way,
        tag: circuit.tag,
        name: circuit.name,
        device: circuit.breakerA === null ? '' : `${circuit.curve ?? ''}${circuit.breakerA} A`,
        iDeltaNMa: circuit.iDeltaNMa,
        phase: circuit.phase,
        safety: circuit.safety,
        cameFrom: foundOn(circuit) === tag ? null : nameOf(foundOn(circuit)),
        wasOn: foundPhase(circuit) === circuit.phase ? null : foundPhase(circuit),
      })),
      left: before
        .filter((circuit) => boardOf(circuit) !== tag)
        .map((circuit) => ({ tag: circuit.tag, name: circuit.name, to: nameOf(boardOf(circuit)) })),
      unlisted: circuits
        .filter((circuit) => (here.includes(circuit) || before.includes(circuit)) && loadOf.get(circuit.tag) === null)
        .map(({ tag: unlisted }) => unlisted),
      beforeW: perPhase(before, foundPhase),
      afterW: perPhase(here, ({ phase }) => phase),
    }
  })
}
