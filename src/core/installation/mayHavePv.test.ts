import { expect, it } from 'vitest'
import { house } from '../../../tests/support/house'
import { mayHavePv } from './mayHavePv'

it('takes a DC side of which nothing is said for one that may have PV', () => {
  const { sources } = house()
  const unit = sources.units[0]!
  const of = (pvDcW: number | null) => mayHavePv({ sources: { ...sources, pvAc: [], units: [{ ...unit, pvDcW }] } })
  expect([of(0), of(null), of(4000)]).toEqual([false, true, true])
  expect(mayHavePv({ sources: { ...sources, pvAc: [], units: [] } })).toBe(false)
})
