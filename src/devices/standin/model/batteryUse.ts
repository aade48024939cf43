import { canGiveW, canTakeW, stateOfCharge } from './batteryModules'
import type { House } from './house'
import { sumOf } from './phases'

/** Seconds in which the battery follows its meter. */
const FOLLOWS_S = 1.5

/** S-3: below the fallback the street carries the house, and the battery only comes back a band above it. */
function stepReserve(house: House, soc: number): void {
  const fallback = (house.settings.reserveSocPercent ?? 0) / 100
  const band = (house.settings.reserveBandPercent ?? 0) / 100
  if (house.reserveMode === 'battery' && soc < fallback) house.reserveMode = 'grid'
  else if (house.reserveMode === 'grid' && soc >= fallback + band) house.reserveMode = 'battery'
  if (soc < (house.settings.chargeFromGridPercent ?? 0) / 100) house.gridCharging = true
  else if (soc >= (house.settings.chargeFromGridPercent ?? 0) / 100 + band) house.gridCharging = false
}

/**
 * What the battery gives (above 0) or takes while the street is there: it tries to bring its meter to nothing, so that a transformer that lies
 * makes it run the wrong way.
 */
export function batteryOnStreetW(house: House, dtS: number): number {
  const soc = stateOfCharge(house)
  stepReserve(house, soc)
  const most = Math.min(canGiveW(house), house.settings.dischargeLimitW ?? Infinity)
  const least = -Math.min(canTakeW(house), house.settings.chargeLimitW ?? Infinity)
  if (house.idleS > 0) {
    house.idleS = Math.max(0, house.idleS - dtS)
    house.batterySetW = 0
    return 0
  }
  if (house.forcedW !== null) house.batterySetW = house.forcedW
  else if (house.gridCharging) house.batterySetW = -(house.settings.gridChargeW ?? 0)
  else {
    house.batterySetW += sumOf(house.meterW) * (1 - Math.exp(-dtS / FOLLOWS_S))
    if (house.reserveMode === 'grid') house.batterySetW = Math.min(0, house.batterySetW)
  }
  house.batterySetW = Math.max(least, Math.min(most, house.batterySetW))
  return house.batterySetW
}
