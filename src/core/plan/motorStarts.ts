import type { Installation, Load } from '../installation/installation'
import { rulesOf } from '../installation/rulesOf'
import { isMotor } from './figuresInDoubt'
import { type MotorStart, type Starter, motorStart } from './motorStart'
import type { Plan } from './planOfInstallation'

/** One motor of the house under the plan: the start as it is, and with a soft start. */
export interface PlannedMotorStart {
  load: Load
  starter: Starter
  othersVa: number
  /** The surge the phases of this motor get. */
  surgeVa: number | null
  asIs: MotorStart
  /** `null` where it starts softly already. */
  withSoftStart: MotorStart | null
}

/** Share of the surge on each phase: like its share of the night limit; `null` where phases are not told apart. */
export function surgeShares({ perPhase }: Plan['limits']): Record<string, number> | null {
  if (perPhase === null) return null
  const whole = Object.values(perPhase).reduce((sum, { nightW }) => sum + nightW, 0)
  return Object.fromEntries(
    Object.entries(perPhase).map(([phase, { nightW }]) => [phase, whole > 0 ? nightW / whole : 0]),
  )
}

/** Share of the surge that reaches the phases a load is on: like its phase's share of the night limit. */
function surgeShare({ phase }: Load, { limits }: Pick<Plan, 'limits'>): number {
  return phase === 'all' ? 1 : (surgeShares(limits)?.[phase] ?? (limits.perPhase === null ? 1 : 0))
}

/** P-5 for every motor that is backed up: its start with the others at their expected demand, and what a soft start would change. */
export function motorStarts(installation: Installation, plan: Pick<Plan, 'limits'>): PlannedMotorStart[] {
  const { nominalV, supplyV, limits } = rulesOf(installation)
  const backedUp = installation.loads.filter(({ backedUp: own }) => own)
  return backedUp.filter(isMotor).map((load) => {
    const onSame = backedUp.filter(
      (other) => other !== load && (load.phase === 'all' || other.phase === 'all' || other.phase === load.phase),
    )
    const othersVa = onSame.reduce(
      (sum, other) =>
        sum +
        (other.powerW *
          other.duty *
          (other.phase === 'all' && load.phase !== 'all'
            ? 1 / Object.keys(plan.limits.perPhase ?? { one: 1 }).length
            : 1)) /
          other.powerFactor,
      0,
    )
    const surgeVa = plan.limits.surgeVa === null ? null : plan.limits.surgeVa * surgeShare(load, plan)
    const threePhase = load.phase === 'all' && installation.packId === 'iec-3ph-400'
    const starter = load.starter ?? 'direct'
    const breakerA = installation.circuits.find(({ tag }) => tag === load.circuitTag)?.breakerA ?? null
    const start = (by: Starter, startFactor: number | null) =>
      motorStart(
        {
          phases: threePhase ? 3 : 1,
          voltageV: load.phase === 'all' ? supplyV : nominalV,
          lraA: load.lockedRotorA,
          codeLetter: load.codeLetter,
          hp: load.hp,
          runningCurrentA: load.runningA,
          starter: by,
          startFactor,
          othersVa,
          surgeVa,
          surgeS: plan.limits.surgeS,
          startS: load.startS,
          deviceA: breakerA,
          makerMaxLraA: load.makerMaxLraA,
          makerMaxDeviceA: load.makerMaxDeviceA,
        },
        limits,
      )
    return {
      load,
      starter,
      othersVa,
      surgeVa,
      asIs: start(starter, load.startFactor),
      withSoftStart: starter === 'direct' ? start('soft', null) : null,
    }
  })
}
