import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { type SheddableLoad, turnOffFirst } from './turnOffFirst'

const demandOf = (loads: readonly SheddableLoad[]) => loads.reduce((sum, { powerW, duty }) => sum + powerW * duty, 0)
const left = (loads: readonly SheddableLoad[], off: readonly string[]) =>
  demandOf(loads.filter(({ id }) => !off.includes(id)))

/** The fewest loads that are enough, by trying every set. */
function fewest(loads: readonly SheddableLoad[], targetW: number): number | null {
  const may = loads.filter(({ keep }) => !keep)
  let best: number | null = null
  for (let bits = 0; bits < 2 ** may.length; bits++) {
    const off = may.filter((_, k) => (bits >> k) & 1)
    if (
      left(
        loads,
        off.map(({ id }) => id),
      ) <=
        targetW * (1 + 1e-9) + 1e-6 &&
      (best === null || off.length < best)
    )
      best = off.length
  }
  return best
}

const anyLoads = fc
  .array(
    fc.record({
      powerW: fc.integer({ min: 10, max: 4000 }),
      duty: fc.constantFrom(0.1, 0.3, 1),
      priority: fc.integer({ min: 1, max: 9 }),
      keep: fc.boolean(),
    }),
    { minLength: 1, maxLength: 9 },
  )
  .map((list) => list.map((load, k): SheddableLoad => ({ ...load, id: `l${k}` })))

describe('turnOffFirst', () => {
  it('turns nothing off where nothing has to go', () => {
    expect(turnOffFirst([{ id: 'a', powerW: 100, duty: 1, priority: 5, keep: false }], 100)).toEqual({
      loads: [],
      reached: true,
    })
  })

  it('brings the demand to the target with as few loads as can do it, and touches none that must stay', () => {
    fc.assert(
      fc.property(anyLoads, fc.integer({ min: 0, max: 6000 }), (loads, targetW) => {
        const { loads: off, reached } = turnOffFirst(loads, targetW)
        const best = fewest(loads, targetW)
        expect(reached).toBe(best !== null)
        expect(off.some((id) => loads.find((load) => load.id === id)?.keep)).toBe(false)
        if (best !== null) {
          expect(off).toHaveLength(best)
          expect(left(loads, off)).toBeLessThanOrEqual(targetW * (1 + 1e-9) + 1e-6)
        }
      }),
      { seed: 6, numRuns: 200 },
    )
  })

  it('takes the least essential of equals, and names it first', () => {
    const load = (id: string, priority: number, powerW = 1000) => ({ id, powerW, duty: 1, priority, keep: false })
    expect(turnOffFirst([load('kettle', 4), load('heater', 9), load('pump', 2)], 2000).loads).toEqual(['heater'])
    expect(turnOffFirst([load('kettle', 4), load('heater', 9), load('pump', 2)], 1000).loads).toEqual([
      'heater',
      'kettle',
    ])
  })

  it('says so when even everything is not enough, and lists all that may go', () => {
    const result = turnOffFirst(
      [
        { id: 'must', powerW: 500, duty: 1, priority: 1, keep: true },
        { id: 'may', powerW: 100, duty: 1, priority: 9, keep: false },
      ],
      300,
    )
    expect(result).toEqual({ loads: ['may'], reached: false })
  })
})
