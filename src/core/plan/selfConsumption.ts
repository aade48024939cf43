import type { KnownSystem } from './autonomy'
import { isWithin } from './dailyHours'
import type { Prices } from './tariff'
import { type YearProfile, profileFault } from './yearProfile'

/** A year with the grid present, in kWh and in the tariff's currency. */
export interface SelfConsumption {
  loadKWh: number
  pvKWh: number
  pvToLoadKWh: number
  pvToBatteryKWh: number
  exportKWh: number
  batteryToLoadKWh: number
  gridToLoadKWh: number
  gridToBatteryKWh: number
  importKWh: number
  /** Share of the PV used at home; `null` without PV. */
  selfConsumption: number | null
  /** Share of the load that the street did not have to give. */
  selfSufficiency: number
  cyclesPerYear: number | null
  costPerYear: number
  /** Against the same year with no battery. */
  valuePerYear: number
}

/** One pass through the year from a state of charge, in Wh. */
function passOf({ stepH, loadW, pvW }: YearProfile, system: KnownSystem, prices: Prices, startWh: number) {
  const { capacityWh, chargeEfficiency: etaC, dischargeEfficiency: etaD, gridCharge } = system
  const perDay = Math.round(24 / stepH)
  const chargeWh = system.chargeLimitW * stepH
  const dischargeWh = system.dischargeLimitW * stepH
  const reserveWh = system.reserveSoc * capacityWh
  const targetWh = (gridCharge?.targetSoc ?? 0) * capacityWh
  const standbyWh = capacityWh === 0 ? 0 : system.standbyW * stepH
  const sums = {
    load: 0,
    pv: 0,
    pvToLoad: 0,
    pvToBattery: 0,
    exported: 0,
    fromBattery: 0,
    drawn: 0,
    gridToLoad: 0,
    gridToBattery: 0,
    cost: 0,
    costWithout: 0,
  }
  let wh = startWh
  for (let k = 0; k < loadW.length; k++) {
    const house = (loadW[k] as number) * stepH
    const want = house + standbyWh
    const sun = (pvW[k] as number) * stepH
    const hour = (k % perDay) * stepH
    const inWindow = gridCharge !== null && isWithin(hour, gridCharge)
    const direct = Math.min(want, sun)
    const charged = Math.min(sun - direct, chargeWh, (capacityWh - wh) / etaC)
    wh += charged * etaC
    const given = inWindow ? 0 : Math.min(want - direct, dischargeWh, Math.max(0, wh - reserveWh) * etaD)
    wh -= given / etaD
    const night =
      inWindow && wh < targetWh ? Math.min(gridCharge.powerW * stepH, chargeWh - charged, (targetWh - wh) / etaC) : 0
    wh += night * etaC
    const out = sun - direct - charged
    const fromGrid = want - direct - given
    const price = prices.importPerKWh[k] as number
    const paid = prices.exportPerKWh[k] as number
    sums.load += want
    sums.pv += sun
    sums.pvToLoad += direct
    sums.pvToBattery += charged
    sums.exported += out
    sums.fromBattery += given
    sums.drawn += given / etaD
    sums.gridToLoad += fromGrid
    sums.gridToBattery += night
    sums.cost += ((fromGrid + night) * price - out * paid) / 1000
    sums.costWithout += (Math.max(0, house - sun) * price - Math.max(0, sun - house) * paid) / 1000
  }
  return { endWh: wh, sums }
}

/**
 * P-14: the stepping of P-8's normal operation with the grid present: where the energy of the year comes from and goes, and what the
 * battery is worth under a tariff. Standby of the system counts as load. The year is run twice and the second pass is counted, so that
 * the state of charge at its start is its own.
 *
 * @throws RangeError for a profile that is not a whole year
 */
export function selfConsumptionOfYear(profile: YearProfile, system: KnownSystem, prices: Prices): SelfConsumption {
  const fault = profileFault(profile)
  if (fault) throw new RangeError(fault)
  const { capacityWh } = system
  const settled = passOf(profile, system, prices, Math.max(system.initialSoc, system.reserveSoc) * capacityWh)
  const { sums } = passOf(profile, system, prices, settled.endWh)
  const boughtForLoad = sums.gridToLoad + sums.gridToBattery * system.chargeEfficiency * system.dischargeEfficiency
  return {
    loadKWh: sums.load / 1000,
    pvKWh: sums.pv / 1000,
    pvToLoadKWh: sums.pvToLoad / 1000,
    pvToBatteryKWh: sums.pvToBattery / 1000,
    exportKWh: sums.exported / 1000,
    batteryToLoadKWh: sums.fromBattery / 1000,
    gridToLoadKWh: sums.gridToLoad / 1000,
    gridToBatteryKWh: sums.gridToBattery / 1000,
    importKWh: (sums.gridToLoad + sums.gridToBattery) / 1000,
    selfConsumption: sums.pv > 0 ? 1 - sums.exported / sums.pv : null,
    selfSufficiency: sums.load > 0 ? Math.max(0, 1 - boughtForLoad / sums.load) : 0,
    cyclesPerYear: capacityWh === 0 ? null : sums.drawn / capacityWh,
    costPerYear: sums.cost,
    valuePerYear: sums.costWithout - sums.cost,
  }
}
