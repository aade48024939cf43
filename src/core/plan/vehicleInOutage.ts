import type { Installation, Load } from '../installation/installation'
import { rulesOf } from '../installation/rulesOf'
import { type GivesWhen, type Side, type SurveyItem, itemsOf } from '../installation/survey'
import { atMost } from '../quantity/tolerance'
import type { PlanMark } from '../rules/verdict'
import { type MakersEstimate, makersEstimate } from './makersEstimate'
import { likelyPeakW, markAgainst, markOfFigures } from './planMarks'
import type { Plan } from './planOfInstallation'
import { type Runtime, runtime } from './runtime'
import { meanDemandW } from './stayingOn'

const givingOn = (side: Side, { survey }: Pick<Installation, 'survey'>): SurveyItem<'vehicleCharger'>[] =>
  itemsOf(survey, 'vehicleCharger').filter(({ detail }) => detail.side === side && (detail.givesW ?? 0) > 0)

/** All vehicles that are there to give in an outage: each is a source of the house, whatever the plan counts on. */
export const givingVehicles = (installation: Pick<Installation, 'survey'>) => givingOn('island', installation)

/**
 * The vehicle that the plan counts with in an outage, as the survey has it: the first of several, since hours and limits count on one at most. `null` where
 * none gives, or nobody said that one does.
 */
export const givingVehicle = (installation: Pick<Installation, 'survey'>) => givingVehicles(installation)[0] ?? null

/** A vehicle that could give and is planned on the street's side of the contactor: in an outage it gives the house nothing. */
export const vehicleOnStreetSide = (installation: Pick<Installation, 'survey'>) =>
  givingOn('grid', installation)[0] ?? null

/** What a vehicle can do for the house in an outage, while it is there, plugged in and enabled. */
export interface VehicleInOutage {
  tag: string
  name: string
  givesW: number
  givesWhen: GivesWhen | null
  /** P-7 from its usual charge (as `runtimeUsualH`) and from full, down to the charge that its owner keeps, alone and without sun. */
  runtime: Runtime
  /** From its usual charge, at the house. */
  availableWh: number | null
  /** The likely peak of what stays on against what it gives alone, once the battery is empty. */
  alone: PlanMark
  /** What has to go off first, least essential first, for it to carry the rest alone; `null` where all that may go off is not enough. */
  turnOff: readonly string[] | null
  estimate: MakersEstimate | null
}

const kept = (soc: number | null | undefined): number | null => soc ?? null

function runtimeOfVehicle(
  { detail }: SurveyItem<'vehicleCharger'>,
  { sources }: Installation,
  loadW: number | null,
): Runtime {
  const floorSoc = kept(detail.agreedFloorSoc)
  const usualSoc = kept(detail.vehicleSoc)
  return runtime({
    // without the charge that its owner keeps nobody knows what may be taken
    usableWh: floorSoc === null ? null : kept(detail.vehicleWh),
    nominalWh: null,
    depthOfDischarge: null,
    dischargeEfficiency: sources.dischargeEfficiency,
    reserveSoc: usualSoc,
    usualSoc,
    floorSoc: floorSoc ?? 1,
    loadW,
    standbyW: sources.standbyW,
    pvW: 0,
    vehicle: { present: true, pluggedIn: true, enabled: true },
    promisedH: null,
  })
}

/** Loads to turn off, least essential first, until the likely peak of the rest is within a limit; `null` where that is never reached. */
function offForPeak(loads: readonly Load[], limitW: number): string[] | null {
  const order = loads
    .filter(({ mustStayOn }) => !mustStayOn)
    .toSorted((a, b) => b.priority - a.priority || b.powerW - a.powerW)
  for (let count = 1; count <= order.length; count++) {
    const off = order.slice(0, count)
    const peakW = likelyPeakW(loads.filter((load) => !off.includes(load))) ?? 0
    if (atMost(peakW, limitW)) return off.map(({ tag }) => tag)
  }
  return null
}

/**
 * P-7 for a vehicle as a source: its own energy and floor, what it carries alone, and what would have to go off for that. No promise rests on it: it
 * counts only while it is there.
 *
 * @returns `null` where no vehicle gives
 * @example vehicleInOutage(installation, plan)?.alone // 'exceeds': what stays on asks for more than it gives
 */
export function vehicleInOutage(installation: Installation, plan: Plan): VehicleInOutage | null {
  const item = givingVehicle(installation)
  if (item === null) return null
  const { detail, tag, name } = item
  const { staying, limits } = plan
  const share = rulesOf(installation).limits.demandShareOfLimit.value
  const givesW = detail.givesW ?? 0
  const loadW = staying.loads.length === 0 ? null : meanDemandW(staying.loads)
  const hours = runtimeOfVehicle(item, installation, loadW)
  // who stays on is decided by the night limit: of an unknown set of loads nothing is said
  const alone = limits.nightW === null ? 'open' : markAgainst(likelyPeakW(staying.loads), givesW, share)
  const marked = markOfFigures(alone, staying.loads)
  return {
    tag,
    name,
    givesW,
    givesWhen: detail.givesWhen ?? null,
    runtime: hours,
    availableWh: hours.availableReserveWh,
    alone: marked,
    turnOff: marked === 'exceeds' ? offForPeak(staying.loads, share * givesW) : [],
    estimate: makersEstimate({
      makerH: detail.makerHours ?? null,
      planH: hours.runtimeFullH,
      availableWh: hours.netW === null || hours.runtimeFullH === null ? null : hours.runtimeFullH * hours.netW,
      standbyW: installation.sources.standbyW,
    }),
  }
}
