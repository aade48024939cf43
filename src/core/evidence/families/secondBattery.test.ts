import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { aLoad, house, reading, recordOf } from '../../../../tests/support/house'
import { EMPTY_SITE, type SurveyItem } from '../../installation/survey'
import { constantExportW } from '../../settings/constantExport'
import { benchOf } from '../bench'

const old: SurveyItem<'existingBattery'> = {
  id: 'b',
  kind: 'existingBattery',
  tag: 'old1',
  name: 'Cellar battery',
  detail: { capacityWh: 5000, limitW: 2500, ctPlace: 'gridPoint', reactsInS: 2, deadbandW: 0 },
}
const site = { ...EMPTY_SITE, latitudeDeg: 52 }
const job = house({ testDepth: 'full', survey: [old], site })
const mostW = constantExportW(job) ?? NaN
const verdict = (answers: Readonly<Record<string, string | number>>, installation = job) =>
  benchOf(
    recordOf(
      installation,
      Object.entries(answers).map(([slot, answer]) => reading('settings.old.old1', slot, answer)),
    ),
  ).judgements.get('settings.old.old1')?.verdict

describe('what an old battery may constantly give', () => {
  it('is what the house asks for in nine of ten night hours', () => {
    const steady = { ...job, loads: [aLoad({ powerW: 200, duty: 1, pattern: 'steady' })] }
    expect(constantExportW(steady)).toBeCloseTo(200, 6)
    expect(constantExportW({ ...steady, loads: [aLoad({ powerW: 200, duty: 0.2, pattern: 'daytime' })] })).toBe(0)
  })

  it('never falls when a load is added', () => {
    const load = fc.record({
      powerW: fc.integer({ min: 0, max: 3000 }),
      duty: fc.double({ min: 0, max: 1, noNaN: true }),
      pattern: fc.constantFrom('steady', 'night', 'evening', 'daytime'),
    })
    fc.assert(
      fc.property(fc.array(load, { minLength: 1, maxLength: 4 }), load, (loads, more) => {
        const of = (list: readonly object[]) => constantExportW({ loads: list.map((one) => aLoad(one)), site }) ?? NaN
        expect(of([...loads, more])).toBeGreaterThanOrEqual(of(loads) - 1e-6)
      }),
      { numRuns: 30 },
    )
  })

  it('is not known without loads or latitude', () => {
    expect(constantExportW({ ...job, loads: [] })).toBeNull()
    expect(constantExportW({ ...job, site: EMPTY_SITE })).toBeNull()
  })
})

describe('an old battery beside the new one', () => {
  const CONSTANT = { way: 'constant', set: mostW, surplus: 'rests', opposite: 12 }

  it('is Proven when it gives no more than the night asks for, rests with surplus, and does not fight', () => {
    expect(verdict(CONSTANT)).toBe('proven')
    expect(verdict({ ...CONSTANT, set: mostW * 1.2 })).toBe('watch')
    expect(verdict({ ...CONSTANT, surplus: 'gives' })).toBe('stop')
    expect([60, 61].map((opposite) => verdict({ ...CONSTANT, opposite }))).toEqual(['proven', 'stop'])
  })

  it.each(['way', 'set', 'surplus', 'opposite'])('is Open without %s', (gone) => {
    expect(verdict(Object.fromEntries(Object.entries(CONSTANT).filter(([slot]) => slot !== gone)))).toBe('open')
  })

  it('is Open where nobody knows what the night asks for', () => {
    expect(verdict(CONSTANT, { ...job, site: EMPTY_SITE })).toBe('open')
  })

  it('that is steered must not fight either, and one that is off is off', () => {
    const steered = (opposite: Readonly<Record<string, number>>) => verdict({ way: 'steered', ...opposite })
    expect([steered({}), steered({ opposite: 5 }), steered({ opposite: 90 })]).toEqual(['open', 'proven', 'stop'])
    expect(verdict({ way: 'off' })).toBe('proven')
  })
})
