import fc from 'fast-check'
import { expect, it } from 'vitest'
import { waveLevels } from './waveLevels'

const noise = (length: number, seed: number) => {
  let state = seed >>> 0
  return Float64Array.from({ length }, () => {
    state = (Math.imul(state, 1664525) + 1013904223) >>> 0
    return Math.fround(state / 2 ** 32 - 0.5)
  })
}

it('a short wave has no coarser picture, a long one has several', () => {
  expect(waveLevels(noise(1000, 1))).toEqual([])
  expect(waveLevels(noise(3_000_000, 1)).map(({ step, low }) => [step, low.length])).toEqual([
    [16, 187_500],
    [256, 11_719],
    [4096, 733],
  ])
})

it('every block holds the lowest and the highest of its samples', () => {
  fc.assert(
    fc.property(fc.integer({ min: 8192, max: 300_000 }), fc.integer({ min: 1 }), (length, seed) => {
      const samples = noise(length, seed)
      for (const { step, low, high } of waveLevels(samples))
        for (const block of [0, Math.floor(low.length / 2), low.length - 1]) {
          const own = samples.subarray(block * step, (block + 1) * step)
          expect([low[block], high[block]]).toEqual([Math.min(...own), Math.max(...own)])
        }
    }),
    { numRuns: 20 },
  )
})

it('what is no number hides no peak', () => {
  const samples = noise(10_000, 5)
  samples[3] = NaN
  samples[4] = 9
  expect(waveLevels(samples)[0]?.high[0]).toBe(9)
})
