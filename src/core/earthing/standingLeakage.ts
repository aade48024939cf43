import { atMost } from '../quantity/tolerance'
import type { Limit, LimitKey } from '../rules/rulePack'
import { type Verdict, worstVerdict } from '../rules/verdict'
import { type Regroup, regroupedCircuits } from './regroup'

/** A residual-current device as leakage sees it. */
export interface LeakageGroup {
  iDeltaNMa: number
  /** Returns of the supply that it was seen to take without tripping; `null` while nobody looked. */
  cleanReturns: number | null
}

export interface LeakingCircuit {
  id: string
  /** Clamp reading around all live conductors, or the sum of typical values; `null` while not known. */
  leakageMa: number | null
  /** Place of its device in the list. */
  group: number
  /** Alarm, freezer, medical: never with the leakiest. */
  safety?: boolean
}

export interface StandingLeakageInput {
  groups: readonly LeakageGroup[]
  circuits: readonly LeakingCircuit[]
  /** How many times the standing current flows at the moment the supply returns. */
  transientFactor: number
  /** Rating of a device that would be added. */
  newGroupMa: number
}

export interface StandingLeakage {
  /** What is known, per device. */
  sumMa: number[]
  limitMa: number[]
  groupVerdicts: Verdict[]
  /** Too noisy for any device that others hang on. */
  ownFeed: string[]
  /** `null` while nothing has to move, or a reading is missing. */
  regroup: Regroup | null
  verdict: Verdict
}

type LeakageLimits = Readonly<
  Pick<Record<LimitKey, Limit>, 'leakageShare' | 'leakageReturnShare' | 'leakageCleanReturns'>
>

/**
 * E-10: what standing leakage a device may carry, the smaller of its share of IΔn and what the return of the supply leaves of it.
 *
 * @example
 * leakageLimitMa(30, 2, pack.limits) // => 7.5
 */
export function leakageLimitMa(iDeltaNMa: number, transientFactor: number, limits: LeakageLimits): number {
  return Math.min(
    limits.leakageShare.value * iDeltaNMa,
    (limits.leakageReturnShare.value * iDeltaNMa) / transientFactor,
  )
}

function groupVerdict(
  { cleanReturns }: LeakageGroup,
  own: readonly LeakingCircuit[],
  sumMa: number,
  limitMa: number,
  limits: LeakageLimits,
): Verdict {
  if (!atMost(sumMa, limitMa)) return 'stop'
  if (own.some(({ leakageMa }) => leakageMa === null)) return 'open'
  return (cleanReturns ?? 0) >= limits.leakageCleanReturns.value ? 'proven' : 'watch'
}

/**
 * E-10: the standing leakage of every residual-current device against what it may carry, which circuits are too noisy for any of them,
 * and, where one is over, the fewest moves that put every device right. A capacitor across neutral and earth is never the answer.
 *
 * @throws RangeError when a circuit names a device that is not there
 * @example
 * standingLeakage({ groups: [{ iDeltaNMa: 30, cleanReturns: 3 }], circuits: [{ id: 'lights', leakageMa: 0.4, group: 0 }], transientFactor: 2, newGroupMa: 30 }, pack.limits)
 * // => { sumMa: [0.4], limitMa: [7.5], groupVerdicts: ['proven'], ownFeed: [], regroup: null, verdict: 'proven' }
 */
export function standingLeakage(input: StandingLeakageInput, limits: LeakageLimits): StandingLeakage {
  const { groups, circuits, transientFactor, newGroupMa } = input
  const stray = circuits.find(({ group }) => groups[group] === undefined)
  if (stray) throw new RangeError(`circuits: “${stray.id}” is on device ${stray.group}, and there are ${groups.length}`)
  const onGroup = groups.map((_, at) => circuits.filter(({ group }) => group === at))
  const sumMa = onGroup.map((own) => own.reduce((sum, { leakageMa }) => sum + (leakageMa ?? 0), 0))
  const limitMa = groups.map(({ iDeltaNMa }) => leakageLimitMa(iDeltaNMa, transientFactor, limits))
  const groupVerdicts = groups.map((group, at) => groupVerdict(group, onGroup[at]!, sumMa[at]!, limitMa[at]!, limits))
  const verdict = worstVerdict(groupVerdicts)
  const largestMa = Math.max(...limitMa)
  const noisy = circuits.filter(({ leakageMa }) => leakageMa !== null && !atMost(leakageMa, largestMa))
  const allRead = circuits.every(({ leakageMa }) => leakageMa !== null)
  const sharing = circuits.filter((circuit) => !noisy.includes(circuit))
  return {
    sumMa,
    limitMa,
    groupVerdicts,
    ownFeed: noisy.map(({ id }) => id),
    regroup:
      verdict === 'stop' && allRead
        ? regroupedCircuits(
            sharing.map((circuit) => ({ ...circuit, leakageMa: circuit.leakageMa ?? 0 })),
            limitMa,
            leakageLimitMa(newGroupMa, transientFactor, limits),
          )
        : null,
    verdict,
  }
}
