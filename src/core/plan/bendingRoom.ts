import type { Installation } from '../installation/installation'
import { itemsOf } from '../installation/survey'
import { atMost } from '../quantity/tolerance'
import { RULE_PACKS } from '../rules/packs'
import type { PlanMark } from '../rules/verdict'

/** Whether a thick conductor can bend where it ends on a board. */
export interface BendingRoom {
  runTag: string
  size: string
  boardTag: string
  boardName: string
  neededMm: number
  /** Measured at the board; `null` while nobody has. */
  roomMm: number | null
  mark: PlanMark
}

const alike = (a: string, b: string) => a.trim().toLowerCase() === b.trim().toLowerCase()

/**
 * The room to bend at each end of a run on a board that was found, for sizes that need some. Ends on other things are their maker's to say.
 *
 * @returns one for each such end; `open` while the board was not measured
 * @example bendingRooms(installation) // [{ runTag: 'w1', size: '25', boardName: 'Main board', neededMm: 41, roomMm: 60, mark: 'fits' }]
 */
export function bendingRooms({ runs, survey, packId }: Installation): BendingRoom[] {
  const { leastMm } = RULE_PACKS[packId].bendingRoom
  const boards = itemsOf(survey, 'board')
  return runs.flatMap((run) => {
    const neededMm = leastMm[run.size]
    if (neededMm === undefined) return []
    return boards
      .filter(({ tag, name }) => [run.from, run.to].some((end) => alike(end, name) || alike(end, tag)))
      .map(({ tag, name, detail: { bendingMm: roomMm = null } }): BendingRoom => ({
        runTag: run.tag,
        size: run.size,
        boardTag: tag,
        boardName: name,
        neededMm,
        roomMm,
        mark: roomMm === null ? 'open' : atMost(neededMm, roomMm) ? 'fits' : 'exceeds',
      }))
  })
}
