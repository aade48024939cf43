import { describe, expect, it } from 'vitest'
import { payback } from './payback'

const COST = { lowCost: 8000, highCost: 9000, grant: 1000, valuePerYear: 500 }

describe('years in which a cost comes back', () => {
  it('are what is paid beside a grant over the worth of a year', () => {
    expect(payback(COST)).toEqual({ lowYears: 14, highYears: 16 })
  })
  it('are more, never fewer, while nobody knows of a grant', () => {
    expect(payback({ ...COST, grant: null })).toEqual({ lowYears: 16, highYears: 18 })
  })
  it('are none where a grant pays it all, and unknown where a year is worth nothing', () => {
    expect(payback({ ...COST, grant: 20_000 })).toEqual({ lowYears: 0, highYears: 0 })
    for (const valuePerYear of [null, 0, -20, NaN]) expect(payback({ ...COST, valuePerYear })).toBeNull()
  })
})
