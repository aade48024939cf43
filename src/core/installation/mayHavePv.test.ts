import { expect, it } from 'vitest'
import { everything } from '../../../tests/support/everything'
import { house } from '../../../tests/support/house'
import { mayHavePv } from './mayHavePv'

it('takes a DC side of which nothing is said for one that may have PV', () => {
  const { sources, survey } = house()
  const unit = sources.units[0]!
  const of = (pvDcW: number | null) =>
    mayHavePv({ survey, sources: { ...sources, pvAc: [], units: [{ ...unit, pvDcW }] } })
  expect([of(0), of(null), of(4000)]).toEqual([false, true, true])
  expect(mayHavePv({ survey, sources: { ...sources, pvAc: [], units: [] } })).toBe(false)
})

it('knows PV that the survey found and no plan holds yet', () => {
  const { sources } = house()
  const nothingPlanned = { ...sources, pvAc: [], units: [] }
  const found = { ...everything().survey.find(({ kind }) => kind === 'pvSystem')! }
  expect(mayHavePv({ sources: nothingPlanned, survey: [found] })).toBe(true)
})
