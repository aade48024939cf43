import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { house, tester } from '../../../tests/support/house'
import { calibrationState } from '../instrument/calibrationState'
import { INSTRUMENT_TEMPLATES } from '../instrument/instrumentTemplates'
import { MEASURED_UNITS } from '../instrument/measuredUnits'
import { calibrationDue, instrumentAsOf, whyUncertified } from './instrumentThen'
import { pointsOf } from './points'

const held = (calibratedOn: string | null, dueOn: string) => ({ calibratedOn, dueOn, number: null })
const withCertificates = (...certificates: ReturnType<typeof held>[]) => ({ tag: 'M1', certificates })

describe('a certificate on the day of a reading', () => {
  const two = withCertificates(held('2024-03-01', '2025-03-01'), held('2025-06-01', '2026-06-01'))
  it.each([
    ['before the first', '2024-02-29', /calibrated on 2024-03-01, after/],
    ['on its first day', '2024-03-01', null],
    ['on its last day', '2025-03-01', null],
    ['between two', '2025-04-01', /due for calibration on 2025-03-01/],
    ['within the second', '2026-01-01', null],
    ['after the last', '2026-06-02', /due for calibration on 2026-06-01/],
  ])('%s', (_name, day, words) => {
    const why = whyUncertified(two, day)
    if (words === null) expect(why).toBeNull()
    else expect(why).toMatch(words)
  })
  it('is none without a certificate', () =>
    expect(whyUncertified(withCertificates(), '2026-01-01')).toMatch(/no certificate/))
  it('counts from the beginning where nobody noted its first day', () =>
    expect(whyUncertified(withCertificates(held(null, '2026-01-01')), '1999-01-01')).toBeNull())
  it('never stands behind a reading because another was taken away', () => {
    const day = fc
      .integer({ min: 0, max: 4000 })
      .map((n) => new Date(Date.UTC(2020, 0, 1 + n)).toISOString().slice(0, 10))
    const one = fc.tuple(day, day).map(([a, b]) => (a < b ? held(a, b) : held(b, a)))
    fc.assert(
      fc.property(fc.array(one, { minLength: 1, maxLength: 5 }), day, fc.nat(), (all, asked, k) => {
        const fewer = all.filter((_, index) => index !== k % all.length)
        if (whyUncertified(withCertificates(...fewer), asked) === null)
          expect(whyUncertified(withCertificates(...all), asked)).toBeNull()
      }),
      { seed: 11 },
    )
  })
})

describe('an instrument as it was', () => {
  const then = (until: string, lowImpedance: boolean) => ({ until, lowImpedance, functions: [] })
  const changed = {
    ...tester,
    lowImpedance: true,
    earlier: [then('2026-05-01T00:00:00.000Z', false), then('2026-03-01T00:00:00.000Z', true)],
  }
  it.each([
    ['before the first change', '2026-02-01T00:00:00.000Z', true, 0],
    ['between the changes', '2026-04-01T00:00:00.000Z', false, 0],
    ['at the moment of a change', '2026-05-01T00:00:00.000Z', true, tester.functions.length],
    ['now', '2026-06-01T00:00:00.000Z', true, tester.functions.length],
  ])('%s', (_name, at, lowImpedance, functions) => {
    const found = instrumentAsOf(changed, at)
    expect([found.lowImpedance, found.functions.length]).toEqual([lowImpedance, functions])
  })
})

describe('the state of calibration', () => {
  it.each([
    ['valid', '2026-01-01', 'valid', 60],
    ['due soon, from thirty days on', '2026-01-31', 'soon', 30],
    ['due today', '2026-03-02', 'soon', 0],
    ['lapsed', '2026-03-03', 'lapsed', -1],
    ['not begun', '2025-02-01', 'lapsed', 394],
  ])('is %s', (_name, today, state, days) => {
    expect(calibrationState(withCertificates(held('2025-03-02', '2026-03-02')), today)).toEqual({
      state,
      dueOn: '2026-03-02',
      days,
    })
  })
  it('is none without a certificate', () =>
    expect(calibrationState(withCertificates(), '2026-01-01')).toEqual({ state: 'none', dueOn: null, days: null }))
  it('is due at the end of the latest', () =>
    expect(
      calibrationDue(withCertificates(held(null, '2026-01-01'), held(null, '2027-01-01'), held(null, '2025-01-01'))),
    ).toBe('2027-01-01'))
})

it('every template states its ranges in the units that readings have', () => {
  for (const { functions } of INSTRUMENT_TEMPLATES)
    for (const { measures, unit, min, max } of functions) {
      expect(unit).toBe(MEASURED_UNITS[measures])
      expect(min).toBeLessThan(max)
    }
})

it('every quantity that a point asks for is measured in its unit', () => {
  const asked = pointsOf(house()).flatMap(({ slots }) =>
    slots.flatMap(({ input }) =>
      input.kind === 'quantity' && input.measures !== null ? [[input.measures, input.unit] as const] : [],
    ),
  )
  expect(new Set(asked.map(([measures]) => measures)).size).toBeGreaterThan(6)
  expect(asked.filter(([measures, unit]) => MEASURED_UNITS[measures] !== unit)).toEqual([])
})
