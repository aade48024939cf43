import type { Phase } from '@/core/rules/rulePack'
import { stateOfCharge } from './batteryModules'
import type { House, HouseMode } from './house'
import { sumOf } from './phases'

/** What a house shows of itself at one moment: watts by sign convention (in from the street, out of battery and vehicle, out of PV, into the house are above 0). */
export interface LiveValues {
  /** As its meter says through its transformers, not as it is. */
  gridW: number
  pvW: number
  batteryW: number
  houseW: number
  /** Above 0 it gives; `null` without one. */
  vehicleW: number | null
  heatPumpW: number | null
  socPercent: number
  streetV: number
  houseV: number
  houseHz: number
  mode: HouseMode
  /** Of each phase of the supply, through its own transformer. */
  gridPhaseW: Readonly<Partial<Record<Phase, number>>>
}

/** The values a gateway pushes. */
export function liveValues(house: House): LiveValues {
  const heatPumps = house.spec.loads.flatMap(({ kind }, k) => (kind === 'heatPump' ? [house.loads[k]?.watts ?? 0] : []))
  const chargingW = Math.max(0, -(house.vehicle?.watts ?? 0))
  return {
    gridW: sumOf(house.meterW),
    pvW: house.pvW,
    batteryW: house.batteryW,
    houseW: house.loadW + chargingW,
    vehicleW: house.vehicle?.watts ?? null,
    heatPumpW: heatPumps.length === 0 ? null : sumOf(heatPumps),
    socPercent: stateOfCharge(house) * 100,
    streetV: Math.min(...house.streetV),
    houseV: Math.min(...house.houseV),
    houseHz: house.houseHz,
    mode: house.mode,
    gridPhaseW: Object.fromEntries(house.spec.phases.map((phase, k) => [phase, house.meterW[k] ?? 0])),
  }
}
