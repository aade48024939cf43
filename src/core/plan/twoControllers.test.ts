import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { type Controller, type TwoControllersInput, simulateTwoControllers, twoControllers } from './twoControllers'

const controller: Controller = {
  gain: 0.2,
  delaySteps: 1,
  limitW: 5000,
  startW: 0,
  seesNet: 1,
  seesBattery: [1, 1],
  offsetW: 0,
  targetW: 0,
  deadbandW: 0,
}
const HOUSE: TwoControllersInput = {
  mode: 'independent',
  stepS: 0.5,
  durationS: 600,
  profile: [{ atS: 0, netW: 1800 }],
  controllers: [controller, controller],
  share: 0.5,
  settleBandW: 40,
}

describe('P-13 two battery controllers', () => {
  it('shares what two alike see', () => {
    expect(twoControllers(HOUSE)).toMatchObject({ settles: true, crossEnergyWhPerHour: 0 })
  })

  it.each([
    [[{ atS: 300, netW: 1800 }], 'profile[0].atS: must be 0, not 300'],
    [[], 'profile[0].atS: must be 0, not missing'],
    [
      [
        { atS: 0, netW: 700 },
        { atS: 60, netW: 900 },
        { atS: 60, netW: -900 },
      ],
      'profile[2].atS: must be later than the entry before, not 60',
    ],
  ])('runs nothing while the house’s load is not known from the start on: %j', (profile, message) => {
    expect(() => simulateTwoControllers({ ...HOUSE, profile })).toThrow(new RangeError(message))
  })

  it('never goes beyond what a battery may give', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: -20_000, max: 20_000 }),
        fc.double({ min: 0, max: 2, noNaN: true }),
        (netW, gain) => {
          const run = simulateTwoControllers({
            ...HOUSE,
            profile: [{ atS: 0, netW }],
            controllers: [{ ...controller, gain }, controller],
          })
          expect(Math.max(...run.p1W.map(Math.abs), ...run.p2W.map(Math.abs))).toBeLessThanOrEqual(controller.limitW)
        },
      ),
      { numRuns: 50 },
    )
  })
})
