import type { Installation, Load } from '../installation/installation'
import { rulesOf } from '../installation/rulesOf'
import { type LadderInput, type LadderLeftOut, type LeftOutCause, type LoadLadder, loadLadder } from './loadLadder'
import type { Plan } from './planOfInstallation'

type Facts = Pick<Plan, 'limits' | 'motors' | 'staying'>

/** Why a motor may not be switched on in the test: P-5 refuses its start, or cannot judge it. */
const motorCauses = ({ motors }: Facts): Map<string, LeftOutCause> =>
  new Map(
    motors.flatMap(({ load, asIs }): [string, LeftOutCause][] =>
      asIs.verdict === 'exceeds'
        ? [[load.tag, 'startExceeds']]
        : asIs.verdict === 'open'
          ? [[load.tag, 'startOpen']]
          : [],
    ),
  )

const ladderInput = (installation: Installation, { limits }: Facts, loads: readonly Load[]): LadderInput => ({
  pack: installation.packId,
  circuits: installation.circuits,
  sourceShare: rulesOf(installation).limits.ladderMarginShare.value,
  circuitShare: rulesOf(installation).limits.ladderMarginShare.value,
  nightLimitW: limits.nightW,
  phaseLimitW:
    limits.perPhase &&
    Object.fromEntries(Object.entries(limits.perPhase).map(([phase, { nightW }]) => [phase, nightW])),
  loads: loads.map(({ tag, name, powerW, powerFactor, phase, lockedRotorA, starter, circuitTag }) => ({
    tag,
    name,
    powerW,
    powerFactor,
    phase,
    circuitTag,
    motor: lockedRotorA !== null || starter !== null,
  })),
})

/**
 * T-14 for the house under its plan: the backed-up loads, rung by rung, but for those that the system sheds and nobody can switch on in an island. A
 * motor that P-5 refuses or cannot judge is left out, and the ladder is Open where something is not known.
 */
export function ladderOfInstallation(installation: Installation, plan: Facts): LoadLadder {
  const causes = motorCauses(plan)
  const shed = plan.staying.school === 'automaticWithShedding' ? plan.staying.off : []
  const climbing = installation.loads.filter(
    ({ backedUp, tag }) => backedUp && (causes.has(tag) || !shed.includes(tag)),
  )
  const ladder = loadLadder(
    ladderInput(
      installation,
      plan,
      climbing.filter(({ tag }) => !causes.has(tag)),
    ),
  )
  const motors = climbing.flatMap(({ tag, name }): LadderLeftOut[] => {
    const cause = causes.get(tag)
    return cause ? [{ tag, name, cause }] : []
  })
  const open = motors.some(({ cause }) => cause === 'startOpen')
  return { ...ladder, leftOut: [...motors, ...ladder.leftOut], verdict: open ? 'open' : ladder.verdict }
}

/** Why a load could not stand on the ladder even by itself; `null` where it could. */
export function standsOnLadder(installation: Installation, plan: Facts, load: Load): LeftOutCause | null {
  return (
    motorCauses(plan).get(load.tag) ?? loadLadder(ladderInput(installation, plan, [load])).leftOut[0]?.cause ?? null
  )
}
