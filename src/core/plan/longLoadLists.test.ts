import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { demandDistribution, demandQuantile, shareAbove } from './demandDistribution'
import { turnOffFirst } from './turnOffFirst'

const loads = (count: number, seed: number) =>
  Array.from({ length: count }, (_, k) => {
    const chance = (n: number) => ((Math.sin(seed * 97 + k * 13 + n * 7) + 1) / 2) % 1
    return {
      id: `l${k}`,
      powerW: 20 + 2400 * chance(1),
      duty: 0.02 + 0.3 * chance(2),
      priority: 1 + Math.floor(8.99 * chance(3)),
      keep: chance(4) < 0.1,
    }
  })

describe('the demand of 200 loads', () => {
  it('keeps its mean and its sum of probabilities on the grid', () => {
    fc.assert(
      fc.property(fc.integer({ min: 30, max: 200 }), fc.integer({ min: 1, max: 500 }), (count, seed) => {
        const own = loads(count, seed)
        const { demandW, probability } = demandDistribution(own)
        expect(probability.reduce((sum, p) => sum + p, 0)).toBeCloseTo(1, 9)
        const mean = demandW.reduce((sum, w, k) => sum + w * (probability[k] ?? 0), 0)
        expect(mean).toBeCloseTo(
          own.reduce((sum, { powerW, duty }) => sum + powerW * duty, 0),
          3,
        )
      }),
      { numRuns: 12 },
    )
  })
  it('is exact where whole watts share a step, like the exact sums of a short list', () => {
    // 20 loads of 100, 200, 300 … W: too many sums to keep apart one by one, yet on an even grid
    const own = Array.from({ length: 20 }, (_, k) => ({ powerW: 100 * (k + 1), duty: 0.5 }))
    const grid = demandDistribution(own)
    expect(shareAbove(grid, 10_500)).toBeLessThan(0.5)
    expect(shareAbove(grid, 10_499)).toBeGreaterThan(0.5)
    expect(demandQuantile(grid, 0.5)).toBe(10_500)
    expect(demandDistribution([...own, { powerW: 77, duty: 1 }]).demandW[0]).toBe(77)
  })
})

describe('turning off first among 200 loads', () => {
  it('reaches the target with as few as the largest demands need, and keeps what must stay', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 40, max: 200 }),
        fc.integer({ min: 1, max: 300 }),
        fc.double({ min: 0.3, max: 0.95, noNaN: true }),
        (count, seed, share) => {
          const own = loads(count, seed)
          const all = own.reduce((sum, { powerW, duty }) => sum + powerW * duty, 0)
          const { loads: off, reached } = turnOffFirst(own, share * all)
          const removed = own.filter(({ id }) => off.includes(id))
          expect(removed.some(({ keep }) => keep)).toBe(false)
          if (!reached) return
          const gone = removed.reduce((sum, { powerW, duty }) => sum + powerW * duty, 0)
          expect(all - gone).toBeLessThanOrEqual(share * all * (1 + 1e-6))
          const largest = own
            .filter(({ keep }) => !keep)
            .map(({ powerW, duty }) => powerW * duty)
            .sort((a, b) => b - a)
          const fewest =
            largest.findIndex(
              (_, k) => all - largest.slice(0, k + 1).reduce((sum, w) => sum + w, 0) <= share * all * (1 + 1e-9),
            ) + 1
          expect(off).toHaveLength(fewest)
        },
      ),
      { numRuns: 20 },
    )
  })
  it('comes near the exact choice of a list that is just short enough for it', () => {
    const exact = loads(24, 5).map((load) => ({ ...load, keep: false }))
    const all = exact.reduce((sum, { powerW, duty }) => sum + powerW * duty, 0)
    const priorities = (list: readonly string[], from: typeof exact) =>
      list.reduce((sum, id) => sum + (from.find((load) => load.id === id)?.priority ?? 0), 0)
    const best = turnOffFirst(exact, 0.6 * all)
    // the same list with one more load that would never help goes the long way
    const long = [...exact, { id: 'extra', powerW: 0.001, duty: 0.001, priority: 1, keep: false }]
    const near = turnOffFirst(long, 0.6 * all)
    expect(near.loads).toHaveLength(best.loads.length)
    expect(priorities(best.loads, exact) - priorities(near.loads, long)).toBeLessThanOrEqual(2)
  })
})
