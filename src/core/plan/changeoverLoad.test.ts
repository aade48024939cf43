import { describe, expect, it } from 'vitest'
import { type PlannedLoad, changeoverLoad } from './changeoverLoad'
import { importCapacity } from './importCapacity'
import { schoolReason } from './schoolReason'
import { sourceLimits } from './sourceLimits'

const load = (id: string, change: Partial<PlannedLoad> = {}): PlannedLoad => ({
  id,
  powerW: 1000,
  pf: 1,
  duty: 0.5,
  priority: 5,
  keep: false,
  ...change,
})
const of = (loads: PlannedLoad[], limitW: number | null, change = {}) =>
  changeoverLoad({
    loads,
    nightLimitW: limitW,
    changeoverLimitW: limitW,
    dayLimitW: limitW,
    shareTolerance: 0.001,
    acceptsShedding: false,
    ...change,
  })

describe('the school that is recommended', () => {
  it('is automatic for the whole house where the limit is practically never passed', () => {
    expect(of([load('a'), load('b')], 2000).school).toBe('automaticWholeHome')
  })

  it('sheds where the limit is passed now and then, or is by hand where the household turns things off', () => {
    expect(of([load('a'), load('b'), load('c')], 2000).school).toBe('automaticWithShedding')
    expect(of([load('a'), load('b'), load('c')], 2000, { acceptsShedding: true }).school).toBe('manualChangeover')
  })

  it('is a single socket where even what must stay on is too much', () => {
    expect(of([load('a', { keep: true, duty: 1 })], 900).school).toBe('emergencySocket')
  })

  it('is open without limits or without loads', () => {
    expect([of([load('a')], null).school, of([], 2000).school]).toEqual([null, null])
    expect(of([load('a')], null)).toMatchObject({ expectedDemandW: 500, verdict: 'open' })
  })
})

describe('the demand', () => {
  it('adds active and reactive power apart', () => {
    const { expectedDemandW, expectedDemandVa } = of(
      [load('motor', { pf: 0.8, duty: 1 }), load('heater', { duty: 1 })],
      5000,
    )
    // 2,000 W beside 750 var
    expect([expectedDemandW, expectedDemandVa]).toEqual([2000, expect.closeTo(Math.hypot(2000, 750), 6)])
  })

  it('comes from metering where there is some: kWh a half hour are twice as many kW', () => {
    const metered = changeoverLoad({
      halfHourlyKWh: [0.5, 0.5, 0.5, 2],
      nightLimitW: 3000,
      changeoverLimitW: 3000,
      dayLimitW: 5000,
      shareTolerance: 0.001,
      acceptsShedding: false,
    })
    expect(metered).toMatchObject({
      expectedDemandW: 1750,
      likelyPeakW: 4000,
      shareAboveNight: 0.25,
      shareAboveDay: 0,
      turnOffNight: null,
      school: 'automaticWithShedding',
    })
  })
})

describe('the reason', () => {
  const limits = sourceLimits({
    pack: 'iec-1ph-230',
    pvAc: [],
    gatewayA: null,
    feederA: null,
    units: [
      {
        moduleCount: 2,
        moduleW: 1000,
        inverterBatteryW: 6000,
        inverterAcW: 6000,
        inverterSurgeVa: 9000,
        moduleSurgeVa: 2000,
        surgeS: 10,
        pvDcW: 0,
      },
    ],
  })
  const why = (loads: PlannedLoad[], change = {}) =>
    schoolReason({ demand: of(loads, limits.nightW, change), limits, motors: [], parting: [] })?.replaceAll(
      '\u00a0',
      ' ',
    )

  it('names the limit and what sets it', () => {
    expect(why([load('a')])).toBe(
      'What is backed up practically never goes above the night limit of 2 kW (set by the battery modules, not the inverter), so it can change over by itself at any hour.',
    )
  })

  it('says how often, and what the household would turn off', () => {
    const three = [load('a'), load('b'), load('c')]
    expect(why(three)).toContain(
      'above the night limit of 2 kW (set by the battery modules, not the inverter) 13 % of the time',
    )
    expect(why(three, { acceptsShedding: true })).toContain('willing to turn off what runs at such a moment first')
    expect(why([load('a', { duty: 1 }), load('b', { duty: 1 })], { acceptsShedding: true })).toContain(
      'practically never',
    )
    expect(why([load('a', { duty: 1, powerW: 3000 })], { acceptsShedding: true })).toContain(
      'willing to turn off 1 load first',
    )
  })

  it('is not made up where nothing can be recommended', () => {
    expect(schoolReason({ demand: of([load('a')], null), limits, motors: [], parting: [] })).toBeNull()
  })
})

describe('import capacity', () => {
  const capacity = (
    pack: Parameters<typeof importCapacity>[0]['pack'],
    ratingA: number | null,
    maximumDemandKva: number | null = 10,
  ) => importCapacity({ pack, ratingA, powerFactor: 1, maximumDemandKva })

  it.each([
    ['iec-1ph-230', 100, 23],
    ['iec-3ph-400', 25, Math.sqrt(3) * 10],
    ['na-split-240', 200, 48],
  ] as const)('%s at %s A', (pack, ratingA, kva) => {
    expect(capacity(pack, ratingA).capacityKva).toBeCloseTo(kva, 9)
  })

  it('fits a demand exactly met, and no more', () => {
    expect([capacity('iec-1ph-230', 100, 23).verdict, capacity('iec-1ph-230', 100, 23.001).verdict]).toEqual([
      'fits',
      'exceeds',
    ])
  })

  it('is open without a rating or a demand', () => {
    expect([capacity('iec-1ph-230', null).verdict, capacity('iec-1ph-230', 100, null).verdict]).toEqual([
      'open',
      'open',
    ])
  })
})
