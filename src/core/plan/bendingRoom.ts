import type { Installation } from '../installation/installation'
import { atMost } from '../quantity/tolerance'
import { RULE_PACKS } from '../rules/packs'
import type { PlanMark } from '../rules/verdict'
import { type RunEnd, runEnds } from './runEnds'

/** Whether a thick conductor can bend where it ends. */
export interface BendingRoom extends RunEnd {
  neededMm: number
  mark: PlanMark
}

/**
 * The room to bend at each end of a run on a board or a component, for sizes that need some.
 *
 * @returns one for each such end; `open` while nobody has measured the board or read the component's manual
 * @example bendingRooms(installation) // [{ run, atName: 'Main board', neededMm: 41, roomMm: 60, mark: 'fits', … }]
 */
export function bendingRooms(installation: Installation): BendingRoom[] {
  const { leastMm } = RULE_PACKS[installation.packId].bendingRoom
  return runEnds(installation).flatMap((end): BendingRoom[] => {
    const neededMm = leastMm[end.run.size]
    if (neededMm === undefined) return []
    const mark = end.roomMm === null ? 'open' : atMost(neededMm, end.roomMm) ? 'fits' : 'exceeds'
    return [{ ...end, neededMm, mark }]
  })
}
