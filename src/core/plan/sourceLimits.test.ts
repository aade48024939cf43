import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { RULE_PACK_IDS } from '../rules/rulePack'
import { type SourceUnit, sourceLimits } from './sourceLimits'

const unit = (change: Partial<SourceUnit> = {}): SourceUnit => ({
  moduleCount: 3,
  moduleW: 1600,
  inverterBatteryW: 6000,
  inverterAcW: 5500,
  inverterSurgeVa: 9000,
  moduleSurgeVa: 2000,
  surgeS: 10,
  pvDcW: 0,
  coldFactor: 1,
  phase: 'all',
  legW: null,
  ...change,
})
const limits = (units: SourceUnit[], change: Partial<Parameters<typeof sourceLimits>[0]> = {}) =>
  sourceLimits({ pack: 'iec-1ph-230', units, pvAc: [], gatewayA: null, feederA: null, ...change })

describe('what binds the night limit', () => {
  it.each([
    ['modules', {}, 4800],
    ['inverterBattery', { moduleCount: 4, inverterBatteryW: 5000 }, 5000],
    ['inverterAc', { moduleCount: 6 }, 5500],
    ['modules', { moduleCount: 4, coldFactor: 0.5 }, 3200],
  ] as const)('%s', (binding, change, nightW) => {
    expect(limits([unit(change)])).toMatchObject({ nightW, bindingNight: binding })
  })

  it('is the gateway or the feeder where one carries less than the sources give', () => {
    expect(limits([unit()], { gatewayA: 16 })).toMatchObject({ nightW: 3680, bindingNight: 'gateway' })
    expect(limits([unit()], { gatewayA: 63, feederA: 10 })).toMatchObject({ nightW: 2300, bindingNight: 'feeder' })
  })
})

describe('PV', () => {
  it('on AC is gone at the changeover and back by day', () => {
    const withPv = limits([unit()], { pvAc: [{ expectedW: 2000, side: 'island', onBackedPhase: true, phase: 'all' }] })
    expect([withPv.nightW, withPv.changeoverW, withPv.dayW]).toEqual([4800, 4800, 6800])
  })

  it('on the grid side, or on a phase that is not backed up, gives nothing in island mode', () => {
    for (const change of [{ side: 'grid' as const }, { onBackedPhase: false }])
      expect(
        limits([unit()], { pvAc: [{ expectedW: 2000, side: 'island', onBackedPhase: true, phase: 'all', ...change }] })
          .dayW,
      ).toBe(4800)
  })

  it('on DC counts from the first moment, up to the AC rating', () => {
    expect(limits([unit({ pvDcW: 3000 })])).toMatchObject({
      nightW: 4800,
      changeoverW: 5500,
      bindingChangeover: 'inverterAc',
    })
  })
})

describe('what is not declared', () => {
  it.each([
    'moduleCount',
    'moduleW',
    'inverterBatteryW',
    'inverterSurgeVa',
    'moduleSurgeVa',
    'surgeS',
    'pvDcW',
  ] as const)('%s leaves every limit open', (field) => {
    expect(limits([unit({ [field]: null }), unit()])).toMatchObject({
      nightW: null,
      dayW: null,
      surgeVa: null,
      verdict: 'open',
    })
  })

  it('is never guessed for want of a source', () => {
    expect(limits([])).toMatchObject({ nightW: null, verdict: 'open' })
  })
})

describe('any sources', () => {
  const anyUnit = fc
    .record({
      moduleCount: fc.integer({ min: 1, max: 8 }),
      moduleW: fc.integer({ min: 200, max: 3000 }),
      inverterBatteryW: fc.integer({ min: 500, max: 12_000 }),
      inverterAcW: fc.integer({ min: 500, max: 12_000 }),
      pvDcW: fc.integer({ min: 0, max: 6000 }),
    })
    .map((change) => unit(change))

  it('give by day at least what they give at the changeover, and there at least what they give by night', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...RULE_PACK_IDS),
        fc.array(anyUnit, { minLength: 1, maxLength: 3 }),
        fc.integer({ min: 5, max: 100 }),
        (pack, units, gatewayA) => {
          const { nightW, changeoverW, dayW } = limits(units, { pack, gatewayA })
          expect(changeoverW).toBeGreaterThanOrEqual((nightW ?? NaN) - 1e-9)
          expect(dayW).toBeGreaterThanOrEqual((changeoverW ?? NaN) - 1e-9)
        },
      ),
      { seed: 9 },
    )
  })

  it('never give less for one more module', () => {
    fc.assert(
      fc.property(anyUnit, (one) => {
        const more = { ...one, moduleCount: (one.moduleCount ?? 0) + 1 }
        expect(limits([more]).nightW).toBeGreaterThanOrEqual(limits([one]).nightW ?? NaN)
      }),
      { seed: 10 },
    )
  })

  it('add up in parallel', () => {
    fc.assert(
      fc.property(anyUnit, anyUnit, (a, b) => {
        expect(limits([a, b]).nightW).toBeCloseTo((limits([a]).nightW ?? NaN) + (limits([b]).nightW ?? NaN), 6)
      }),
      { seed: 12 },
    )
  })

  it('share a three-phase supply by where they are connected', () => {
    const one = limits([unit({ phase: 'L2' })], { pack: 'iec-3ph-400' })
    expect([one.perPhase?.L1?.nightW, one.perPhase?.L2?.nightW, one.nightW]).toEqual([0, 4800, 4800])
  })

  it('carry half on each leg of a split phase, or what a leg is declared for', () => {
    expect(limits([unit()], { pack: 'na-split-240' }).perPhase).toMatchObject({
      L1: { nightW: 2400 },
      L2: { nightW: 2400 },
    })
    expect(limits([unit({ legW: 3000 })], { pack: 'na-split-240' }).perPhase?.L1?.nightW).toBe(3000)
  })
})

describe('a source on one leg of a split-phase supply', () => {
  const unit = {
    name: 'Small',
    moduleCount: 2,
    moduleW: 2000,
    inverterBatteryW: 3600,
    inverterAcW: 3600,
    inverterSurgeVa: 7000,
    moduleSurgeVa: 4000,
    surgeS: 5,
    pvDcW: 0,
    coldFactor: 1,
  }
  const limits = (phase: 'L1' | 'all', legW: number | null = null, gatewayA = 60) =>
    sourceLimits({ pack: 'na-split-240', units: [{ ...unit, phase, legW }], pvAc: [], gatewayA, feederA: null })

  it('gives all of it to that leg and nothing to the other', () => {
    expect(limits('L1').perPhase).toMatchObject({ L1: { nightW: 3600 }, L2: { nightW: 0 } })
    expect(limits('all').perPhase).toMatchObject({ L1: { nightW: 1800 }, L2: { nightW: 1800 } })
    expect(limits('L1', 2400).perPhase).toMatchObject({ L1: { nightW: 2400 }, L2: { nightW: 0 } })
  })

  it('gives the house no more than the leg carries', () => {
    expect([limits('L1').nightW, limits('all').nightW]).toEqual([3600, 3600])
    expect([limits('L1', null, 20).nightW, limits('all', null, 20).nightW]).toEqual([2400, 3600])
  })
})
