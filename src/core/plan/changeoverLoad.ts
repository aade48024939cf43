import { demandDistribution, demandQuantile, shareAbove } from './demandDistribution'
import { type SheddableLoad, type TurnOffList, turnOffFirst } from './turnOffFirst'

/** A load with all that the moment of changeover asks about it. */
export interface PlannedLoad extends SheddableLoad {
  /** Power factor, 0…1. */
  pf: number
}

export type School = 'automaticWholeHome' | 'automaticWithShedding' | 'manualChangeover' | 'emergencySocket'

export interface ChangeoverLoadInput {
  loads?: readonly PlannedLoad[]
  /** Energy per half hour, in kWh; used instead of the load list when given. */
  halfHourlyKWh?: readonly number[]
  nightLimitW: number | null
  changeoverLimitW: number | null
  dayLimitW: number | null
  /** Share of time above a limit that still counts as none. */
  shareTolerance: number
  acceptsShedding: boolean
  /** Share of a limit that the turn-off-first list aims at; 0.8 by default. */
  demandShareOfLimit?: number
}

export interface ChangeoverLoad {
  expectedDemandW: number | null
  expectedDemandVa: number | null
  likelyPeakW: number | null
  shareAboveNight: number | null
  shareAboveChangeover: number | null
  shareAboveDay: number | null
  school: School | null
  turnOffNight: TurnOffList | null
  turnOffDay: TurnOffList | null
  verdict: 'open' | null
}

interface Demand {
  expectedDemandW: number
  expectedDemandVa: number | null
  likelyPeakW: number
  above: (limitW: number) => number
}

function demandOfLoads(loads: readonly PlannedLoad[]): Demand {
  let activeW = 0
  let reactiveVar = 0
  for (const { powerW, duty, pf } of loads) {
    activeW += powerW * duty
    reactiveVar += powerW * duty * Math.tan(Math.acos(pf))
  }
  const distribution = demandDistribution(loads)
  return {
    expectedDemandW: activeW,
    expectedDemandVa: Math.hypot(activeW, reactiveVar),
    likelyPeakW: demandQuantile(distribution, 0.95),
    above: (limitW) => shareAbove(distribution, limitW),
  }
}

function demandOfMetering(halfHourlyKWh: readonly number[]): Demand {
  const sorted = Float64Array.from(halfHourlyKWh, (kWh) => kWh * 2000).sort()
  const n = sorted.length
  return {
    expectedDemandW: sorted.reduce((sum, w) => sum + w, 0) / n,
    expectedDemandVa: null,
    likelyPeakW: sorted[Math.ceil(0.95 * n) - 1] ?? 0,
    above: (limitW) => sorted.filter((w) => w > limitW * (1 + 1e-9)).length / n,
  }
}

/**
 * P-6: the demand an outage meets — expected, likely peak (95th percentile) and the share of time above each limit — from a load list
 * or half-hourly metering, the loads to turn off first by night and by day, and the changeover school that follows.
 *
 * Limits are one set: while one is missing, shares, lists and school are `null` and the verdict Open; no loads and no metering leave everything Open.
 */
export function changeoverLoad(input: ChangeoverLoadInput): ChangeoverLoad {
  const { loads = [], halfHourlyKWh, nightLimitW, changeoverLimitW, dayLimitW, shareTolerance, acceptsShedding } = input
  const aim = input.demandShareOfLimit ?? 0.8
  const metered = halfHourlyKWh !== undefined && halfHourlyKWh.length > 0
  if (!metered && loads.length === 0) {
    return {
      expectedDemandW: null,
      expectedDemandVa: null,
      likelyPeakW: null,
      shareAboveNight: null,
      shareAboveChangeover: null,
      shareAboveDay: null,
      school: null,
      turnOffNight: null,
      turnOffDay: null,
      verdict: 'open',
    }
  }
  const demand = metered ? demandOfMetering(halfHourlyKWh) : demandOfLoads(loads)
  // limits are one set: where one is missing, shares, lists and school are null together
  const missing = nightLimitW === null || changeoverLimitW === null || dayLimitW === null
  const above = (limitW: number | null) => (missing || limitW === null ? null : demand.above(limitW))
  const turnOff = (limitW: number | null) =>
    metered || missing || limitW === null ? null : turnOffFirst(loads, aim * limitW)
  const shareAboveNight = above(nightLimitW)
  const shareAboveChangeover = above(changeoverLimitW)
  const turnOffNight = turnOff(nightLimitW)

  let school: School | null = null
  if (shareAboveNight !== null && shareAboveChangeover !== null) {
    if (shareAboveNight <= shareTolerance && shareAboveChangeover <= shareTolerance) school = 'automaticWholeHome'
    else if (turnOffNight && !turnOffNight.reached) school = 'emergencySocket'
    else school = acceptsShedding ? 'manualChangeover' : 'automaticWithShedding'
  }
  return {
    expectedDemandW: demand.expectedDemandW,
    expectedDemandVa: demand.expectedDemandVa,
    likelyPeakW: demand.likelyPeakW,
    shareAboveNight,
    shareAboveChangeover,
    shareAboveDay: above(dayLimitW),
    school,
    turnOffNight,
    turnOffDay: turnOff(dayLimitW),
    verdict: missing ? 'open' : null,
  }
}
