import type { House } from './house'

const FULL_SOC = 0.95

/** What the vehicle could give to an island just now, in watts: only while it is there, plugged in, allowed to, and above its floor. */
export function vehicleCanGiveW({ vehicle, spec }: House): number {
  if (!vehicle || !spec.vehicle) return 0
  const there = vehicle.present && vehicle.pluggedIn && vehicle.enabled
  return there && vehicle.soc > spec.vehicle.floorSoc ? spec.vehicle.dischargeW : 0
}

/** What it takes on the street: it charges while it is plugged in and not full. */
export function vehicleTakesW({ vehicle, spec, mode }: House): number {
  if (!vehicle || !spec.vehicle || mode !== 'street') return 0
  return vehicle.present && vehicle.pluggedIn && vehicle.soc < FULL_SOC ? spec.vehicle.chargeW : 0
}

/** Lets it give (above 0) or take `watts` for `dtS`. @returns what is lost, in watts */
export function stepVehicle(house: House, watts: number, dtS: number): number {
  const { vehicle, spec } = house
  if (!vehicle || !spec.vehicle) return 0
  const storedW = watts > 0 ? -watts / spec.dischargeEfficiency : -watts * spec.chargeEfficiency
  vehicle.watts = watts
  vehicle.soc += (storedW * dtS) / 3600 / spec.vehicle.capacityWh
  return watts > 0 ? -storedW - watts : -watts - storedW
}
