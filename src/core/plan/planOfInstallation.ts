import type { Installation, Load } from '../installation/installation'
import { rulesOf } from '../installation/rulesOf'
import { type PlanMark, worstPlanMark } from '../rules/verdict'
import { type ChangeoverLoad, type School, changeoverLoad } from './changeoverLoad'
import { type Contradiction, type PlanPart, contradictionsOf } from './contradictions'
import { type ImportCapacity, importCapacity } from './importCapacity'
import { type PlannedMotorStart, motorStarts, surgeShares } from './motorStarts'
import { type ServiceMains, chargingMainA, mainsOf } from './mains'
import { planContradictions } from './planContradictions'
import { likelyPeakW, markOfFigures, markOfPeak } from './planMarks'
import { motorsSay, partingLoads, recommendedSchool } from './recommendedSchool'
import { type RestartTogether, restartTogether } from './restartTogether'
import { energyAtLoadWh } from './leadAcidBank'
import { type Runtime, runtime } from './runtime'
import { limitsOfInstallation } from './limitsOfInstallation'
import type { SourceLimits } from './sourceLimits'
import { type StayingOn, drawInOutageW, meanDemandW, plannedLoads, stayingOn } from './stayingOn'
import { type TurnOffList, turnOffFirst } from './turnOffFirst'

export const PLAN_MARK_KEYS = ['capacity', 'night', 'changeover', 'day', 'surge', 'runtime'] as const
export type PlanMarkKey = (typeof PLAN_MARK_KEYS)[number]

/** All that the plan says of a house: one calculation, which every view reads. */
export interface Plan {
  capacity: ImportCapacity
  /** Each main of a split service; `null` where there is one. */
  mains: ServiceMains | null
  limits: SourceLimits
  /** P-6 over what is backed up; its school is the recommended one, with P-5 taken in. */
  demand: ChangeoverLoad
  /** P-6 over every load of the house, backed up or not: what the first word to the household speaks of. */
  wholeHouse: ChangeoverLoad
  /** Loads that are never backed up although the rest could change over as a whole. */
  parting: Load[]
  /** P-5 for every motor that is backed up. */
  motors: PlannedMotorStart[]
  /** What stays on in an outage under the chosen school, or the recommended one while none is chosen; marks, hours and promises are of it. */
  staying: StayingOn
  /** P-6b for what stays on. */
  restart: RestartTogether
  runtime: Runtime
  /** What contradicts itself in survey and plan; the parts it touches are not to be relied on. */
  contradictions: Contradiction[]
  marks: Readonly<Record<PlanMarkKey | 'overall', PlanMark>>
}

/** P-6 over some loads, its school with their motors taken in. */
function demandOf(installation: Installation, loads: readonly Load[], limits: SourceLimits): ChangeoverLoad {
  const { limits: rules } = rulesOf(installation)
  const asked = changeoverLoad({
    loads: plannedLoads(loads),
    nightLimitW: limits.nightW,
    changeoverLimitW: limits.changeoverW,
    dayLimitW: limits.dayW,
    shareTolerance: rules.shareTolerance.value,
    acceptsShedding: installation.acceptsShedding,
    demandShareOfLimit: rules.demandShareOfLimit.value,
  })
  const motors = motorsSay(
    motorStarts({ ...installation, loads: loads.map((load) => ({ ...load, backedUp: true })) }, { limits }),
  )
  const share = rules.demandShareOfLimit.value
  return {
    ...asked,
    school: recommendedSchool(asked, motors, installation.acceptsShedding),
    turnOffNight: agreedFirst(loads, asked.turnOffNight, limits.nightW, share),
    turnOffDay: agreedFirst(loads, asked.turnOffDay, limits.dayW, share),
  }
}

/**
 * P-1: what the supply gives, against what is declared of it or the likely peak of the whole house. Two mains are never summed: the one that the
 * backup sits on is what can be charged from, and whether the house fits is the worse of both.
 */
function capacityOf(installation: Installation, mains: ServiceMains | null): ImportCapacity {
  const { packId, supply, loads } = installation
  const { ratingA, powerFactor } = supply
  if (mains !== null) {
    const own = importCapacity({
      pack: packId,
      ratingA: chargingMainA(installation),
      powerFactor,
      maximumDemandKva: null,
    })
    return { ...own, verdict: mains.verdict }
  }
  const peakW = supply.maximumDemandKva === null ? likelyPeakW(loads) : null
  return importCapacity({
    pack: packId,
    ratingA,
    powerFactor,
    maximumDemandKva: supply.maximumDemandKva ?? (peakW === null ? null : peakW / 1000 / (powerFactor || 1)),
  })
}

