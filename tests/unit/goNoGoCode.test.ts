import { describe, expect, it } from 'vitest'
import { CALC_CODES } from '@/cli/calcCodes'

const run = (input: object) => CALC_CODES['T-15']?.run(input)
const HOUSE = {
  demandW: 5200,
  changeoverLimitW: 5000,
  nightLimitW: 4000,
  dayLimitW: 9000,
  byHand: false,
  loads: [
    { tag: 'fridge', powerW: 150, priority: 1, mustStayOn: true },
    { tag: 'kettle', powerW: 2000, priority: 5 },
    { tag: 'dryer', powerW: 2400, priority: 9 },
  ],
}

describe('T-15 on the command line', () => {
  it('says what to turn off, least essential first, at the usual four fifths of the limit', () => {
    expect(run(HOUSE)).toMatchObject({
      word: 'noGo',
      limitW: 5000,
      aimW: 4000,
      excessW: 1200,
      turnOff: { loads: ['dryer'], reached: true },
    })
    expect(run({ ...HOUSE, demandShareOfLimit: 1 })).toMatchObject({ word: 'noGo', excessW: 200 })
  })

  it('goes by the night limit by hand, and by the day’s once PV has been steady for ten minutes', () => {
    const byHand = { ...HOUSE, byHand: true, demandW: 3900 }
    expect(run(byHand)).toMatchObject({ word: 'noGo', limitW: 4000 })
    expect(run({ ...byHand, pvSteadyMin: 10 })).toMatchObject({ word: 'go', limitW: 9000 })
    expect(run({ ...byHand, pvSteadyMin: 9.9 })).toMatchObject({ word: 'noGo' })
  })

  it.each(['demandW', 'changeoverLimitW'])('is open without %s, and never go', (field) => {
    expect(run({ ...HOUSE, [field]: null })).toMatchObject({ word: 'open', excessW: null, turnOff: null })
    const { [field as keyof typeof HOUSE]: _gone, ...rest } = HOUSE
    expect(run(rest)).toMatchObject({ word: 'open' })
  })

  it.each([
    [{ ...HOUSE, byHand: undefined }, /byHand/],
    [{ ...HOUSE, demandShareOfLimit: 0 }, /demandShareOfLimit/],
    [{ ...HOUSE, loads: [{ tag: 'x', powerW: -1, priority: 1 }] }, /powerW/],
    [{ ...HOUSE, loads: [{ tag: 'x', powerW: 1, priority: 12 }] }, /priority must be 1 to 9/],
    [{ ...HOUSE, loads: [null] }, /loads/],
  ])('refuses %o with the field', (input, field) => {
    expect(() => run(input)).toThrow(field)
  })
})
