import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import type { KnownSystem } from './autonomy'
import { pricesOf } from './tariff'
import { selfConsumptionOfYear } from './selfConsumption'
import { sizeCurve } from './sizeCurve'
import { HOURS_PER_YEAR, type YearProfile } from './yearProfile'

const system: KnownSystem = {
  capacityWh: 8000,
  chargeEfficiency: 0.95,
  dischargeEfficiency: 0.95,
  chargeLimitW: 3000,
  dischargeLimitW: 3000,
  reserveSoc: 0.2,
  floorSoc: 0.05,
  initialSoc: 0.5,
  gridCharge: null,
  loadShare: 1,
  standbyW: 30,
  pvShare: 1,
  maxHours: 24,
  ensHours: 24,
}
const profile: YearProfile = {
  stepH: 1,
  loadW: Float64Array.from({ length: HOURS_PER_YEAR }, (_, h) => (h % 24 >= 17 && h % 24 < 22 ? 2200 : 350)),
  pvW: Float64Array.from({ length: HOURS_PER_YEAR }, (_, h) => (h % 24 >= 9 && h % 24 < 16 ? 1800 : 0)),
}
const flat = pricesOf({ kind: 'flat', importPrice: 0.3, exportPrice: 0.08 }, 1)

describe('a year with the grid present', () => {
  it('balances: the sun goes somewhere, and the load comes from somewhere', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 500, max: 30_000, noNaN: true }),
        fc.double({ min: 0, max: 0.6, noNaN: true }),
        fc.boolean(),
        (capacityWh, reserveSoc, atNight) => {
          const own = {
            ...system,
            capacityWh,
            reserveSoc,
            gridCharge: atNight ? { fromHour: 1, toHour: 5, targetSoc: 0.9, powerW: 2000 } : null,
          }
          const year = selfConsumptionOfYear(profile, own, flat)
          expect(year.pvToLoadKWh + year.pvToBatteryKWh + year.exportKWh).toBeCloseTo(year.pvKWh, 6)
          expect(year.pvToLoadKWh + year.batteryToLoadKWh + year.gridToLoadKWh).toBeCloseTo(year.loadKWh, 6)
          // over a settled year the battery gives what it took, less both ways' losses
          expect(
            Math.abs((year.pvToBatteryKWh + year.gridToBatteryKWh) * 0.95 * 0.95 - year.batteryToLoadKWh),
          ).toBeLessThan(capacityWh / 1000 + 1e-6)
          expect(year.selfConsumption).toBeGreaterThanOrEqual(0)
          expect(year.selfSufficiency).toBeLessThanOrEqual(1)
        },
      ),
      { numRuns: 30 },
    )
  })
  it('is worth nothing without a battery, and more with cheap nights than without', () => {
    const none = selfConsumptionOfYear(profile, { ...system, capacityWh: 0 }, flat)
    expect([none.valuePerYear, none.cyclesPerYear, none.batteryToLoadKWh]).toEqual([expect.closeTo(0, 9), null, 0])
    const prices = pricesOf(
      { kind: 'twoRate', peakPrice: 0.4, offpeakPrice: 0.1, fromHour: 1, toHour: 5, exportPrice: 0.05 },
      1,
    )
    const dull: YearProfile = { ...profile, pvW: new Float64Array(HOURS_PER_YEAR) }
    const shifting = selfConsumptionOfYear(
      dull,
      { ...system, gridCharge: { fromHour: 1, toHour: 5, targetSoc: 1, powerW: 3000 } },
      prices,
    )
    expect(shifting.valuePerYear).toBeGreaterThan(selfConsumptionOfYear(dull, system, prices).valuePerYear + 100)
    expect(shifting.selfConsumption).toBeNull()
  })
})

describe('tariffs', () => {
  it('are written out for every step; a window may pass midnight', () => {
    const { importPerKWh } = pricesOf(
      { kind: 'twoRate', peakPrice: 3, offpeakPrice: 1, fromHour: 23, toHour: 5, exportPrice: 0 },
      0.5,
    )
    expect([importPerKWh.length, importPerKWh[0], importPerKWh[10], importPerKWh[45], importPerKWh[46]]).toEqual([
      17_520, 1, 3, 3, 1,
    ])
  })
  it('take a price file in hours or half hours, and refuse any other', () => {
    const halves = Float64Array.from({ length: 17_520 }, (_, k) => (k % 2 === 0 ? 1 : 3))
    expect(pricesOf({ kind: 'file', prices: halves, exportPrice: 0 }, 1).importPerKWh[7]).toBe(2)
    expect(
      pricesOf({ kind: 'file', prices: new Float64Array(8760).fill(4), exportPrice: 0 }, 0.5).importPerKWh,
    ).toHaveLength(17_520)
    expect(() => pricesOf({ kind: 'file', prices: new Float64Array(8783), exportPrice: 0 }, 1)).toThrow('8783 rows')
  })
})

describe('the knee', () => {
  const sizes = Array.from({ length: 9 }, (_, moduleCount) => ({
    moduleCount,
    system: { ...system, capacityWh: 2500 * moduleCount, standbyW: 0 },
  }))
  it('is where more modules bring ever less', () => {
    const { points, knee } = sizeCurve(profile, sizes, flat)
    const gain = (k: number) => (points[k]?.valuePerYear ?? 0) - (points[k - 1]?.valuePerYear ?? 0)
    expect(knee?.moduleCount).toBeGreaterThan(0)
    expect(gain(knee?.moduleCount ?? 0)).toBeGreaterThan(gain((knee?.moduleCount ?? 0) + 1))
  })
  it('is nowhere on a flat curve or with a single size', () => {
    expect(sizeCurve(profile, sizes, pricesOf({ kind: 'flat', importPrice: 0, exportPrice: 0 }, 1)).knee).toBeNull()
    expect(sizeCurve(profile, sizes.slice(0, 1), flat).knee).toBeNull()
  })
})
