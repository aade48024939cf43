import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import {
  type AutonomySystem,
  type KnownSystem,
  autonomy,
  autonomyOfYear,
  isKnownSystem,
  missingOfSystem,
  outageHours,
} from './autonomy'
import { HOURS_PER_YEAR, type YearProfile, averagedTo, profileFault } from './yearProfile'

const system: KnownSystem = {
  capacityWh: 10_000,
  chargeEfficiency: 0.95,
  dischargeEfficiency: 0.95,
  chargeLimitW: 3000,
  dischargeLimitW: 4000,
  reserveSoc: 0.4,
  floorSoc: 0.1,
  initialSoc: 0.6,
  gridCharge: null,
  loadShare: 1,
  standbyW: 20,
  pvShare: 1,
  maxHours: 96,
  ensHours: 24,
}
/** A year with a day's rhythm and a season. */
const year = (stepH = 1): YearProfile => {
  const n = Math.round(HOURS_PER_YEAR / stepH)
  const hour = (k: number) => (k * stepH) % 24
  return {
    stepH,
    loadW: Float64Array.from(
      { length: n },
      (_, k) => 400 + 900 * Math.max(0, Math.sin(((hour(k) - 14) / 24) * 2 * Math.PI)),
    ),
    pvW: Float64Array.from(
      { length: n },
      (_, k) =>
        Math.max(0, 2500 * Math.sin(((hour(k) - 6) / 12) * Math.PI)) *
        (hour(k) < 18 ? 1 : 0) *
        (0.55 - 0.45 * Math.cos((2 * Math.PI * k * stepH) / HOURS_PER_YEAR)),
    ),
  }
}

describe('autonomy over a year', () => {
  it('lasts the usable energy over the load when nothing else happens', () => {
    const flat: YearProfile = {
      stepH: 1,
      loadW: new Float64Array(HOURS_PER_YEAR).fill(980),
      pvW: new Float64Array(HOURS_PER_YEAR),
    }
    // normal operation leaves the reserve: 10 kWh·(0.4 − 0.1)·0.95 over 1 kW with standby
    expect(autonomy(flat, system)).toMatchObject({
      p5H: expect.closeTo(2.85, 9),
      p50H: expect.closeTo(2.85, 9),
      worstMonthMeanH: expect.closeTo(2.85, 9),
      powerFailShare: 0,
      verdict: null,
    })
    expect(autonomy(flat, { ...system, dischargeLimitW: 900 })).toMatchObject({ p95H: 0, powerFailShare: 1 })
  })

  it('is open without capacity or discharge limit, and names a year that is none', () => {
    expect(autonomy(year(), { ...system, capacityWh: null })).toMatchObject({
      verdict: 'open',
      p50H: null,
      survival: null,
    })
    expect(autonomyOfYear(year(), { ...system, dischargeLimitW: null })).toBeNull()
    const short = { ...year(), loadW: new Float64Array(8783) }
    expect(() => autonomy(short, system)).toThrow('8783 rows')
    expect(profileFault({ ...year(), pvW: new Float64Array(HOURS_PER_YEAR).fill(-1) })).toContain('row 1')
  })

  it('never lasts less with more energy, a lower floor or less load', () => {
    const profile = year()
    fc.assert(
      fc.property(
        fc.double({ min: 0.2, max: 1, noNaN: true }),
        fc.double({ min: 0.05, max: 0.35, noNaN: true }),
        (share, floorSoc) => {
          const base = autonomyOfYear(profile, { ...system, loadShare: share, floorSoc })
          const richer = autonomyOfYear(profile, { ...system, loadShare: share * 0.8, floorSoc: floorSoc * 0.5 })
          expect(base?.lastsH.every((hours, h) => hours <= (richer?.lastsH[h] ?? 0) + 1e-9)).toBe(true)
        },
      ),
      { numRuns: 8 },
    )
  })

  it('has a curve that only falls and meets its own percentiles', () => {
    const result = autonomyOfYear(year(), system)
    if (!result) throw new Error('open')
    expect(result.curve[0]).toBe(1)
    expect(result.curve.every((share, t) => t === 0 || share <= (result.curve[t - 1] ?? 0))).toBe(true)
    expect(result.curve[Math.floor(result.p5H ?? 0)]).toBeGreaterThanOrEqual(0.95)
    expect(result.survival?.['24']).toBe(result.curve[24])
    expect(Math.min(...result.monthMeanH)).toBe(result.worstMonthMeanH)
    expect(result.startSoc.every((soc) => soc >= system.reserveSoc - 1e-9 && soc <= 1 + 1e-9)).toBe(true)
  })

  it('comes to about the same in half hours as in hours', () => {
    const fine = autonomy(year(0.5), system)
    const coarse = autonomy(year(1), system)
    expect(Math.abs((fine.p50H ?? 0) - (coarse.p50H ?? 0))).toBeLessThan(1)
    expect(averagedTo(year(0.5).loadW, 0.5, 1)).toHaveLength(HOURS_PER_YEAR)
  })
})

