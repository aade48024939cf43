import fc from 'fast-check'
import { expect, it } from 'vitest'
import { waveEnvelope } from './waveEnvelope'

it('loses no peak, however few columns there are, and leaves a column without samples empty', () => {
  fc.assert(
    fc.property(
      fc.array(fc.double({ min: -400, max: 400, noNaN: true }), { minLength: 1, maxLength: 200 }),
      fc.integer({ min: 1, max: 50 }),
      (list, columns) => {
        const samples = Float64Array.from(list)
        const { low, high } = waveEnvelope(samples, 0, samples.length, columns)
        const there = (all: Float64Array) => [...all].filter(Number.isFinite)
        expect(Math.max(...there(high))).toBe(Math.max(...list))
        expect(Math.min(...there(low))).toBe(Math.min(...list))
        for (let k = 0; k < columns; k++) expect(Number.isNaN(low[k])).toBe(Number.isNaN(high[k]))
      },
    ),
  )
  expect([...waveEnvelope(Float64Array.of(1, -2, 3, 0), 0, 4, 2).low]).toEqual([-2, 0])
  expect(() => waveEnvelope(new Float64Array(4), 0, 4, 0)).toThrow(RangeError)
})
