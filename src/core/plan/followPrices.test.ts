import { describe, expect, it } from 'vitest'
import type { KnownSystem } from './autonomy'
import { type FollowRule, followedYear } from './followPrices'
import { pricesOf } from './tariff'
import { selfConsumptionOfYear } from './selfConsumption'
import { sizeCurve } from './sizeCurve'

const system: KnownSystem = {
  capacityWh: 10_000,
  chargeEfficiency: 0.95,
  dischargeEfficiency: 0.95,
  chargeLimitW: 3000,
  dischargeLimitW: 3000,
  reserveSoc: 0.2,
  floorSoc: 0,
  initialSoc: 0.2,
  gridCharge: null,
  loadShare: 1,
  standbyW: 0,
  pvShare: 1,
  maxHours: 48,
  ensHours: 24,
}
const hours = (of: (hour: number) => number) => Float64Array.from({ length: 8760 }, (_, k) => of(k % 24))
const dark = { stepH: 1, loadW: hours(() => 500), pvW: hours(() => 0) }
const sunny = { ...dark, pvW: hours((hour) => (hour >= 9 && hour < 16 ? 2500 : 0)) }
const rule: FollowRule = { gridChargeW: 3000, sells: false, exportLimitW: 10_000, wearPerKWh: 0 }
const twoPrices = pricesOf({ kind: 'file', prices: hours((hour) => (hour < 6 ? 0.1 : 0.4)), exportPrice: 0.05 }, 1)

describe('a battery that follows prices', () => {
  it('buys in the cheap hours just what the dear ones ask of it: reckoned by hand', () => {
    const year = followedYear(dark, system, twoPrices, rule)
    // 8 kWh above the reserve give 7.6 kWh of the 9 kWh that the dear hours take; they cost 8 kWh / 0.95 in the cheap ones
    const perDay = 7.6 * 0.4 - (8 / 0.95) * 0.1
    expect(year.valuePerYear / 365).toBeCloseTo(perDay, 2)
    expect(year.cyclesPerYear).toBeCloseTo(0.8 * 365, -1)
    expect(year.soldKWh).toBe(0)
  })
  it('does nothing where the wear costs more than the prices differ', () => {
    const year = followedYear(dark, system, twoPrices, { ...rule, wearPerKWh: 0.5 })
    expect(year.gridToBatteryKWh).toBeLessThan(10)
    expect(year.valuePerYear).toBeCloseTo(0, 0)
  })
  it('sells at a peak that pays, within what may go to the street, and only where it may', () => {
    const peak = pricesOf(
      { kind: 'flat', importPrice: 0.2, exportPrice: 0.05, exportPeak: { price: 0.8, fromHour: 18, toHour: 20 } },
      1,
    )
    const may = followedYear(dark, system, peak, { ...rule, sells: true, exportLimitW: 2000 })
    const mayNot = followedYear(dark, system, peak, rule)
    expect(mayNot.soldKWh).toBe(0)
    // two hours of 2 kW each day
    expect(may.soldKWh / 365).toBeCloseTo(4, 0)
    expect(may.valuePerYear).toBeGreaterThan(mayNot.valuePerYear + 500)
  })
  it('never touches the reserve, and no energy comes from nowhere', () => {
    for (const profile of [dark, sunny])
      for (const sells of [false, true]) {
        const year = followedYear(profile, system, twoPrices, { ...rule, sells })
        expect(year.gridToLoadKWh + year.batteryToLoadKWh + year.pvToLoadKWh).toBeCloseTo(year.loadKWh, 6)
        const stored = (year.pvToBatteryKWh + year.gridToBatteryKWh) * 0.95
        const drawn = (year.batteryToLoadKWh + year.soldKWh) / 0.95
        expect(Math.abs(stored - drawn)).toBeLessThan(8.01)
        expect(year.exportKWh - year.soldKWh + year.pvToLoadKWh + year.pvToBatteryKWh).toBeCloseTo(year.pvKWh, 6)
      }
  })
  it('is worth no less than a battery that looks at no price', () => {
    for (const profile of [dark, sunny])
      expect(followedYear(profile, system, twoPrices, rule).valuePerYear).toBeGreaterThanOrEqual(
        selfConsumptionOfYear(profile, system, twoPrices).valuePerYear - 1,
      )
  })
  it('stands on the curve of sizes, with what it sold and what wore off', () => {
    const none = { ...system, capacityWh: 0 }
    const sizes = [none, system].map((one, moduleCount) => ({ moduleCount, system: one }))
    const { points } = sizeCurve(dark, sizes, twoPrices, { ...rule, wearPerKWh: 0.01 })
    expect(points[0]?.followed).toBeUndefined()
    const full = [{ moduleCount: 1, system: { ...system, reserveSoc: 1 } }]
    const [kept] = sizeCurve(dark, full, twoPrices, rule).points
    expect([kept?.followed, kept?.costPerYear]).toEqual([undefined, expect.closeTo(points[0]?.costPerYear ?? NaN, 6)])
    expect(points[1]?.followed?.wearPerYear).toBeCloseTo(0.01 * (points[1]?.batteryToLoadKWh ?? NaN), 6)
  })
  it('refuses what is no year', () => {
    expect(() => followedYear({ ...dark, loadW: new Float64Array(3) }, system, twoPrices, rule)).toThrow('3 rows')
  })
})
