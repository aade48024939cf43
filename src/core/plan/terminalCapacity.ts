import type { Installation } from '../installation/installation'
import { sizeSystemOf, sizesOf } from '../rules/conductors'
import type { PlanMark } from '../rules/verdict'
import { type RunEnd, runEnds } from './runEnds'

/** Whether the terminals at the end of a run take its conductor. */
export interface TerminalCapacity extends RunEnd {
  mark: PlanMark
}

/**
 * The terminals at each end of a run on a board or a component against the size of its conductor.
 *
 * @returns one for each such end; `open` while nobody has read what the terminals take, or where it is no size of the region
 * @example terminalCapacities(installation).map(({ atName, terminalSize, mark }) => [atName, terminalSize, mark]) // [['Gateway', '16', 'fits']]
 */
export function terminalCapacities(installation: Installation): TerminalCapacity[] {
  const sizes = sizesOf(sizeSystemOf(installation.packId))
  return runEnds(installation).map((end) => {
    const [needed, taken] = [sizes.indexOf(end.run.size), sizes.indexOf(end.terminalSize ?? '')]
    return { ...end, mark: needed < 0 || taken < 0 ? 'open' : needed <= taken ? 'fits' : 'exceeds' }
  })
}
