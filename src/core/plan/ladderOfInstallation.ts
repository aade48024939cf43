import type { Installation } from '../installation/installation'
import { type LadderLeftOut, type LeftOutCause, type LoadLadder, loadLadder } from './loadLadder'
import { motorStarts } from './motorStarts'
import type { Plan } from './planOfInstallation'

/** Why a motor may not be switched on in the test: P-5 refuses its start, or cannot judge it. */
function motorCauses(installation: Installation, plan: Plan): Map<string, LeftOutCause> {
  return new Map(
    motorStarts(installation, plan).flatMap(({ load, asIs }): [string, LeftOutCause][] =>
      asIs.verdict === 'exceeds'
        ? [[load.tag, 'startExceeds']]
        : asIs.verdict === 'open'
          ? [[load.tag, 'startOpen']]
          : [],
    ),
  )
}

/**
 * T-14 for the house under its plan: the backed-up loads that the system does not shed, rung by rung. A motor that P-5 refuses or cannot judge
 * is left out, and the ladder is Open where something is not known.
 */
export function ladderOfInstallation(installation: Installation, plan: Plan): LoadLadder {
  const { packId, loads, circuits } = installation
  const { limits, demand } = plan
  // what the gateway sheds nobody can switch on in an island
  const shed = installation.chosenSchool === 'automaticWithShedding' ? (demand.turnOffNight?.loads ?? []) : []
  const climbing = loads.filter(({ backedUp, tag }) => backedUp && !shed.includes(tag))
  const causes = motorCauses(installation, plan)
  const ladder = loadLadder({
    pack: packId,
    circuits,
    nightLimitW: limits.nightW,
    phaseLimitW:
      limits.perPhase &&
      Object.fromEntries(Object.entries(limits.perPhase).map(([phase, { nightW }]) => [phase, nightW])),
    loads: climbing
      .filter(({ tag }) => !causes.has(tag))
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
  const motors = climbing.flatMap(({ tag, name }): LadderLeftOut[] => {
    const cause = causes.get(tag)
    return cause ? [{ tag, name, cause }] : []
  })
  const open = motors.some(({ cause }) => cause === 'startOpen')
  return { ...ladder, leftOut: [...motors, ...ladder.leftOut], verdict: open ? 'open' : ladder.verdict }
}
