import { usableEnergyWh } from './usableEnergy'
import { atLeast } from '../quantity/tolerance'

export interface RuntimeInput {
  /** What the maker declares usable, in Wh; used before nominal × depth of discharge, never both. */
  usableWh: number | null
  nominalWh: number | null
  depthOfDischarge: number | null
  /** One-way efficiency from battery to load, 0…1. */
  dischargeEfficiency: number | null
  reserveSoc: number | null
  usualSoc: number | null
  floorSoc: number | null
  loadW: number | null
  standbyW: number | null
  pvW: number
  /** A vehicle as source counts only while all three hold; `null` inside means not known. */
  vehicle: { present: boolean | null; pluggedIn: boolean | null; enabled: boolean | null } | null
  promisedH: number | null
}

export interface Runtime {
  availableReserveWh: number | null
  netW: number | null
  /** PV covers load and losses: the runtimes are then `null`. */
  indefinite: boolean | null
  runtimeReserveH: number | null
  runtimeUsualH: number | null
  runtimeFullH: number | null
  verdict: 'fits' | 'exceeds' | 'open' | null
}

const UNKNOWN: Runtime = {
  availableReserveWh: null,
  netW: null,
  indefinite: null,
  runtimeReserveH: null,
  runtimeUsualH: null,
  runtimeFullH: null,
  verdict: 'open',
}

/**
 * P-7: how long the battery carries the load, in hours, from three starts: the backup reserve (the worst an outage starts with, and so
 * the promise), the usual state of charge, and full. `t = full·η·(SOC − floor)/(load + standby − PV)`.
 *
 * Without energy, efficiency, reserve, floor, load or standby everything is `null` and Open; without a usual state of charge only that runtime is `null`.
 */
export function runtime(input: RuntimeInput): Runtime {
  const { dischargeEfficiency, reserveSoc, usualSoc, floorSoc, loadW, standbyW, pvW, vehicle, promisedH } = input
  const fullWh = usableEnergyWh(input)
  if (fullWh === null || reserveSoc === null || loadW === null) return UNKNOWN
  if (dischargeEfficiency === null || floorSoc === null || standbyW === null) return UNKNOWN
  const conditions = vehicle ? [vehicle.present, vehicle.pluggedIn, vehicle.enabled] : []
  const absent = conditions.includes(false)
  if (!absent && conditions.includes(null)) return UNKNOWN

  const netW = loadW + standbyW - pvW
  const availableWh = (soc: number) => (absent ? 0 : fullWh * dischargeEfficiency * Math.max(0, soc - floorSoc))
  const indefinite = netW <= 0
  const hours = (soc: number | null) => (indefinite || soc === null ? null : availableWh(soc) / netW)
  const runtimeReserveH = hours(reserveSoc)
  const kept = promisedH !== null && (indefinite || atLeast(runtimeReserveH ?? 0, promisedH))
  return {
    availableReserveWh: availableWh(reserveSoc),
    netW,
    indefinite,
    runtimeReserveH,
    runtimeUsualH: hours(usualSoc),
    runtimeFullH: hours(1),
    verdict: promisedH === null ? null : kept ? 'fits' : 'exceeds',
  }
}
