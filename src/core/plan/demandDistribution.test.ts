import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { demandDistribution, demandQuantile, shareAbove } from './demandDistribution'

const load = fc.record({ powerW: fc.integer({ min: 1, max: 5000 }), duty: fc.double({ min: 0, max: 1, noNaN: true }) })
const loads = fc.array(load, { maxLength: 8 })

/** The same distribution by trying every combination. */
function byHand(list: readonly { powerW: number; duty: number }[], limitW: number): number {
  let share = 0
  for (let bits = 0; bits < 2 ** list.length; bits++) {
    let demandW = 0
    let probability = 1
    list.forEach(({ powerW, duty }, k) => {
      const on = (bits >> k) & 1
      probability *= on ? duty : 1 - duty
      if (on) demandW += powerW
    })
    if (demandW > limitW * (1 + 1e-9)) share += probability
  }
  return share
}

describe('demandDistribution', () => {
  it('is worked out once for the same loads, and anew for every other list', () => {
    const kettle = { powerW: 2000, duty: 0.1 }
    const fridge = { powerW: 100, duty: 0.4 }
    const first = demandDistribution([kettle, fridge])
    expect(demandDistribution([{ ...kettle }, { ...fridge }])).toBe(first)
    expect(demandDistribution([kettle, { ...fridge, duty: 0.5 }])).not.toEqual(first)
    expect(demandDistribution([kettle, { ...fridge, powerW: 101 }])).not.toEqual(first)
    // however many others were asked for meanwhile
    for (let k = 0; k < 100; k++) demandDistribution([{ powerW: k, duty: 0.5 }])
    expect(demandDistribution([kettle, fridge])).toEqual(first)
  })

  it('sums to one', () => {
    fc.assert(
      fc.property(loads, (list) => {
        expect(demandDistribution(list).probability.reduce((sum, p) => sum + p, 0)).toBeCloseTo(1, 9)
      }),
      { seed: 1 },
    )
  })

  it('has the expected demand for its mean', () => {
    fc.assert(
      fc.property(loads, (list) => {
        const { demandW, probability } = demandDistribution(list)
        const mean = demandW.reduce((sum, w, k) => sum + w * (probability[k] ?? 0), 0)
        expect(mean).toBeCloseTo(
          list.reduce((sum, { powerW, duty }) => sum + powerW * duty, 0),
          6,
        )
      }),
      { seed: 2 },
    )
  })

  it('agrees with every combination tried by hand', () => {
    fc.assert(
      fc.property(loads, fc.integer({ min: 0, max: 12_000 }), (list, limitW) => {
        expect(shareAbove(demandDistribution(list), limitW)).toBeCloseTo(byHand(list, limitW), 9)
      }),
      { seed: 3 },
    )
  })

  it('has no demand above what all loads draw together', () => {
    const list = [
      { powerW: 100, duty: 0.5 },
      { powerW: 50, duty: 1 },
    ]
    expect([...demandDistribution(list).demandW]).toEqual([50, 150])
    expect(shareAbove(demandDistribution(list), 150)).toBe(0)
    expect(shareAbove(demandDistribution(list), 149)).toBe(0.5)
  })

  it('stays quick and sound with a long list', () => {
    const many = Array.from({ length: 60 }, (_, k) => ({ powerW: 10.3 * (k + 1), duty: 0.5 }))
    const { probability } = demandDistribution(many)
    expect(probability.length).toBeLessThan(70_000)
    expect(probability.reduce((sum, p) => sum + p, 0)).toBeCloseTo(1, 6)
  })
})

describe('demandQuantile', () => {
  it('is the smallest demand that is enough for the share of time', () => {
    const distribution = demandDistribution([
      { powerW: 1000, duty: 0.04 },
      { powerW: 10, duty: 1 },
    ])
    expect(demandQuantile(distribution, 0.95)).toBe(10)
    expect(demandQuantile(distribution, 0.97)).toBe(1010)
    expect(demandQuantile(distribution, 1)).toBe(1010)
  })

  it('never falls as the share grows', () => {
    fc.assert(
      fc.property(
        loads,
        fc.double({ min: 0, max: 1, noNaN: true }),
        fc.double({ min: 0, max: 1, noNaN: true }),
        (list, a, b) => {
          const distribution = demandDistribution(list)
          expect(demandQuantile(distribution, Math.min(a, b))).toBeLessThanOrEqual(
            demandQuantile(distribution, Math.max(a, b)),
          )
        },
      ),
      { seed: 4 },
    )
  })
})
