import type { Installation } from '../installation/installation'
import { RULE_PACKS } from '../rules/packs'
import { type PlanMark, worstPlanMark } from '../rules/verdict'
import { type ChangeoverLoad, type School, changeoverLoad } from './changeoverLoad'
import { type ImportCapacity, importCapacity } from './importCapacity'
import { type Runtime, runtime } from './runtime'
import { type SourceLimits, sourceLimits } from './sourceLimits'

export interface Plan {
  capacity: ImportCapacity
  limits: SourceLimits
  demand: ChangeoverLoad
  runtime: Runtime
  marks: { capacity: PlanMark; night: PlanMark; day: PlanMark; runtime: PlanMark; overall: PlanMark }
}

/** The plan's mark for a demand against a limit: Fits up to the planning share of it, Tight up to all of it, Exceeds above. */
export function markAgainst(demandW: number | null, limitW: number | null, fitsShare: number): PlanMark {
  if (demandW === null || limitW === null) return 'open'
  if (demandW <= fitsShare * limitW * (1 + 1e-9)) return 'fits'
  return demandW <= limitW * (1 + 1e-9) ? 'tight' : 'exceeds'
}

/**
 * Works out what the plan says of an installation: P-1 supply, P-4 source limits, P-6 demand, turn-off-first and school over the loads
 * that are backed up, P-7 runtime at their expected demand. A blank declared figure leaves what depends on it Open.
 */
export function planOfInstallation(installation: Installation): Plan {
  const { packId, supply, sources, loads } = installation
  const { limits: rules } = RULE_PACKS[packId]
  const backedUp = loads.filter((load) => load.backedUp)
  const limits = sourceLimits({ pack: packId, units: sources.units, pvAc: sources.pvAc, gatewayA: sources.gatewayA, feederA: sources.feederA })
  const demand = changeoverLoad({
    loads: backedUp.map((load) => ({
      id: load.tag, powerW: load.powerW, pf: load.powerFactor, duty: load.duty, priority: load.priority, keep: load.mustStayOn,
    })),
    nightLimitW: limits.nightW,
    changeoverLimitW: limits.changeoverW,
    dayLimitW: limits.dayW,
    shareTolerance: rules.shareTolerance.value,
    acceptsShedding: installation.acceptsShedding,
    demandShareOfLimit: rules.demandShareOfLimit.value,
  })
  const wholeHouseVa = changeoverLoad({
    loads: loads.map((load) => ({ id: load.tag, powerW: load.powerW, pf: load.powerFactor, duty: load.duty, priority: load.priority, keep: true })),
    nightLimitW: null, changeoverLimitW: null, dayLimitW: null, shareTolerance: 0, acceptsShedding: true,
  }).likelyPeakW
  const capacity = importCapacity({
    pack: packId, ratingA: supply.ratingA, powerFactor: supply.powerFactor,
    maximumDemandKva: supply.maximumDemandKva ?? (wholeHouseVa === null ? null : wholeHouseVa / 1000 / (supply.powerFactor || 1)),
  })
  const promisedH = installation.promises.find(({ kind }) => kind === 'runtime')?.runtimeH ?? null
  const run = runtime({
    usableWh: sources.usableWh, nominalWh: sources.nominalWh, depthOfDischarge: sources.depthOfDischarge,
    dischargeEfficiency: sources.dischargeEfficiency, reserveSoc: sources.reserveSoc, usualSoc: sources.usualSoc,
    floorSoc: sources.floorSoc, standbyW: sources.standbyW, pvW: 0, vehicle: null, promisedH,
    loadW: demand.expectedDemandW === null ? null : demandAfterTurnOff(installation, demand),
  })
  const fitsShare = rules.demandShareOfLimit.value
  const night = markAgainst(demand.expectedDemandW, limits.nightW, fitsShare)
  const day = markAgainst(demand.expectedDemandW, limits.dayW, fitsShare)
  const runtimeMark = run.verdict ?? (run.runtimeReserveH === null && !run.indefinite ? 'open' : 'fits')
  const marks = { capacity: capacity.verdict, night, day, runtime: runtimeMark }
  return { capacity, limits, demand, runtime: run, marks: { ...marks, overall: worstPlanMark(Object.values(marks)) } }
}

/** Expected demand of what is left on once the household has turned off the night list. */
export function demandAfterTurnOff({ loads }: Pick<Installation, 'loads'>, demand: Pick<ChangeoverLoad, 'turnOffNight'>): number {
  const off = new Set(demand.turnOffNight?.loads ?? [])
  return loads.reduce((sum, load) => (load.backedUp && !off.has(load.tag) ? sum + load.powerW * load.duty : sum), 0)
}

export const SCHOOL_WORDS: Readonly<Record<School, string>> = {
  automaticWholeHome: 'Automatic, whole house',
  automaticWithShedding: 'Automatic, with shedding or an essentials board',
  manualChangeover: 'Manual changeover',
  emergencySocket: 'A single emergency socket',
}
