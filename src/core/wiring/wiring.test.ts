import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { COPPER_OHM_PER_KM, copperOhmPerKm } from '../rules/conductors'
import { type IdentityObservation, cableIdentity } from './cableIdentity'
import { loopResistance } from './loopResistance'

const state = (observations: IdentityObservation[], run = 'w1') => cableIdentity(['w1', 'w2'], observations)[run]?.state

describe('which cable is which', () => {
  const joined = { joined: 'w1', readings: { w1: 'continuity' as const } }
  const released = { joined: null, readings: { w1: 'open' as const } }

  it('takes a pair of observations, never one', () => {
    expect([state([]), state([joined]), state([released]), state([joined, released])]).toEqual([
      'unseen',
      'halfSeen',
      'halfSeen',
      'identified',
    ])
  })

  it('stops on a run that answers for another, and on the other', () => {
    const crossed = [{ joined: 'w1', readings: { w1: 'open' as const, w2: 'continuity' as const } }]
    expect([state(crossed), state(crossed, 'w2')]).toEqual(['crossedOrJoined', 'crossedOrJoined'])
  })

  it('stops on a run that answers with nothing joined', () => {
    expect(state([{ joined: null, readings: { w1: 'continuity' } }])).toBe('crossedOrJoined')
  })

  it('stops on a joined run that stays silent', () => {
    expect(state([{ joined: 'w1', readings: { w1: 'open' } }])).toBe('noAnswer')
  })

  it('does not depend on the order of the looks', () => {
    const look = fc.record({
      joined: fc.constantFrom('w1', 'w2', null),
      readings: fc.record({
        w1: fc.constantFrom('continuity' as const, 'open' as const),
        w2: fc.constantFrom('continuity' as const, 'open' as const),
      }),
    })
    fc.assert(
      fc.property(fc.array(look, { maxLength: 6 }), (looks) => {
        expect(cableIdentity(['w1', 'w2'], [...looks].reverse())).toEqual(cableIdentity(['w1', 'w2'], looks))
      }),
      { seed: 31 },
    )
  })
})

describe('loop resistance', () => {
  // 20 m of 16 mm² there and back: 2 · 1.15 Ω/km · 20 m = 46 mΩ at 20 °C
  const of = (measuredOhm: number | null, change = {}) =>
    loopResistance({ pack: 'iec-1ph-230', size: '16', lengthM: 20, conductorTempC: 20, measuredOhm, ...change })

  it.each([
    [0.046, 'proven'],
    [0.0552, 'proven'],
    [0.0553, 'watch'],
    [0.069, 'watch'],
    [0.0691, 'stop'],
    [0.0229, 'stop'],
    [null, 'open'],
  ] as const)('%s Ω', (ohm, verdict) => {
    expect(of(ohm)).toMatchObject({ expectedOhm: expect.closeTo(0.046, 9), loopVerdict: verdict })
  })

  it('allows for the digits and the leads where they are more than the share', () => {
    expect(of(0.086, { resolutionOhm: 0.01, leadNullOhm: 0.02 })).toMatchObject({
      allowedOhm: 0.04,
      loopVerdict: 'proven',
    })
  })

  it('is warmer at a higher temperature', () => {
    expect(of(null, { conductorTempC: 70 }).expectedOhm).toBeCloseTo(0.046 * (1 + 0.00393 * 50), 9)
  })

  it('refuses a size it has no figure for, and names those it has', () => {
    expect(() => of(0.046, { size: '17' })).toThrow(/no resistance for “17” in mm²; known are/)
    expect(() => of(0.046, { size: 'toString' })).toThrow(RangeError)
  })
})

it.each(['mm2', 'awg'] as const)('thicker %s conductors never resist more', (system) => {
  const area = (size: string) =>
    system === 'mm2' ? Number(size) : size.endsWith('/0') ? Number(size.split('/')[0]) : -Number(size)
  const sizes = Object.keys(COPPER_OHM_PER_KM[system]).sort((a, b) => area(a) - area(b))
  const ohms = sizes.map((size) => copperOhmPerKm(system, size, 20))
  expect(ohms).toEqual([...ohms].sort((a, b) => b - a))
})
