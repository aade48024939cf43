import fc from 'fast-check'
import { expect, it } from 'vitest'
import { labelRows } from './labelRows'

it('keeps words that have room in one row, and puts the others below', () => {
  expect(labelRows([], 46)).toEqual([])
  expect(labelRows([100, 200, 300], 46)).toEqual([0, 0, 0])
  expect(labelRows([213, 239, 266], 46)).toEqual([0, 1, 0])
  expect(labelRows([10, 11, 12], 46)).toEqual([0, 1, 2])
})

it('never has two words of a row too close', () => {
  fc.assert(
    fc.property(fc.array(fc.integer({ min: 0, max: 400 }), { maxLength: 20 }), (unsorted) => {
      const places = unsorted.toSorted((a, b) => a - b)
      const rows = labelRows(places, 46)
      for (const row of new Set(rows)) {
        const own = places.filter((_, k) => rows[k] === row)
        for (const [k, place] of own.entries())
          if (k > 0) expect(place - (own[k - 1] as number)).toBeGreaterThanOrEqual(46)
      }
    }),
  )
})
