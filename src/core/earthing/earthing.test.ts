import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { electrodeTarget } from './electrodeTarget'
import { fallOfPotential } from './fallOfPotential'
import { islandNeutralEarth } from './islandNeutralEarth'
import { gfciLimitMs, residualCurrentTrip } from './residualCurrentTrip'

describe('an electrode against its target', () => {
  const of = (
    resistanceOhm: number | null,
    { targetOhm = 100, ...change }: { targetOhm?: number } & Partial<Parameters<typeof electrodeTarget>[0]> = {},
  ) =>
    electrodeTarget({
      resistanceOhm,
      aim: { kind: 'ohm', targetOhm },
      seasonalFactor: 1.5,
      iDeltaNMa: 30,
      touchLimitV: 50,
      instrument: null,
      ...change,
    })

  it.each([
    [66, 'proven'],
    [100 / 1.5, 'proven'],
    [67, 'watch'],
    [100, 'watch'],
    [100.1, 'stop'],
    [null, 'open'],
  ] as const)('%s Ω', (ohm, verdict) => {
    expect(of(ohm).verdict).toBe(verdict)
  })

  it('stops where the touch voltage passes 50 V in a dry season, whatever the target', () => {
    expect(of(90, { targetOhm: 200, iDeltaNMa: 500 })).toMatchObject({ verdict: 'stop', touchV: 67.5 })
    expect(of(60, { targetOhm: 200, iDeltaNMa: 500 }).verdict).toBe('proven')
  })

  it('is Open while nobody knows which residual current relies on it, and at most so high alone in a split-phase house', () => {
    expect([of(30, { iDeltaNMa: null }).verdict, of(30, { iDeltaNMa: 'none' }).verdict]).toEqual(['open', 'proven'])
    const split = (ohm: number, electrodeCount: number | null) =>
      of(ohm, { aim: { kind: 'secondAbove', targetOhm: 25, electrodeCount } }).verdict
    expect([split(25, 1), split(26, 1), split(26, 2), split(26, null)]).toEqual(['proven', 'stop', 'proven', 'open'])
  })

  it('refuses a season that makes the ground wetter', () => {
    expect(() => of(30, { seasonalFactor: 0.9 })).toThrow(RangeError)
  })
})

describe('fall of potential', () => {
  const three = (r52Ohm: number, r618Ohm: number, r72Ohm: number, clampA: number | null = 0.1) =>
    fallOfPotential({ method: '61.8', r52Ohm, r618Ohm, r72Ohm, electrodeOpened: true, clampA })

  it('takes the middle reading when the three agree, and asks to move the probe when they do not', () => {
    expect(three(30, 31, 32)).toMatchObject({ resistanceOhm: 31, verdict: 'proven' })
    expect(three(20, 31, 45).verdict).toBe('watch')
  })

  it('is guarded by the clamp reading', () => {
    expect([three(30, 31, 32, null).guard, three(30, 31, 32, 0.49).guard, three(30, 31, 32, 0.5).guard]).toEqual([
      'open',
      null,
      'stop',
    ])
  })

  it('finds the true place of the probe by the slope method, 0.618 for a far electrode', () => {
    // a point electrode: the probe at p sees what the electrode adds, 1/p, less what the current probe takes, 1/(1 − p)
    const far = (p: number) => 100 - 1 / p + 1 / (1 - p)
    const { probeRatio } = fallOfPotential({
      method: 'slope',
      r1Ohm: far(0.2),
      r2Ohm: far(0.4),
      r3Ohm: far(0.6),
      currentProbeM: 50,
      electrodeOpened: false,
      clampA: null,
    })
    expect(probeRatio).toBeCloseTo(0.618034, 5)
  })

  it('calls a distance too short that gives no valid slope', () => {
    expect(
      fallOfPotential({
        method: 'slope',
        r1Ohm: 10,
        r2Ohm: 11,
        r3Ohm: 20,
        currentProbeM: 50,
        electrodeOpened: false,
        clampA: null,
      }),
    ).toMatchObject({ probeRatio: null, verdict: 'open' })
  })

  it('takes a clamp-on reading only with a parallel path through the supplier’s earth', () => {
    const clampOn = (parallelPath: boolean | null, supplierEarthConnected: boolean | null) =>
      fallOfPotential({
        method: 'clamp',
        readingOhm: 12,
        parallelPath,
        supplierEarthConnected,
        electrodeOpened: false,
        clampA: null,
      }).verdict
    expect([clampOn(true, true), clampOn(true, false), clampOn(null, true)]).toEqual(['watch', 'open', 'open'])
  })
})

