import { batteryOnStreetW } from './batteryUse'
import { stepModules } from './batteryModules'
import { stepCommissioning } from './commissioning'
import { stepGateway } from './gatewayLogic'
import type { House } from './house'
import { islandPower } from './islandPower'
import { type Drawn, stepLoads } from './loads'
import { stepMeters } from './meters'
import { addOnPhase, sumOf } from './phases'
import { stepPv } from './photovoltaics'
import { stepStreet } from './street'
import { stepVehicle, vehicleTakesW } from './vehicle'

/** Longest step the model takes at once; a longer one is taken in parts. */
export const LONGEST_STEP_S = 0.1
const DAY_H = 24
/** Share of the old battery's power that is lost on its way. */
const OLD_BATTERY_LOSS = 0.06

/** Voltage and frequency behind the gateway for the mode it is in. */
function supplyHouse(house: House): void {
  const { nominalV, nominalHz, phases } = house.spec
  if (house.mode === 'street') {
    house.houseV = [...house.streetV]
    house.houseHz = house.streetHz
  } else if (house.mode === 'island') {
    // an inverter that folds back keeps its voltage until its load falls
    if (house.overS === 0) house.houseV = phases.map(() => nominalV)
    if (house.houseHz < nominalHz) house.houseHz = nominalHz
  } else {
    house.houseV = phases.map(() => 0)
    house.houseHz = 0
  }
}

/** Nothing behind the gateway draws or gives in a moment in which it went dark. */
function darken(house: House, drawn: Drawn): void {
  drawn.backedW.fill(0)
  house.spec.loads.forEach(({ backedUp }, k) => {
    const load = house.loads[k]
    if (load && backedUp) load.watts = 0
  })
  house.spec.pv.forEach(({ side }, k) => {
    const state = house.pv[k]
    if (state && side === 'island') state.watts = 0
  })
  house.houseV.fill(0)
}

function stepPart(house: House, dtS: number): void {
  const { spec } = house
  house.timeS += dtS
  house.hour = (house.hour + dtS / 3600) % DAY_H
  stepCommissioning(house, dtS)
  stepStreet(house, dtS)
  stepGateway(house, dtS)
  supplyHouse(house)
  const drawn = stepLoads(house, dtS)
  const pv = stepPv(house, dtS)
  const backedW = sumOf(drawn.backedW)
  const islandPvW = sumOf(pv.islandW)
  house.lossW = 0
  let batteryW = 0
  let vehicleW = 0
  if (house.mode === 'street') {
    vehicleW = -vehicleTakesW(house)
    batteryW = batteryOnStreetW(house, dtS)
  } else if (house.mode === 'island') {
    const needW = backedW + spec.standbyW - islandPvW
    const needVa = Math.max(needW, drawn.backedVa + spec.standbyW - islandPvW)
    ;({ batteryW, vehicleW } = islandPower(house, needW, needVa, dtS))
  }
  const nowDark = house.mode === 'dark' || house.mode === 'transferring'
  if (nowDark) darken(house, drawn)
  house.oldBatteryW = house.oldBattery && house.mode === 'street' ? spec.oldBatteryW : 0
  house.lossW += stepModules(house, batteryW, dtS) + stepVehicle(house, vehicleW, dtS)
  house.lossW += house.oldBatteryW * OLD_BATTERY_LOSS
  house.batteryW = batteryW
  const standbyW = nowDark ? 0 : spec.standbyW
  house.loadW = sumOf(drawn.backedW) + sumOf(drawn.streetW) + standbyW
  // on an island PV gives what is asked of it; on the street all it has
  const islandGivenW =
    house.mode === 'island'
      ? Math.min(islandPvW, sumOf(drawn.backedW) + standbyW - batteryW - vehicleW)
      : nowDark
        ? 0
        : islandPvW
  house.pvW = islandGivenW + sumOf(pv.streetW)
  house.gridW = gridByPhase(house, drawn, pv, { batteryW, vehicleW, standbyW })
  stepMeters(house)
}

/** What comes from the street on each phase: all that is drawn there less all that is fed in. */
function gridByPhase(
  house: House,
  drawn: Drawn,
  pv: { islandW: number[]; streetW: number[] },
  { batteryW, vehicleW, standbyW }: { batteryW: number; vehicleW: number; standbyW: number },
): number[] {
  const { spec } = house
  const grid = spec.phases.map(() => 0)
  const add = (phase: Parameters<typeof addOnPhase>[2], watts: number) => addOnPhase(grid, spec.phases, phase, watts)
  drawn.streetW.forEach((watts, k) => (grid[k] = (grid[k] ?? 0) + watts))
  spec.pv.forEach((one, k) => add(one.phase, -(pv.streetW[k] ?? 0)))
  if (house.mode !== 'street') return grid
  drawn.backedW.forEach((watts, k) => (grid[k] = (grid[k] ?? 0) + watts))
  spec.pv.forEach((one, k) => add(one.phase, -(pv.islandW[k] ?? 0)))
  const ratedW = spec.inverters.reduce((sum, one) => sum + one.ratedW, 0)
  spec.inverters.forEach((one) => add(one.phase, (-batteryW * one.ratedW) / ratedW))
  add(spec.vehicle?.phase ?? 'all', -vehicleW)
  add('all', standbyW - house.oldBatteryW)
  return grid
}

/**
 * Lets a house live for a while. Its powers afterwards are those of the last part; its stores have given or taken all of it.
 *
 * @param dtS seconds, of any length from 0; it is taken in parts of at most a tenth of one
 */
export function stepHouse(house: House, dtS: number): void {
  let left = dtS
  while (left > 1e-9) {
    const part = Math.min(left, LONGEST_STEP_S)
    stepPart(house, part)
    left -= part
  }
}
