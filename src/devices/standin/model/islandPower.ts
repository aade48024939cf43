import { canGiveW, canTakeW } from './batteryModules'
import { goDark } from './gatewayLogic'
import type { House } from './house'
import { vehicleCanGiveW } from './vehicle'

/** Share of nominal voltage an inverter folds back to at most. */
const FOLD_BACK_SHARE = 0.88
/** Hertz by which the frequency moves each second to hold PV back. */
const SHIFT_HZ_PER_S = 0.8
const SHIFT_MOST_HZ = 2.2
/** Seconds for which a surplus that cannot be held back is borne. */
const SURPLUS_S = 2

export interface IslandPower {
  batteryW: number
  vehicleW: number
}

/** Most that the inverters give for long, and for a start. */
const ratedW = (house: House) => house.spec.inverters.reduce((sum, one) => sum + one.ratedW, 0)
const surgeVa = (house: House) => house.spec.inverters.reduce((sum, one) => sum + one.surgeVa, 0)
const surgeS = (house: House) => Math.max(0, ...house.spec.inverters.map((one) => one.surgeS))

/**
 * What battery and vehicle give to an island (above 0) or take from it. Above their limits the voltage folds back, then the inverters trip; a surplus
 * is held back by frequency where PV follows it.
 *
 * @param needW what is drawn less what PV feeds in; @param needVa the same with what is starting
 */
export function islandPower(house: House, needW: number, needVa: number, dtS: number): IslandPower {
  const { spec } = house
  if (needVa > surgeVa(house)) {
    house.trips++
    goDark(house, 'surgeTrip')
    return { batteryW: 0, vehicleW: 0 }
  }
  const batteryMostW = Math.min(canGiveW(house), ratedW(house), house.settings.dischargeLimitW ?? Infinity)
  const vehicleMostW = vehicleCanGiveW(house)
  if (needW >= 0) {
    stepFrequency(house, 0, dtS)
    if (canGiveW(house) === 0 && needW > vehicleMostW) {
      goDark(house, 'batteryEmpty')
      return { batteryW: 0, vehicleW: 0 }
    }
    stepOverload(house, needW, batteryMostW + vehicleMostW, dtS)
    const vehicleFirst = spec.order.indexOf('vehicle') < spec.order.indexOf('battery') && spec.order.includes('vehicle')
    const first = Math.min(needW, vehicleFirst ? vehicleMostW : batteryMostW)
    // what goes beyond its limit for the moment of an overload is carried by the battery
    return vehicleFirst ? { vehicleW: first, batteryW: needW - first } : carry(needW, batteryMostW, vehicleMostW)
  }
  const surplusW = -needW - canTakeW(house)
  stepFrequency(house, surplusW, dtS)
  house.overS = surplusW > 1 ? house.overS + dtS : 0
  const canHoldBack = spec.pv.some((pv) => pv.curtailStartHz !== null || pv.coupling === 'dc')
  if (surplusW > 1 && !canHoldBack && house.overS > SURPLUS_S) {
    house.trips++
    goDark(house, 'surplusTrip')
    return { batteryW: 0, vehicleW: 0 }
  }
  // what the battery cannot take is not fed in: PV runs into its voltage limit at once
  return { batteryW: Math.max(needW, -canTakeW(house)), vehicleW: 0 }
}

function carry(needW: number, batteryMostW: number, vehicleMostW: number): IslandPower {
  const beyond = Math.max(0, needW - batteryMostW)
  const vehicleW = Math.min(beyond, vehicleMostW)
  return { batteryW: needW - vehicleW, vehicleW }
}

function stepOverload(house: House, needW: number, mostW: number, dtS: number): void {
  const { nominalV } = house.spec
  if (needW <= mostW) {
    house.overS = 0
    house.houseV = house.houseV.map(() => nominalV)
    return
  }
  house.overS += dtS
  const share = Math.max(FOLD_BACK_SHARE, Math.sqrt(mostW / needW))
  house.houseV = house.houseV.map(() => nominalV * share)
  if (house.overS <= surgeS(house)) return
  house.trips++
  goDark(house, 'overloadTrip')
}

/** The frequency rises while there is more than the battery takes, and falls back when there is not. */
function stepFrequency(house: House, surplusW: number, dtS: number): void {
  const { nominalHz, pv } = house.spec
  const follows = pv.some(
    ({ coupling, side, curtailStartHz }) => coupling === 'ac' && side === 'island' && curtailStartHz !== null,
  )
  const step = SHIFT_HZ_PER_S * dtS
  const wanted = follows && surplusW > 0 ? house.houseHz + step : house.houseHz - step
  const stopHz = Math.max(nominalHz, ...pv.map(({ curtailStopHz }) => curtailStopHz ?? 0))
  house.houseHz = Math.max(nominalHz, Math.min(Math.min(nominalHz + SHIFT_MOST_HZ, stopHz), wanted))
}
