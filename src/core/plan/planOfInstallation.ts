import type { Installation, Load } from '../installation/installation'
import { RULE_PACKS } from '../rules/packs'
import { type PlanMark, worstPlanMark } from '../rules/verdict'
import { type ChangeoverLoad, type School, changeoverLoad } from './changeoverLoad'
import { type Contradiction, type PlanPart, contradictionsOf } from './contradictions'
import { demandDistribution, demandQuantile } from './demandDistribution'
import { type ImportCapacity, importCapacity } from './importCapacity'
import { type Runtime, runtime } from './runtime'
import { type SourceLimits, sourceLimits } from './sourceLimits'
import { type TurnOffList, turnOffFirst } from './turnOffFirst'

export interface Plan {
  capacity: ImportCapacity
  limits: SourceLimits
  demand: ChangeoverLoad
  runtime: Runtime
  /** What contradicts itself in survey and plan; the parts it touches are not to be relied on. */
  contradictions: Contradiction[]
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
  const contradictions = contradictionsOf(installation)
  const { limits: rules } = RULE_PACKS[packId]
  const backedUp = loads.filter((load) => load.backedUp)
  const limits = sourceLimits({
    pack: packId,
    units: sources.units,
    pvAc: sources.pvAc,
    gatewayA: sources.gatewayA,
    feederA: sources.feederA,
  })
  const asked = changeoverLoad({
    loads: backedUp.map((load) => ({
      id: load.tag,
      powerW: load.powerW,
      pf: load.powerFactor,
      duty: load.duty,
      priority: load.priority,
      keep: load.mustStayOn,
    })),
    nightLimitW: limits.nightW,
    changeoverLimitW: limits.changeoverW,
    dayLimitW: limits.dayW,
    shareTolerance: rules.shareTolerance.value,
    acceptsShedding: installation.acceptsShedding,
    demandShareOfLimit: rules.demandShareOfLimit.value,
  })
  const demand = {
    ...asked,
    turnOffNight: agreedFirst(backedUp, asked.turnOffNight, limits.nightW, rules.demandShareOfLimit.value),
    turnOffDay: agreedFirst(backedUp, asked.turnOffDay, limits.dayW, rules.demandShareOfLimit.value),
  }
  const wholeHousePeakW =
    supply.maximumDemandKva !== null || loads.length === 0 ? null : demandQuantile(demandDistribution(loads), 0.95)
  const capacity = importCapacity({
    pack: packId,
    ratingA: supply.ratingA === null ? null : supply.ratingA + (supply.secondMainA ?? 0),
    powerFactor: supply.powerFactor,
    maximumDemandKva:
      supply.maximumDemandKva ?? (wholeHousePeakW === null ? null : wholeHousePeakW / 1000 / (supply.powerFactor || 1)),
  })
  const promisedH = installation.promises.find(({ kind }) => kind === 'runtime')?.runtimeH ?? null
  const run = runtime({
    usableWh: sources.usableWh,
    nominalWh: sources.nominalWh,
    depthOfDischarge: sources.depthOfDischarge,
    dischargeEfficiency: sources.dischargeEfficiency,
    reserveSoc: sources.reserveSoc,
    usualSoc: sources.usualSoc,
    floorSoc: sources.floorSoc,
    standbyW: sources.standbyW,
    pvW: 0,
    vehicle: null,
    promisedH,
    loadW: demand.expectedDemandW === null ? null : demandAfterTurnOff(installation, demand),
  })
  const fitsShare = rules.demandShareOfLimit.value
  const night = markAgainst(demand.expectedDemandW, limits.nightW, fitsShare)
  const day = markAgainst(demand.expectedDemandW, limits.dayW, fitsShare)
  const touched = (part: PlanPart) => contradictions.some(({ touches }) => touches.includes(part))
  const runtimeMark = touched('runtime')
    ? 'open'
    : (run.verdict ?? (run.runtimeReserveH === null && !run.indefinite ? 'open' : 'fits'))
  const marks = { capacity: capacity.verdict, night, day, runtime: runtimeMark }
  return {
    capacity,
    limits,
    demand,
    runtime: run,
    contradictions,
    marks: { ...marks, overall: worstPlanMark(Object.values(marks)) },
  }
}

/** The turn-off-first list with what the household has agreed to turn off at its head; the rest of the list is worked out for what is left. */
function agreedFirst(
  backedUp: readonly Load[],
  list: TurnOffList | null,
  limitW: number | null,
  share: number,
): TurnOffList | null {
  const agreed = backedUp.filter(({ turnOffFirst, mustStayOn }) => turnOffFirst && !mustStayOn)
  if (agreed.length === 0 || list === null || limitW === null) return list
  const rest = turnOffFirst(
    backedUp
      .filter((load) => !agreed.includes(load))
      .map((load) => ({
        id: load.tag,
        powerW: load.powerW,
        duty: load.duty,
        priority: load.priority,
        keep: load.mustStayOn,
      })),
    share * limitW,
  )
  const order = [...agreed].sort((a, b) => b.priority - a.priority || b.powerW * b.duty - a.powerW * a.duty)
  return { loads: [...order.map(({ tag }) => tag), ...rest.loads], reached: rest.reached }
}

/** Expected demand of what is left on once the household has turned off the night list. */
export function demandAfterTurnOff(
  { loads }: Pick<Installation, 'loads'>,
  demand: Pick<ChangeoverLoad, 'turnOffNight'>,
): number {
  const off = new Set(demand.turnOffNight?.loads ?? [])
  return loads.reduce((sum, load) => (load.backedUp && !off.has(load.tag) ? sum + load.powerW * load.duty : sum), 0)
}

export const SCHOOL_WORDS: Readonly<Record<School, string>> = {
  automaticWholeHome: 'Automatic, whole house',
  automaticWithShedding: 'Automatic, with shedding or an essentials board',
  manualChangeover: 'Manual changeover',
  emergencySocket: 'A single emergency socket',
}