/** P-7 at the mean demand of what stays on, without sun or with what it is expected to give; a lead–acid bank gives less the faster it is emptied. */
export function runtimeOf({ sources, promises }: Installation, staying: StayingOn, pvW = 0): Runtime {
  const loadW = staying.loads.length === 0 ? null : meanDemandW(staying.loads)
  return runtime({
    usableWh: energyAtLoadWh(sources, drawInOutageW(staying.loads, sources.standbyW)),
    nominalWh: null,
    depthOfDischarge: null,
    dischargeEfficiency: sources.dischargeEfficiency,
    reserveSoc: sources.reserveSoc,
    usualSoc: sources.usualSoc,
    floorSoc: sources.floorSoc,
    standbyW: sources.standbyW,
    pvW,
    vehicle: null,
    promisedH: promises.find(({ kind }) => kind === 'runtime')?.runtimeH ?? null,
    loadW,
  })
}

/**
 * Works out the plan of an installation, once for every view: P-1 supply, P-4 source limits, P-5 motor starts, P-6 demand and school, what stays
 * on in an outage, P-6b the restart, P-7 runtime. Marks are of the likely peak of what stays on, as a whole and per phase. A blank declared figure
 * leaves what depends on it Open.
 */
export function planOfInstallation(installation: Installation): Plan {
  const { packId, loads } = installation
  const { limits: rules } = rulesOf(installation)
  const limits = limitsOfInstallation(installation)
  const backedUp = loads.filter((load) => load.backedUp)
  const motors = motorStarts(installation, { limits })
  const asked = demandOf(installation, backedUp, limits)
  const parting = partingLoads(loads, asked)
  const demand: ChangeoverLoad = parting.length > 0 ? { ...asked, school: 'automaticWithShedding' } : asked
  const staying = stayingOn(installation.chosenSchool ?? demand.school, {
    backedUp,
    limits,
    turnOffNight: demand.turnOffNight?.loads ?? [],
    refused: new Set(motorsSay(motors).refused.map(({ load }) => load.tag)),
    shareTolerance: rules.shareTolerance.value,
  })
  const fitsShare = rules.demandShareOfLimit.value
  const restart = restartTogether({
    packId,
    staying: staying.loads,
    motors: motors.filter(({ load }) => staying.loads.includes(load)),
    surgeVa: limits.surgeVa,
    surgeShares: surgeShares(limits),
    fitsShare: rules.motorFitsShare.value,
    pauseS: rules.restartPause.value,
  })
  const contradictions = [
    ...contradictionsOf(installation),
    ...planContradictions(installation, { limits, motors, staying }),
  ]
  const mains = mainsOf(installation)
  const capacity = capacityOf(installation, mains)
  const run = runtimeOf(installation, staying)
  const touched = (part: PlanPart) => contradictions.some(({ touches }) => touches.includes(part))
  const unlessTouched = (mark: PlanMark, ...parts: PlanPart[]): PlanMark => (parts.some(touched) ? 'open' : mark)
  const ofStaying = (mark: PlanMark, ...parts: PlanPart[]) =>
    unlessTouched(markOfFigures(mark, staying.loads), ...parts)
  const peak = (which: 'nightW' | 'changeoverW' | 'dayW') =>
    ofStaying(markOfPeak(staying.loads, limits, which, { packId, fitsShare }), 'limits', 'demand')
  // of two mains the marks have the typical figures in them already
  const declared = mains !== null || installation.supply.maximumDemandKva !== null
  const marks = {
    capacity: unlessTouched(declared ? capacity.verdict : markOfFigures(capacity.verdict, loads), 'supply'),
    night: peak('nightW'),
    changeover: peak('changeoverW'),
    day: peak('dayW'),
    surge: ofStaying(staying.loads.length === 0 ? 'open' : restart.mark, 'surge', 'demand'),
    // who stays on is decided by the night limit: hours of an unknown set of loads are nobody's hours
    runtime: ofStaying(
      limits.nightW === null
        ? 'open'
        : (run.verdict ?? (run.runtimeReserveH === null && !run.indefinite ? 'open' : 'fits')),
      'runtime',
      'demand',
    ),
  }
  return {
    capacity,
    mains,
    limits,
    demand,
    wholeHouse: demandOf(installation, loads, limits),
    parting,
    motors,
    staying,
    restart,
    runtime: run,
    contradictions,
    marks: { ...marks, overall: worstPlanMark(Object.values(marks)) },
  }
}

/** The turn-off-first list with what the household has agreed to turn off at its head; the rest of the list is worked out for what is left. */
function agreedFirst(
  loads: readonly Load[],
  list: TurnOffList | null,
  limitW: number | null,
  share: number,
): TurnOffList | null {
  const agreed = loads.filter(({ turnOffFirst: own, mustStayOn, backedUp }) => own && backedUp && !mustStayOn)
  if (agreed.length === 0 || list === null || limitW === null) return list
  const rest = turnOffFirst(
    loads
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

export const SCHOOL_WORDS: Readonly<Record<School, string>> = {
  automaticWholeHome: 'Automatic, whole house',
  automaticWithShedding: 'Automatic, with shedding or an essentials board',
  manualChangeover: 'Manual changeover',
  emergencySocket: 'A single emergency socket',
}
