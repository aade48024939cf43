import fc from 'fast-check'
import { expect, it } from 'vitest'
import { firstIndexAt } from './firstIndexAt'

it('is where a plain search finds it', () => {
  fc.assert(
    fc.property(
      fc.array(fc.double({ min: 0, max: 100, noNaN: true }), { maxLength: 60 }),
      fc.double({ min: -1, max: 101, noNaN: true }),
      (values, timeS) => {
        const timesS = Float64Array.from(values).sort()
        const plain = timesS.findIndex((one) => one >= timeS)
        expect(firstIndexAt(timesS, timeS)).toBe(plain < 0 ? timesS.length : plain)
      },
    ),
  )
})
