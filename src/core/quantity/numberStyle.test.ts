import fc from 'fast-check'
import { expect, it } from 'vitest'
import { formatQuantity } from './formatQuantity'
import { inNumberStyle } from './numberStyle'

it.each([
  ['83.2\u00a0ms', '83,2\u00a0ms'],
  ['from 30.4\u00a0Ω to 45.65\u00a0Ω', 'from 30,4\u00a0Ω to 45,65\u00a0Ω'],
  ['firmware 2.10 of 3.1.4', 'firmware 2.10 of 3.1.4'],
  ['serial 12.34-A', 'serial 12.34-A'],
  ['It is 5.', 'It is 5.'],
])('%s with a comma', (text, written) => {
  expect(inNumberStyle(text, 'comma')).toBe(written)
  expect(inNumberStyle(text, 'point')).toBe(text)
})

it('changes nothing but the sign of the fraction', () => {
  fc.assert(
    fc.property(fc.double({ min: -1e6, max: 1e6, noNaN: true }), (value) => {
      const text = formatQuantity(value, 'W')
      expect(inNumberStyle(text, 'comma').replace(',', '.')).toBe(text)
    }),
  )
})
