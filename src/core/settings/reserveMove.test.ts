import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { livePowerOf } from './livePower'
import { powerBalance } from './powerBalance'
import { carriedBy, reserveMoveSettings } from './reserveMove'

const live = (given: Record<string, unknown>) => livePowerOf(given)

describe('who carries the house', () => {
  it.each([
    [{ batteryW: 800, houseW: 800, pvW: 0 }, 'battery'],
    [{ batteryW: 10, houseW: 900, pvW: 200 }, 'grid'],
    [{ batteryW: 0, houseW: 250, pvW: 200 }, null],
    [{ batteryW: 70, houseW: 900, pvW: 0 }, null],
    [{ batteryW: -2000, houseW: 900, pvW: 0 }, 'grid'],
    [{ batteryW: 0, houseW: 7300, pvW: 200, vehicleW: -7200 }, null],
    [{ houseW: 900, pvW: 0 }, null],
  ] as const)('%j: %s', (given, who) => expect(carriedBy(live(given))).toBe(who))
})

describe('the four moves of the reserve', () => {
  it('stand on the right sides of the charge, in any place where they can be told apart', () => {
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 100 }), fc.integer({ min: 0, max: 30 }), (soc, band) => {
        const moves = reserveMoveSettings(soc, band)
        if (moves === null) {
          expect(band < 2 || soc - band - 2 < 0 || soc > 95).toBe(true)
          return
        }
        expect(moves.toStreet.value).toBeGreaterThan(soc)
        expect(moves.charges.value).toBeGreaterThan(soc)
        expect(moves.stays.value).toBeLessThanOrEqual(soc)
        expect(moves.stays.value + band).toBeGreaterThan(soc)
        expect(moves.toBattery.value + band).toBeLessThanOrEqual(soc)
      }),
    )
  })
})

describe('the balance of powers', () => {
  const parts = { gridW: 900, pvW: 1200, batteryW: -600, houseW: 1500 }
  it('fits, and with one value missing says nothing', () => {
    expect(powerBalance(live(parts), 1)).toMatchObject({ misfitW: 0, reversed: null, verdict: 'proven' })
    for (const key of Object.keys(parts)) expect(powerBalance(live({ ...parts, [key]: null }), 1).verdict).toBe('open')
  })
  it.each(['gridW', 'pvW', 'batteryW'] as const)('names %s when it is the other way round', (part) => {
    expect(powerBalance(live({ ...parts, [part]: -parts[part] }), 1)).toMatchObject({ reversed: part, verdict: 'stop' })
  })
  it('names none where two would explain it, or none does, and shows nothing where nothing flows', () => {
    expect(powerBalance(live({ gridW: -500, pvW: -500, batteryW: 0, houseW: 0 }), 1)).toMatchObject({
      reversed: null,
      verdict: 'stop',
    })
    expect(powerBalance(live({ ...parts, houseW: 5000 }), 1)).toMatchObject({ reversed: null, verdict: 'stop' })
    expect(powerBalance(live({ gridW: 1, pvW: 0, batteryW: 0, houseW: 2 }), 1).verdict).toBe('open')
    // an empty house: its meters' noise is no fault
    expect(powerBalance(live({ gridW: 9, pvW: 0, batteryW: 0, houseW: 0 }), 15).verdict).toBe('open')
    expect(powerBalance(live({ gridW: 900, pvW: 0, batteryW: 0, houseW: 0 }), 15).verdict).toBe('stop')
  })
  it('counts what a vehicle gives, and leaves what it takes to the house', () => {
    expect(powerBalance(live({ gridW: 0, pvW: 0, batteryW: 500, houseW: 2500, vehicleW: 2000 }), 1).verdict).toBe(
      'proven',
    )
    expect(powerBalance(live({ gridW: 7500, pvW: 0, batteryW: 0, houseW: 7500, vehicleW: -7000 }), 1).verdict).toBe(
      'proven',
    )
  })
  it('takes for given only what is a figure', () => {
    expect(livePowerOf({ gridW: 'x', pvW: NaN, houseW: Infinity, mode: 9 })).toMatchObject({
      gridW: null,
      pvW: null,
      houseW: null,
      mode: null,
    })
    expect([livePowerOf({ mode: 2 }).mode, livePowerOf({ mode: 'dark' }).mode]).toEqual(['island', 'dark'])
  })
})
