import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { frequencyLine } from './frequencyLine'
import { extentOf } from './laneLine'
import { type LaneChannel, powerLine, voltageOf } from './powerLine'

const RATE_HZ = 5000

/** A wave by its RMS, frequency and angle, on an even grid. */
function channel(
  { rms, hz = 50, deg = 0, s = 2 }: { rms: number; hz?: number; deg?: number; s?: number },
  change: Partial<LaneChannel> = {},
): LaneChannel {
  const samples = Float64Array.from(
    { length: Math.round(s * RATE_HZ) },
    (_, k) => rms * Math.SQRT2 * Math.sin((2 * Math.PI * hz * k) / RATE_HZ + (deg * Math.PI) / 180),
  )
  return { id: 'U', phase: null, samples, rateHz: RATE_HZ, skewS: 0, holes: [], ...change }
}
const NOMINAL = { hz: 50, v: 230 }
const known = (values: Float64Array) => [...values].filter((value) => !Number.isNaN(value))

describe('frequency along a recording', () => {
  it('is that of the wave, wherever it is looked at', () => {
    fc.assert(
      fc.property(fc.double({ min: 47.5, max: 52.5, noNaN: true }), (hz) => {
        const { values } = frequencyLine(channel({ rms: 230, hz }), NOMINAL)
        expect(values.length).toBeGreaterThan(80)
        for (const value of values) expect(Math.abs(value - hz)).toBeLessThan(0.02)
      }),
      { seed: 5, numRuns: 25 },
    )
  })

  it('is parted where the supply is gone, and no mean reaches over the gap', () => {
    const before = channel({ rms: 230, hz: 50 })
    const after = channel({ rms: 230, hz: 51 })
    const samples = Float64Array.from([...before.samples, ...new Float64Array(1000), ...after.samples])
    const { timesS, values } = frequencyLine({ ...before, samples }, NOMINAL)
    const parting = values.findIndex((value) => Number.isNaN(value))
    expect(known(values)).toHaveLength(values.length - 1)
    for (const [k, value] of values.entries())
      if (k !== parting) expect(Math.abs(value - (k < parting ? 50 : 51))).toBeLessThan(0.03)
    expect(timesS[parting - 1]).toBeLessThanOrEqual(2)
    expect(timesS[parting + 1]).toBeGreaterThanOrEqual(2.2)
  })

  it('is parted at what is not known, and is nothing of a dead supply or a short one', () => {
    const hole = { from: 4000, to: 4600 }
    const { timesS, values } = frequencyLine(channel({ rms: 230 }, { holes: [hole] }), NOMINAL)
    expect([...values].filter((value) => Number.isNaN(value))).toHaveLength(1)
    for (const [k, atS] of timesS.entries()) if (!Number.isNaN(values[k])) expect(atS <= 0.8 || atS >= 0.92).toBe(true)
    expect(frequencyLine(channel({ rms: 20 }), NOMINAL).values).toHaveLength(0)
    expect(frequencyLine(channel({ rms: 230, s: 0.1 }), NOMINAL).values).toHaveLength(0)
  })

  it('moves with a channel that was sampled later', () => {
    const late = frequencyLine(channel({ rms: 230 }, { skewS: 0.004 }), NOMINAL)
    const even = frequencyLine(channel({ rms: 230 }), NOMINAL)
    expect((late.timesS[0] as number) - (even.timesS[0] as number)).toBeCloseTo(0.004, 9)
  })
})

describe('power along a recording', () => {
  it('is voltage times current times the cosine between them, by the clamp’s arrow', () => {
    fc.assert(
      fc.property(fc.double({ min: 0.1, max: 60, noNaN: true }), fc.integer({ min: -180, max: 180 }), (amps, deg) => {
        const { values } = powerLine(channel({ rms: amps, deg }), channel({ rms: 230 }), 50)
        const expected = 230 * amps * Math.cos((deg * Math.PI) / 180)
        expect(values.length).toBeGreaterThan(150)
        for (const watts of values) expect(Math.abs(watts - expected)).toBeLessThan(0.001 * 230 * amps + 1e-6)
      }),
      { seed: 6, numRuns: 25 },
    )
  })

  it('takes a current that was sampled later at its own time', () => {
    const skewS = 0.005
    const samples = channel({ rms: 10 }).samples.map((_, k, all) => all[k + skewS * RATE_HZ] ?? 0)
    const { values } = powerLine(channel({ rms: 10 }, { samples, skewS }), channel({ rms: 230 }), 50)
    expect(values[20]).toBeCloseTo(2300, 3)
  })

  it('is not known where either is not, and refuses two grids', () => {
    const hole = [{ from: 1000, to: 1100 }]
    const { timesS, values } = powerLine(channel({ rms: 10 }, { holes: hole }), channel({ rms: 230 }), 50)
    for (const [k, atS] of timesS.entries()) {
      const touches = atS + 0.01 > 0.2 && atS - 0.01 < 0.22
      expect([atS, Number.isNaN(values[k])]).toEqual([atS, touches])
    }
    expect(() => powerLine(channel({ rms: 1 }), channel({ rms: 1 }, { rateHz: 4000 }), 50)).toThrow(RangeError)
    expect(powerLine(channel({ rms: 1, s: 0.01 }), channel({ rms: 1, s: 0.01 }), 50).values).toHaveLength(0)
  })
})

describe('the voltage that a current flows at', () => {
  const of = (id: string, phase: string | null = null) => channel({ rms: 1, s: 0.02 }, { id, phase })
  const found = (current: LaneChannel, ...voltages: LaneChannel[]) => voltageOf(current, voltages)?.id ?? null

  it('is that of its phase, however the two are named', () => {
    expect(found(of('I2'), of('U1'), of('U2'), of('U3'))).toBe('U2')
    expect(found(of('i_b'), of('u_a'), of('u_b'))).toBe('u_b')
    expect(found(of('load', 'B'), of('first', 'A'), of('second', 'B'))).toBe('second')
    expect(found(of('IL3'), of('UL1'), of('UL2'), of('UL3'))).toBe('UL3')
  })

  it('is the only one there is, where neither names a phase', () => {
    expect(found(of('house current'), of('house voltage'))).toBe('house voltage')
  })

  it('is none where it cannot be told', () => {
    expect(found(of('current'), of('U1'), of('U2'))).toBeNull()
    expect(found(of('I3'), of('U1'), of('U2'))).toBeNull()
    expect(found(of('I1', 'A'), of('x', 'A'), of('y', 'A'))).toBeNull()
    // of another phase than the only voltage: a power from it would be wrong by its angle
    expect(found(of('I2'), of('U1'))).toBeNull()
    expect(found(of('I1'))).toBeNull()
  })
})

describe('the extent of lines', () => {
  it('passes over what is not known, and is none of nothing', () => {
    const line = (values: number[]) => ({ id: 'a', timesS: new Float64Array(), values: Float64Array.from(values) })
    expect(extentOf([line([1, NaN, 5]), line([-2])])).toEqual([-2, 5])
    expect(extentOf([line([NaN])])).toBeNull()
    expect(extentOf([])).toBeNull()
  })
})
