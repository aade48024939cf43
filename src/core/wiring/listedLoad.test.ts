import { describe, expect, it } from 'vitest'
import { listedLoadW } from './listedLoad'

const loads = [
  { circuitTag: 'C1', powerW: 900 },
  { circuitTag: 'C1', powerW: 150 },
  { circuitTag: 'C2', powerW: 0 },
  { circuitTag: null, powerW: 2000 },
]

describe('what is listed on a circuit', () => {
  it('is the sum of its loads', () => expect(listedLoadW(loads, 'C1')).toBe(1050))
  it('is not known, and not 0 W, where nothing is listed', () => expect(listedLoadW(loads, 'C3')).toBeNull())
  it('is 0 W where what is listed takes nothing', () => expect(listedLoadW(loads, 'C2')).toBe(0))
})
