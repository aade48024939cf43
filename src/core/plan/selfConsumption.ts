import type { KnownSystem } from './autonomy'
import { isWithin } from './dailyHours'
import { type YearProfile, profileFault } from './yearProfile'

/** What a kilowatt-hour costs from the street, and what the street pays for one, in each step of the year. */
export interface Prices {
  importPerKWh: Float64Array
  exportPerKWh: number
}

export type Tariff =
  | { kind: 'flat'; importPrice: number; exportPrice: number }
  | { kind: 'twoRate'; peakPrice: number; offpeakPrice: number; fromHour: number; toHour: number; exportPrice: number }
  | { kind: 'file'; prices: Float64Array; exportPrice: number }

/**
 * A tariff written out for every step of a year (P-14).
 *
 * @throws RangeError for a price file that does not cover the year
 */
export function pricesOf(tariff: Tariff, stepH: number): Prices {
  const n = Math.round(8760 / stepH)
  if (tariff.kind === 'flat')
    return { importPerKWh: new Float64Array(n).fill(tariff.importPrice), exportPerKWh: tariff.exportPrice }
  if (tariff.kind === 'twoRate') {
    const { offpeakPrice, peakPrice } = tariff
    const cheap = (hour: number) => isWithin(hour, tariff)
    return {
      importPerKWh: Float64Array.from({ length: n }, (_, k) => (cheap((k * stepH) % 24) ? offpeakPrice : peakPrice)),
      exportPerKWh: tariff.exportPrice,
    }
  }
  const many = n / tariff.prices.length
  if (tariff.prices.length === n) return { importPerKWh: tariff.prices, exportPerKWh: tariff.exportPrice }
  if (Number.isInteger(many))
    return {
      importPerKWh: Float64Array.from({ length: n }, (_, k) => tariff.prices[Math.floor(k / many)] as number),
      exportPerKWh: tariff.exportPrice,
    }
  if (!Number.isInteger(1 / many))
    throw new RangeError(`The price file has ${tariff.prices.length} rows; a year at ${stepH} h has ${n}.`)
  const fine = Math.round(1 / many)
  return {
    importPerKWh: Float64Array.from(
      { length: n },
      (_, k) => tariff.prices.subarray(k * fine, (k + 1) * fine).reduce((sum, price) => sum + price, 0) / fine,
    ),
    exportPerKWh: tariff.exportPrice,
  }
}

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
    sums.load += want
    sums.pv += sun
    sums.pvToLoad += direct
    sums.pvToBattery += charged
    sums.exported += out
    sums.fromBattery += given
    sums.drawn += given / etaD
    sums.gridToLoad += fromGrid
    sums.gridToBattery += night
    sums.cost += ((fromGrid + night) * price - out * prices.exportPerKWh) / 1000
    sums.costWithout += (Math.max(0, house - sun) * price - Math.max(0, sun - house) * prices.exportPerKWh) / 1000
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

/** One size of battery on the knee curve. */
export interface SizePoint extends SelfConsumption {
  moduleCount: number
  capacityWh: number
}

/** A size to be valued: a number of modules and the system it makes. */
export interface PricedSize {
  moduleCount: number
  system: KnownSystem
}

export interface SizeCurve {
  points: SizePoint[]
  /** The size after which another module brings ever less; `null` when the curve has no bend. */
  knee: SizePoint | null
}

/**
 * P-14 over a range of sizes, smallest first: the year under each number of modules, and the knee — the size that lies farthest above
 * the straight line between the smallest and the largest.
 */
export function sizeCurve(profile: YearProfile, sizes: readonly PricedSize[], prices: Prices): SizeCurve {
  const points = sizes.map(({ moduleCount, system }): SizePoint => ({
    moduleCount,
    capacityWh: system.capacityWh,
    ...selfConsumptionOfYear(profile, system, prices),
  }))
  const knee = kneeOf(points)
  return { points, knee }
}

/**
 * The knee of a curve of sizes: the point farthest above the straight line from the first to the last, the smaller of equals.
 *
 * @returns `null` for fewer than three points, and where none lies above the line by more than a millionth of the last value
 */
export function kneeOf<Point extends Pick<SizePoint, 'capacityWh' | 'valuePerYear'>>(
  points: readonly Point[],
): Point | null {
  const first = points[0]
  const last = points.at(-1)
  if (!first || !last || points.length < 3 || last.capacityWh === first.capacityWh) return null
  const slope = (last.valuePerYear - first.valuePerYear) / (last.capacityWh - first.capacityWh)
  const bend = ({ valuePerYear, capacityWh }: Point) =>
    valuePerYear - first.valuePerYear - slope * (capacityWh - first.capacityWh)
  const knee = points.reduce((best, point) => (bend(point) > bend(best) ? point : best), first)
  return bend(knee) > 1e-6 * Math.abs(last.valuePerYear) ? knee : null
}
