import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { type RuntimeInput, runtime } from './runtime'

const base: RuntimeInput = {
  usableWh: 10_000,
  nominalWh: null,
  depthOfDischarge: null,
  dischargeEfficiency: 0.9,
  reserveSoc: 0.5,
  usualSoc: 0.8,
  floorSoc: 0.1,
  loadW: 450,
  standbyW: 50,
  pvW: 0,
  vehicle: null,
  promisedH: null,
}
const of = (change: Partial<RuntimeInput> = {}) => runtime({ ...base, ...change })

describe('runtime', () => {
  it('is the energy above the floor, after losses, over load and standby', () => {
    const { runtimeReserveH, runtimeUsualH, runtimeFullH, netW } = of()
    expect([runtimeReserveH, runtimeUsualH, runtimeFullH, netW]).toEqual([
      expect.closeTo(7.2, 9),
      expect.closeTo(12.6, 9),
      expect.closeTo(16.2, 9),
      500,
    ])
  })

  it('takes usable energy before nominal, never both', () => {
    expect(of({ nominalWh: 99_999, depthOfDischarge: 1 }).runtimeReserveH).toBeCloseTo(7.2, 9)
    expect(of({ usableWh: null, nominalWh: 10_000, depthOfDischarge: 0.5 }).runtimeReserveH).toBeCloseTo(3.6, 9)
  })

  it.each([
    { usableWh: null },
    { reserveSoc: null },
    { loadW: null },
    { dischargeEfficiency: null },
    { floorSoc: null },
    { standbyW: null },
  ])('is open without %o', (change) => {
    expect(of(change)).toMatchObject({ runtimeReserveH: null, verdict: 'open' })
  })

  it('lasts while the sun holds where PV covers load and losses', () => {
    expect(of({ pvW: 500, promisedH: 24 })).toMatchObject({ indefinite: true, runtimeReserveH: null, verdict: 'fits' })
  })

  it('is nothing from a reserve at or below the floor', () => {
    expect(of({ reserveSoc: 0.05 }).runtimeReserveH).toBe(0)
  })

  it('holds a promise against the reserve, exactly met included', () => {
    expect([of({ promisedH: 7.2 }).verdict, of({ promisedH: 7.21 }).verdict]).toEqual(['fits', 'exceeds'])
  })

  it('counts a vehicle only while it is there, plugged in and enabled', () => {
    expect(of({ vehicle: { present: true, pluggedIn: true, enabled: true } }).runtimeReserveH).toBeCloseTo(7.2, 9)
    expect(of({ vehicle: { present: true, pluggedIn: false, enabled: true } }).runtimeReserveH).toBe(0)
    expect(of({ vehicle: { present: true, pluggedIn: null, enabled: true } }).verdict).toBe('open')
  })

  it('never grows with the load, and never shrinks with the charge', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 9000 }),
        fc.integer({ min: 0, max: 3000 }),
        fc.double({ min: 0, max: 1, noNaN: true }),
        (loadW, more, soc) => {
          expect(of({ loadW: loadW + more }).runtimeReserveH).toBeLessThanOrEqual(of({ loadW }).runtimeReserveH ?? NaN)
          expect(of({ reserveSoc: soc }).runtimeReserveH).toBeLessThanOrEqual(
            of({ reserveSoc: 1 }).runtimeReserveH ?? NaN,
          )
        },
      ),
      { seed: 14 },
    )
  })
})
