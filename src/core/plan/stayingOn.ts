import type { Load } from '../installation/installation'
import { type ChangeoverLoad, type ChangeoverLoadInput, type School, changeoverLoad } from './changeoverLoad'
import { leftOffForSure } from './leftOffForSure'
import type { SourceLimits } from './sourceLimits'

/** Which loads are off in an outage, and whether the rest then fits. */
export interface OffInOutage {
  /** By tag, what is turned off first at the head. */
  off: string[]
  /** False where even what must stay on is more than the limits. */
  reached: boolean
}

/** What stays on in an outage under one school, and the demand of it (P-6). */
export interface StayingOn extends OffInOutage {
  school: School | null
  loads: Load[]
  demand: ChangeoverLoad
}

/** The facts that decide who stays on. */
export interface StayingFacts {
  backedUp: readonly Load[]
  limits: SourceLimits
  /** The night list of P-6. */
  turnOffNight: readonly string[]
  /** Motors whose start P-5 refuses. */
  refused: ReadonlySet<string>
  shareTolerance: number
}

const lowest = (...limits: (number | null)[]): number | null =>
  limits.reduce((least, limit) => (limit === null ? least : least === null ? limit : Math.min(least, limit)), null)

/**
 * What a school leaves off: the turn-off-first list, motors that cannot start, and – where the system sheds or the household turns off before it
 * changes over – whatever else the changeover could not carry for sure. A load that must stay on is never left off.
 */
export function offInOutage(school: School | null, facts: StayingFacts): OffInOutage {
  const { backedUp, limits, turnOffNight, refused, shareTolerance } = facts
  const mayGo = (tag: string) => backedUp.some((load) => load.tag === tag && !load.mustStayOn)
  const first = [...new Set([...turnOffNight, ...refused])].filter(mayGo)
  if (school === null || school === 'automaticWholeHome') return { off: first, reached: true }
  const { tags, reached } = leftOffForSure(
    backedUp.filter(({ tag }) => !first.includes(tag)),
    lowest(limits.nightW, limits.changeoverW),
    shareTolerance,
  )
  return { off: [...first, ...tags], reached }
}

/** Loads as P-6 takes them. */
export const plannedLoads = (loads: readonly Load[]): ChangeoverLoadInput['loads'] =>
  loads.map((load) => ({
    id: load.tag,
    powerW: load.powerW,
    pf: load.powerFactor,
    duty: load.duty,
    priority: load.priority,
    keep: load.mustStayOn,
  }))

/** Who stays on under a school, and the demand that makes. */
export function stayingOn(school: School | null, facts: StayingFacts): StayingOn {
  const { off, reached } = offInOutage(school, facts)
  const loads = facts.backedUp.filter(({ tag }) => !off.includes(tag))
  const { nightW, changeoverW, dayW } = facts.limits
  return {
    school,
    off,
    reached,
    loads,
    demand: changeoverLoad({
      loads: plannedLoads(loads),
      nightLimitW: nightW,
      changeoverLimitW: changeoverW,
      dayLimitW: dayW,
      shareTolerance: facts.shareTolerance,
      acceptsShedding: false,
    }),
  }
}

/** Demand on average of what stays on, in watts. */
export const meanDemandW = (loads: readonly Pick<Load, 'powerW' | 'duty'>[]): number =>
  loads.reduce((sum, { powerW, duty }) => sum + powerW * duty, 0)

/**
 * What an outage draws on average, in watts: the mean demand of what stays on and the standby of inverter and gateway.
 *
 * @returns `null` without loads, or while the standby is not declared
 * @example drawInOutageW([{ powerW: 200, duty: 0.5 }], 40) // 140
 */
export const drawInOutageW = (
  loads: readonly Pick<Load, 'powerW' | 'duty'>[],
  standbyW: number | null,
): number | null => (loads.length === 0 || standbyW === null ? null : meanDemandW(loads) + standbyW)
