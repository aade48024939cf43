import type { Installation } from '../installation/installation'
import { itemsOf } from '../installation/survey'
import { atMost } from '../quantity/tolerance'
import { RULE_PACKS } from '../rules/packs'
import type { PlanMark } from '../rules/verdict'

/** Whether a thick conductor can bend where it ends. */
export interface BendingRoom {
  runTag: string
  size: string
  /** Where it ends: a board that was found, or a component of the plan. */
  at: 'board' | 'component'
  atTag: string
  atName: string
  neededMm: number
  /** Measured at the board, or as the component's maker gives it; `null` while nobody has. */
  roomMm: number | null
  mark: PlanMark
}

const alike = (a: string, b: string) => a.trim().toLowerCase() === b.trim().toLowerCase()

/** Everything that a run may end on, with the room it has. */
const endsOf = ({ survey, components }: Installation): Pick<BendingRoom, 'at' | 'atTag' | 'atName' | 'roomMm'>[] => [
  ...itemsOf(survey, 'board').map(({ tag, name, detail: { bendingMm = null } }) => ({
    at: 'board' as const,
    atTag: tag,
    atName: name,
    roomMm: bendingMm,
  })),
  ...components.map(({ tag, name, bendingMm }) => ({
    at: 'component' as const,
    atTag: tag,
    atName: name,
    // a job that a device kept from before has no such field yet
    roomMm: (bendingMm as number | null | undefined) ?? null,
  })),
]

/**
 * The room to bend at each end of a run on a board or a component, for sizes that need some.
 *
 * @returns one for each such end; `open` while nobody has measured the board or read the component's manual
 * @example bendingRooms(installation) // [{ runTag: 'w1', size: '25', atName: 'Main board', neededMm: 41, roomMm: 60, mark: 'fits' }]
 */
export function bendingRooms(installation: Installation): BendingRoom[] {
  const { leastMm } = RULE_PACKS[installation.packId].bendingRoom
  const ends = endsOf(installation)
  return installation.runs.flatMap((run) => {
    const neededMm = leastMm[run.size]
    if (neededMm === undefined) return []
    return ends
      .filter(({ atTag, atName }) => [run.from, run.to].some((end) => alike(end, atName) || alike(end, atTag)))
      .map((end): BendingRoom => ({
        ...end,
        runTag: run.tag,
        size: run.size,
        neededMm,
        mark: end.roomMm === null ? 'open' : atMost(neededMm, end.roomMm) ? 'fits' : 'exceeds',
      }))
  })
}
