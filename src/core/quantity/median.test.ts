import { expect, it } from 'vitest'
import { median } from './median'

it.each([
  [[5], 5],
  [[9, 1, 5], 5],
  [[3, 1, 2, 10], 2.5],
])('of %o is %s, and they stay in their order', (values, middle) => {
  const before = [...values]
  expect(median(values)).toBe(middle)
  expect(values).toEqual(before)
})

it('of nothing is none', () => {
  expect(() => median([])).toThrow(RangeError)
})
