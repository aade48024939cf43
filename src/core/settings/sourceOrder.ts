import { type Verdict, worstVerdict } from '../rules/verdict'
import { type BlackStart, type WakeWay, blackStart } from './blackStart'

export const ORDERED_SOURCES = ['pv', 'battery', 'vehicle'] as const
export type OrderedSource = (typeof ORDERED_SOURCES)[number]

/** A battery, or a vehicle as one; any value `null` while nobody knows it. */
export interface Store {
  usableWh: number | null
  dischargeEfficiency: number | null
  soc: number | null
  floorSoc: number | null
  limitW: number | null
}
export interface VehicleStore extends Store {
  present: boolean | null
  pluggedIn: boolean | null
  enabled: boolean | null
  /** The charge that its owner was promised to keep, 0…1. */
  agreedFloorSoc: number | null
}

export interface SourceOrderInput {
  loadW: number | null
  pvW: number | null
  /** The planned order of use. */
  order: readonly OrderedSource[]
  /** As the device says it; `null`: not read. */
  orderSet: readonly OrderedSource[] | null
  battery: Store
  /** `null`: there is none. */
  vehicle: VehicleStore | null
  /** Clock hour of the loss, and the hour at which PV carries the electronics. */
  startH: number | null
  sunH: number | null
  ways: readonly WakeWay[] | null
}

/** A stretch in which the sources stay as they are; `hours` is `null` for one that goes on for ever. */
export interface SourceStage {
  pvW: number
  batteryW: number
  vehicleW: number
  hours: number | null
}

export interface SourceOrder extends BlackStart {
  stages: SourceStage[] | null
  totalH: number | null
  /** Why it ends: a store still holds what it cannot give fast enough, or nothing is left; `null` when it does not end. */
  endsBy: 'power' | 'energy' | null
  orderVerdict: Verdict
  vehicleFloorVerdict: Verdict | null
  runVerdict: Verdict | null
  verdict: Verdict
}

/** Less than this is nothing: watts that are not met, watt-hours that are left. */
const NEARLY_NOTHING = 1e-6
/** Two stores that are empty within this share of the time are empty together. */
const TOGETHER = 1e-9

interface Held {
  limitW: number
  leftWh: number
}
type Holding = { readonly battery: Held; readonly vehicle: Held }
const STORES = ['battery', 'vehicle'] as const

/** What a store can give from now to its floor at the AC side; `null` where a value is missing. */
function heldIn({ usableWh, dischargeEfficiency, soc, floorSoc, limitW }: Store): Held | null {
  if (usableWh === null || dischargeEfficiency === null || soc === null || floorSoc === null || limitW === null)
    return null
  return { limitW, leftWh: usableWh * dischargeEfficiency * Math.max(0, soc - floorSoc) }
}

const NOTHING: Held = { limitW: 0, leftWh: 0 }

/** A vehicle counts only while it is there, plugged in and allowed to; `null` while nobody knows. */
function heldInVehicle(vehicle: VehicleStore | null): Held | null {
  if (vehicle === null) return { ...NOTHING }
  const conditions = [vehicle.present, vehicle.pluggedIn, vehicle.enabled]
  if (conditions.includes(null)) return null
  return conditions.includes(false) ? { ...NOTHING } : heldIn(vehicle)
}

type Run = Pick<SourceOrder, 'stages' | 'totalH' | 'endsBy'>
const UNKNOWN_RUN: Run = { stages: null, totalH: null, endsBy: null }

/** Shares the load out in the order of use; what is short is left over. */
function shareOut(loadW: number, pvW: number, order: readonly OrderedSource[], holding: Holding) {
  const given = { pv: 0, battery: 0, vehicle: 0 }
  let wantedW = loadW
  for (const source of order) {
    const canW = source === 'pv' ? pvW : holding[source].leftWh > 0 ? holding[source].limitW : 0
    given[source] = Math.min(wantedW, canW)
    wantedW -= given[source]
  }
  return { given, shortW: wantedW }
}

function run(loadW: number, pvW: number, order: readonly OrderedSource[], holding: Holding): Run {
  if (loadW <= 0) return { stages: [{ pvW: 0, batteryW: 0, vehicleW: 0, hours: null }], totalH: null, endsBy: null }
  const stages: SourceStage[] = []
  let totalH = 0
  for (;;) {
    const { given, shortW } = shareOut(loadW, pvW, order, holding)
    if (shortW > NEARLY_NOTHING) {
      const holds = STORES.some((store) => order.includes(store) && holding[store].leftWh > NEARLY_NOTHING)
      return { stages, totalH, endsBy: holds ? 'power' : 'energy' }
    }
    const powers = { pvW: given.pv, batteryW: given.battery, vehicleW: given.vehicle }
    const giving = STORES.filter((store) => given[store] > 0)
    if (giving.length === 0) return { stages: [...stages, { ...powers, hours: null }], totalH: null, endsBy: null }
    const lasts = giving.map((store) => holding[store].leftWh / given[store])
    const hours = Math.min(...lasts)
    giving.forEach((store, k) => {
      const empty = (lasts[k] as number) <= hours * (1 + TOGETHER)
      holding[store].leftWh = empty ? 0 : holding[store].leftWh - given[store] * hours
    })
    stages.push({ ...powers, hours })
    totalH += hours
  }
}

function orderVerdict(planned: readonly OrderedSource[], set: readonly OrderedSource[] | null): Verdict {
  if (set === null) return 'open'
  const alike = set.length === planned.length && planned.every((source, k) => source === set[k])
  return alike ? 'proven' : 'stop'
}

function vehicleFloorVerdict(vehicle: VehicleStore | null): Verdict | null {
  if (vehicle === null) return null
  const { agreedFloorSoc, floorSoc } = vehicle
  if (agreedFloorSoc === null || floorSoc === null) return 'open'
  return floorSoc >= agreedFloorSoc ? 'proven' : 'stop'
}

function runVerdict({ stages, totalH }: Run): Verdict | null {
  if (stages === null) return 'open'
  return totalH === 0 ? 'stop' : null
}

/**
 * S-4: an outage with constant powers, in the planned order of use, until nothing can carry the load; whether the device has that order,
 * whether the vehicle keeps what its owner was promised, and what wakes the system once everything is empty.
 *
 * Without the load, PV or a value of a store that counts, the run is `null` and Open.
 */
export function sourceOrder(input: SourceOrderInput): SourceOrder {
  const { loadW, pvW, order, orderSet, vehicle, startH, sunH, ways } = input
  const battery = heldIn(input.battery)
  const inVehicle = heldInVehicle(vehicle)
  const found =
    loadW === null || pvW === null || battery === null || inVehicle === null
      ? UNKNOWN_RUN
      : run(loadW, pvW, order, { battery, vehicle: inVehicle })
  const emptyH = startH === null || found.totalH === null ? null : startH + found.totalH
  const woken = blackStart(ways, emptyH, sunH)
  const verdicts = [
    runVerdict(found),
    orderVerdict(order, orderSet),
    vehicleFloorVerdict(vehicle),
    woken.wakeVerdict,
  ] as const
  return {
    ...found,
    ...woken,
    runVerdict: verdicts[0],
    orderVerdict: verdicts[1],
    vehicleFloorVerdict: verdicts[2],
    verdict: worstVerdict(verdicts.filter((verdict) => verdict !== null)),
  }
}
