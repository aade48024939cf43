import { describe, expect, it } from 'vitest'
import { windowFigures } from './windowFigures'

const BALANCE = {
  pvW: 3400.4,
  loadW: 600,
  batteryW: -2760,
  gridW: -40,
  residualW: 61.6,
  limitedBy: null,
  verdict: 'proven',
} as const
const FORCED = { reachedW: 1960, reachedPercent: 98, reachedAfterS: 4, verdict: 'proven' } as const
const said = (...given: Parameters<typeof windowFigures>) =>
  Object.fromEntries(windowFigures(...given).map(({ slot, value }) => [slot, value]))

describe('what is kept of a stretch', () => {
  it('is its means, its worst minute, and how long it was', () => {
    expect(said('surplus', BALANCE, 120.4, null)).toEqual({
      pv: 3400,
      load: 600,
      battery: -2760,
      grid: -40,
      worst: 62,
      lasted: 120,
    })
  })
  it('has the battery’s own sign: what it takes is below 0', () => {
    expect(said('forcedCharge', FORCED, 90, 2000)).toEqual({ set: 2000, battery: -1960, lasted: 90 })
    expect(said('forcedDischarge', FORCED, 90, 2000)).toEqual({ set: 2000, battery: 1960, lasted: 90 })
  })
  it('is nothing of one that shows nothing', () => {
    expect(windowFigures('surplus', { ...BALANCE, verdict: 'open' }, 120, null)).toEqual([])
  })
})
