import type { EvidenceContext } from '../point'
import type { Reading } from '../reading'

/** Of how many phases that are backed up a recording holds the voltage. */
export interface PhasesRecorded {
  recorded: number
  backedUp: number
}

/** How many phases the loads in an outage hang on; all there are where one needs them all, or none is listed. */
function phasesBackedUp({ installation: { loads }, pack }: EvidenceContext): number {
  const used = new Set(loads.flatMap(({ backedUp, phase }) => (backedUp ? [phase] : [])))
  return used.size === 0 || used.has('all') ? pack.phases.length : used.size
}

/**
 * T-2: a gap is that of the longest phase, so that a recording of some of them shows no more than how long it was at least.
 *
 * @returns `null` where every phase that is backed up was recorded; leads that hang free and the street's side do not count
 * @example phasesMissing(recordingOf('v1'), threePhaseHouse) // { recorded: 1, backedUp: 3 }
 */
export function phasesMissing({ detail }: Pick<Reading, 'detail'>, context: EvidenceContext): PhasesRecorded | null {
  const backedUp = phasesBackedUp(context)
  // a gap was found in one of them at least
  const recorded = Math.max(1, Object.keys((detail?.events as object | null | undefined) ?? {}).length)
  return recorded < backedUp ? { recorded, backedUp } : null
}
