import { expect, it } from 'vitest'
import { licensedOn } from './licensedOn'

it.each([
  ['E-114', '2026-12-31', '2026-06-01', true],
  ['E-114', '2026-06-01', '2026-06-01', true],
  ['E-114', '2026-05-31', '2026-06-01', false],
  ['E-114', null, '2026-06-01', false],
  ['E-114', '2026-12-31', null, false],
  [null, '2026-12-31', '2026-06-01', false],
])('a licence %s until %s holds on %s: %s', (licence, licenceValidUntil, day, holds) => {
  expect(licensedOn({ licence, licenceValidUntil }, day)).toBe(holds)
})