describe('neutral and earth in island mode', () => {
  const of = (lnV: number | null, leV: number | null, neV: number | null, change = {}) =>
    islandNeutralEarth({ pack: 'iec-1ph-230', lnV, leV, neV, lowImpedance: true, islandRcdTripped: true, ...change })

  it.each([
    ['bonded', 230, 229, 0.5, 'proven'],
    ['floating', 230, 115, 115, 'stop'],
    ['reversed', 230, 2, 229, 'stop'],
    ['highResistance', 230, 215, 20, 'watch'],
    ['unknown', 230, 180, 90, 'open'],
    ['unknown', 190, 190, 0, 'open'],
    ['unknown', null, 230, 0, 'open'],
  ] as const)('%s', (state, lnV, leV, neV, verdict) => {
    expect(of(lnV, leV, neV)).toEqual({ state, verdict })
  })

  it('is Watch at most by voltages alone, and Stop after a failed trip', () => {
    expect(of(230, 229, 0.5, { lowImpedance: false }).verdict).toBe('watch')
    expect(of(230, 229, 0.5, { islandRcdTripped: null }).verdict).toBe('watch')
    expect(of(230, 229, 0.5, { islandRcdTripped: false }).verdict).toBe('stop')
  })

  it('never calls a dead board bonded', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0, max: 195, noNaN: true }),
        fc.double({ min: 0, max: 260, noNaN: true }),
        fc.double({ min: 0, max: 260, noNaN: true }),
        (lnV, leV, neV) => {
          expect(of(lnV, leV, neV).state).toBe('unknown')
        },
      ),
      { seed: 21 },
    )
  })
})

describe('residual-current devices', () => {
  const of = (change: object, device: 'general' | 'delayed' = 'general') =>
    residualCurrentTrip({
      device,
      iDeltaNMa: 30,
      instrumentMs: null,
      instrumentMa: null,
      grid: { halfTripped: false, x1Ms: 200, x5Ms: 60, rampMa: 22, ...change },
      island: null,
    }).grid

  it.each([
    [{ x1Ms: 300 }, 'x1', 'proven'],
    [{ x1Ms: 301 }, 'x1', 'stop'],
    [{ x1Ms: 'none' }, 'x1', 'stop'],
    [{ x5Ms: 40 }, 'x5', 'proven'],
    [{ x5Ms: 41 }, 'x5', 'stop'],
    [{ rampMa: 15 }, 'ramp', 'proven'],
    [{ rampMa: 14.9 }, 'ramp', 'stop'],
    [{ rampMa: 30 }, 'ramp', 'proven'],
    [{ halfTripped: true }, 'half', 'stop'],
    [{ x1Ms: null }, 'x1', 'open'],
  ] as const)('general, %o', (change, test, verdict) => {
    expect(of(change)[test]).toBe(verdict)
  })

  it.each([
    [{ x1Ms: 129 }, 'x1', 'stop'],
    [{ x1Ms: 130 }, 'x1', 'proven'],
    [{ x1Ms: 500 }, 'x1', 'proven'],
    [{ x5Ms: 49 }, 'x5', 'stop'],
    [{ x5Ms: 150 }, 'x5', 'proven'],
  ] as const)('delayed, %o', (change, test, verdict) => {
    expect(of(change, 'delayed')[test]).toBe(verdict)
  })

  it('has the class A time for its current', () => {
    expect(gfciLimitMs(20)).toBe(1000)
    expect(gfciLimitMs(264)).toBeCloseTo(24.96, 1)
  })

  it('of class A is Open without a fault current that was tried, however good its ramp', () => {
    const gfci = (island: object) =>
      residualCurrentTrip({
        pack: 'na-split-240',
        device: 'gfciA',
        iDeltaNMa: 6,
        instrumentMs: null,
        instrumentMa: null,
        grid: null,
        island,
      }).island
    const good = { rampMa: 5, faults: [{ testMa: 20, timeMs: 500 }] }
    expect(gfci(good).verdict).toBe('proven')
    expect(gfci({ rampMa: 5 }).verdict).toBe('open')
    expect(gfci({ rampMa: 5, faults: [] }).verdict).toBe('open')
    expect(gfci({ ...good, rampMa: null }).verdict).toBe('open')
    expect(gfci({ ...good, faults: [...good.faults, { testMa: 264, timeMs: null }] }).verdict).toBe('open')
    expect(gfci({ ...good, faults: [{ testMa: 20, timeMs: 'none' }] }).verdict).toBe('stop')
    expect(gfci({ ...good, rampMa: 'none' }).verdict).toBe('stop')
  })

  it('is open in a mode that was not tested', () => {
    expect(
      residualCurrentTrip({
        device: 'general',
        iDeltaNMa: 30,
        instrumentMs: null,
        instrumentMa: null,
        grid: { halfTripped: false, x1Ms: 20, x5Ms: 10, rampMa: 20 },
        island: null,
      }),
    ).toMatchObject({ grid: { verdict: 'proven' }, island: { verdict: 'open' }, verdict: 'open' })
  })
})
