import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { RULE_PACKS } from '../rules/packs'
import { type WaveformTripInput, waveformBand, waveformTrip } from './waveformTrip'

const { limits } = RULE_PACKS['iec-1ph-230']
const trip = (change: Partial<WaveformTripInput>) =>
  waveformTrip({ type: 'B', iDeltaNMa: 30, trippedAtMa: {}, instrumentMa: null, ...change }, limits)
const all = (mA: number | 'none') => ({ pulsatingPlus: mA, pulsatingMinus: mA, smooth: mA })

describe('waveforms of a residual-current device', () => {
  it.each([
    ['AC', []],
    ['A', ['pulsatingPlus', 'pulsatingMinus']],
    ['F', ['pulsatingPlus', 'pulsatingMinus']],
    ['B', ['pulsatingPlus', 'pulsatingMinus', 'smooth']],
  ] as const)('type %s is tested with %j beyond the sine', (type, waveforms) => {
    expect(Object.keys(trip({ type, trippedAtMa: all(25) }).each)).toEqual(waveforms)
  })
  it('trip between 0.35 and 1.4 times the rating, up to twice where it is 10 mA or less; smooth between half and twice', () => {
    expect(waveformBand('pulsatingPlus', 30, limits)).toEqual({ min: 10.5, max: 42 })
    expect(waveformBand('pulsatingMinus', 10, limits)).toEqual({ min: 3.5, max: 20 })
    expect(waveformBand('smooth', 30, limits)).toEqual({ min: 15, max: 60 })
  })
  it.each([
    [10.5, 'proven'],
    [42, 'proven'],
    [10.4, 'stop'],
    [42.1, 'stop'],
    ['none', 'stop'],
  ] as const)('pulsating direct current of %s mA: %s', (mA, verdict) => {
    expect(trip({ type: 'A', trippedAtMa: all(mA) }).verdict).toBe(verdict)
  })
  it('is Open without its type, and without one of its readings', () => {
    expect(trip({ type: null, trippedAtMa: all(25) }).verdict).toBe('open')
    expect(trip({ trippedAtMa: { ...all(25), smooth: null } })).toMatchObject({
      verdict: 'open',
      each: { smooth: 'open' },
    })
    expect(trip({ type: 'A', trippedAtMa: { pulsatingPlus: 25 } }).verdict).toBe('open')
  })
  it('is Watch where the instrument’s band crosses a limit', () => {
    const instrumentMa = { percentOfReading: 5, digits: 0, resolution: 0.1 }
    expect(trip({ type: 'A', trippedAtMa: all(41), instrumentMa }).verdict).toBe('watch')
  })
  it('one reading less is never better', () => {
    const reading = fc.oneof(fc.double({ min: 1, max: 80, noNaN: true }), fc.constant('none' as const))
    fc.assert(
      fc.property(fc.constantFrom('A', 'F', 'B' as const), reading, reading, reading, (type, plus, minus, smooth) => {
        const trippedAtMa = { pulsatingPlus: plus, pulsatingMinus: minus, smooth }
        for (const left of ['pulsatingPlus', 'pulsatingMinus'] as const)
          expect(trip({ type, trippedAtMa: { ...trippedAtMa, [left]: null } }).verdict).not.toBe('proven')
      }),
    )
  })
})
