import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { timesOfRates } from '../rowTimes'
import { ClockAsRead, clockOfRates, ratesOfClock, rowAtS, timeOfRowS } from './rowClock'

/** Some rates on end, each beside the next told apart, with the last row of each. */
const rates = fc
  .array(fc.record({ step: fc.integer({ min: 1, max: 4 }), rows: fc.integer({ min: 2, max: 300 }) }), {
    minLength: 1,
    maxLength: 5,
  })
  .map((stretches) => {
    let [rateHz, lastRow] = [500, 0]
    return stretches.map(({ step, rows }, k) => {
      rateHz = k % 2 === 0 ? rateHz * (1 + step) : rateHz / (1 + step)
      lastRow += rows
      return { rateHz, lastRow }
    })
  })

describe('the clock of a long recording', () => {
  it('says of each row what the whole list of times says', () => {
    fc.assert(
      fc.property(rates, (all) => {
        const rows = all.at(-1)?.lastRow ?? 0
        const clock = clockOfRates(all)
        timesOfRates(all, rows).forEach((timeS, row) => {
          expect(timeOfRowS(clock, row)).toBeCloseTo(timeS, 9)
          expect(rowAtS(clock, timeS + 1e-9)).toBe(row)
        })
        expect(ratesOfClock(clock, rows)).toEqual(all)
      }),
    )
  })

  it('is set anew where a rate changes or time was lost, and not by the rounding of stamps', () => {
    const read = new ClockAsRead()
    const noted = [
      { firstRow: 0, startS: 0, rateHz: 1000 },
      { firstRow: 1000, startS: 1.0001, rateHz: 1000.4 },
      { firstRow: 2000, startS: 2.5, rateHz: 1000 },
      { firstRow: 3000, startS: 3.5, rateHz: 200 },
    ].map((stretch) => read.note(stretch))
    expect(noted).toEqual([false, false, false, true])
    expect(read.clock.map(({ firstRow }) => firstRow)).toEqual([0, 2000, 3000])
    expect(ratesOfClock(read.clock, 3400)).toEqual([
      { rateHz: 1000, lastRow: 3000 },
      { rateHz: 200, lastRow: 3400 },
    ])
  })
})
