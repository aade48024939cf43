import fc from 'fast-check'
import { expect, it } from 'vitest'
import { house } from '../../../tests/support/house'
import { lastingOf, lastsH } from './lasting'

const { sources, loads } = house()

it('takes each figure from the record, and knows nothing where nobody declared it', () => {
  const whole = lastingOf(
    house({ sources: { ...sources, usableWh: 10_000, floorSoc: 0.1, dischargeEfficiency: 0.9, reserveSoc: 0.4 } }),
    loads.slice(0, 1),
  )
  expect(whole.fullWh).toBeCloseTo(8100)
  expect(whole.reserveWh).toBeCloseTo(2700)
  expect(whole.loads.filter(({ stays }) => stays)).toHaveLength(1)
  expect(whole.loads.map(({ tag }) => tag)).toEqual(loads.filter(({ backedUp }) => backedUp).map(({ tag }) => tag))
  const bare = lastingOf(house({ sources: { ...sources, usableWh: null, nominalWh: null } }), [])
  expect([bare.fullWh, bare.reserveWh]).toEqual([null, null])
  expect(lastingOf(house({ sources: { ...sources, usableWh: 10_000, reserveSoc: null } }), []).reserveWh).toBeNull()
})

it('lasts the shorter the more is on, and for ever only where nothing draws', () => {
  fc.assert(
    fc.property(
      fc.integer({ min: 1, max: 50_000 }),
      fc.integer({ min: 0, max: 200 }),
      fc.integer({ min: 1, max: 9000 }),
      (wh, standby, drawn) => {
        const less = lastsH(wh, standby, drawn)
        const more = lastsH(wh, standby, drawn + 100)
        expect(more).toBeLessThan(less ?? 0)
      },
    ),
  )
  expect([lastsH(6000, 45, 955), lastsH(null, 45, 100), lastsH(6000, 0, 0)]).toEqual([6, null, null])
})