describe('a system of which something is not known', () => {
  const PARTS: readonly [keyof AutonomySystem, string][] = [
    ['capacityWh', 'its usable energy'],
    ['dischargeLimitW', 'the night limit'],
    ['chargeLimitW', 'what inverter and modules can be charged with'],
    ['pvShare', 'the power of every PV system'],
    ['reserveSoc', 'the backup reserve'],
    ['dischargeEfficiency', 'the efficiency from battery to load'],
    ['floorSoc', 'the floor in an outage'],
    ['standbyW', 'the standby power'],
  ]
  it.each(PARTS)('has no year without %s, and says so', (part, words) => {
    const blank: AutonomySystem = { ...system, [part]: null }
    expect(isKnownSystem(blank)).toBe(false)
    expect(missingOfSystem(blank)).toEqual([words])
    const found = autonomy(year(), blank)
    expect(found.verdict).toBe('open')
    expect([found.p5H, found.p50H, found.meanH, found.survival, found.energyNotServedKWh]).toEqual([
      null,
      null,
      null,
      null,
      null,
    ])
  })
  it('names all of it, in one order', () => {
    const blank = Object.fromEntries(PARTS.map(([part]) => [part, null]))
    expect(missingOfSystem({ ...system, ...blank })).toEqual(PARTS.map(([, words]) => words))
    expect(missingOfSystem(system)).toEqual([])
  })
})

describe('one outage hour by hour', () => {
  it('ends in the hour in which the year’s count ends, with the charge at the floor', () => {
    const profile = year()
    const result = autonomyOfYear(profile, system)
    if (!result) throw new Error('open')
    for (const start of [0, 1000, 4321, 8000]) {
      const hours = outageHours(profile, system, start, result.startSoc[start] ?? 0, system.maxHours)
      const end = hours.findIndex(({ state }) => state !== 'runs')
      expect(end < 0 ? system.maxHours : end).toBe(Math.floor(result.lastsH[start] ?? 0))
      expect(hours.every(({ soc }) => soc >= 0 && soc <= 1 + 1e-9)).toBe(true)
    }
  })
  it('loses no energy: PV and battery give what load, standby and curtailment take', () => {
    for (const { loadW, pvW, batteryW, curtailedW, state } of outageHours(
      year(),
      { ...system, loadShare: 0.7 },
      2000,
      0.9,
      72,
    ))
      if (state === 'runs') expect(pvW - curtailedW + batteryW).toBeCloseTo(loadW + system.standbyW, 6)
  })
  it('says what is shed and why it ends', () => {
    const profile = year()
    expect(outageHours(profile, { ...system, loadShare: 0.25 }, 18, 0.9, 1)[0]).toMatchObject({
      shedW: expect.closeTo((profile.loadW[18] ?? 0) * 0.75, 6),
    })
    expect(outageHours(profile, { ...system, dischargeLimitW: 100 }, 18, 0.9, 1)[0]?.state).toBe('lacksPower')
    expect(outageHours(profile, system, 20, 0.1, 1)[0]?.state).toBe('lacksEnergy')
  })
})
