import type { Installation } from '../installation/installation'
import { type LoadLadder, loadLadder } from './loadLadder'
import type { Plan } from './planOfInstallation'

/** T-14 for the house under its plan: the backed-up loads that are not turned off first, rung by rung. */
export const ladderOfInstallation = (
  { packId, loads, circuits }: Installation,
  { limits, demand }: Plan,
): LoadLadder => {
  const off = new Set(demand.turnOffNight?.loads ?? [])
  return loadLadder({
    pack: packId,
    circuits,
    nightLimitW: limits.nightW,
    phaseLimitW:
      limits.perPhase &&
      Object.fromEntries(Object.entries(limits.perPhase).map(([phase, { nightW }]) => [phase, nightW])),
    loads: loads
      .filter(({ backedUp, tag }) => backedUp && !off.has(tag))
      .map(({ tag, name, powerW, powerFactor, phase, lockedRotorA, starter, circuitTag }) => ({
        tag,
        name,
        powerW,
        powerFactor,
        phase,
        circuitTag,
        motor: lockedRotorA !== null || starter !== null,
      })),
  })
}
