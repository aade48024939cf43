import { describe, expect, it } from 'vitest'
import { house, reading, recordOf } from '../../../../tests/support/house'
import type { SurveyDetails, SurveyItem } from '../../installation/survey'
import { benchOf } from '../bench'

const PLATE = {
  coupling: 'dc',
  modulesInString: 10,
  moduleVocV: 40,
  moduleIscA: 10,
  betaPercentPerC: -0.3,
  stringsInParallel: 2,
  backGain: 0,
  optimisers: false,
} as const

/** Readings of a sound string: ten modules of 40 V at 45 °C give 376 V. */
const SOUND = { voc: 376, moduleTemp: 45, isc: 9, polarity: 'right', insulationAt: '500 V', insulation: 20 } as const
type Read = Partial<Record<keyof typeof SOUND, number | string | null>>

function judged(read: Read, plate: Partial<SurveyDetails['pvSystem']> = {}, other: Read = {}) {
  const survey = [
    { id: 'p', kind: 'pvSystem', tag: 'pv1', name: 'Roof', detail: { ...PLATE, ...plate } },
  ] as unknown as SurveyItem[]
  const key = (n: number) => `wire.dead.string.pv1.${n}`
  const readings = (n: number, values: Read) =>
    Object.entries(values).flatMap(([slot, value]) => (value === null ? [] : [reading(key(n), slot, value as number)]))
  return benchOf(
    recordOf(house({ survey }), [...readings(2, other), ...readings(1, { ...SOUND, ...read })]),
  ).judgements.get(key(1))
}
const verdict = (...args: Parameters<typeof judged>) => judged(...args)?.verdict

describe('a string of a PV array', () => {
  it('is held against its modules’ voltage at their temperature, within 5 %', () => {
    expect([
      verdict({}),
      verdict({ voc: 376 * 1.05 }),
      verdict({ voc: 376 * 1.051 }),
      verdict({ voc: 376 * 0.95 }),
      verdict({ voc: 376 * 0.949 }),
      // the same voltage in frost is a string with a module too few
      verdict({ moduleTemp: -5 }),
    ]).toEqual(['proven', 'proven', 'stop', 'proven', 'stop', 'stop'])
  })
  it('that is a module short is found, and says so', () => {
    expect(judged({ voc: 376 - 37.6 })).toMatchObject({
      verdict: 'stop',
      why: expect.stringContaining('as if 1 module were missing'),
    })
    expect(judged({ voc: 376 + 75 })?.why).toContain('as if it had 2 modules too many')
  })
  it('that is not known of is Open, and its polarity is tested all the same', () => {
    for (const unknown of [
      'modulesInString',
      'moduleVocV',
      'betaPercentPerC',
      'moduleIscA',
      'stringsInParallel',
    ] as const)
      expect([unknown, verdict({}, { [unknown]: null })]).toEqual([unknown, 'open'])
    expect(verdict({ moduleTemp: null })).toBe('open')
    expect(verdict({ polarity: 'reversed' }, { moduleVocV: null, modulesInString: null })).toBe('stop')
    expect(verdict({ polarity: null })).toBe('open')
  })
  it('with 0 A has no current yet, and with too much is Watch', () => {
    expect(judged({ isc: 0 })).toMatchObject({ verdict: 'open', why: expect.stringContaining('0 A is no current') })
    expect([verdict({ isc: 12.5 }), verdict({ isc: 12.6 })]).toEqual(['proven', 'watch'])
  })
  it('is compared with its like at one moment', () => {
    expect(verdict({}, {}, { voc: 350 })).toBe('watch')
    expect(judged({}, {}, { isc: 7 })?.why).toContain('A like string reads 7')
    expect(verdict({}, {}, { voc: 376, isc: 8.8 })).toBe('proven')
  })
  it('is tested at 1,000 V where the system is above 500 V', () => {
    const high = { modulesInString: 15 }
    const at = (insulationAt: string) => verdict({ voc: 564, insulationAt }, high)
    expect([at('500 V'), at('1000 V')]).toEqual(['open', 'proven'])
    expect([verdict({ insulationAt: '250 V' }), verdict({ insulationAt: null })]).toEqual(['open', 'open'])
    expect(verdict({ insulation: 0.5 })).toBe('stop')
  })
  it('with optimisers is held against the maker’s safe voltage of each, or is Open', () => {
    const optimisers = { optimisers: true }
    expect(judged({ voc: 10, moduleTemp: null, isc: null }, optimisers)).toMatchObject({
      verdict: 'open',
      why: expect.stringContaining('safe voltage'),
    })
    const safe = { ...optimisers, optimiserSafeV: 1 }
    expect([verdict({ voc: 10, moduleTemp: null, isc: null }, safe), verdict({ voc: 376 }, safe)]).toEqual([
      'proven',
      'stop',
    ])
  })
  it('is asked for behind an AC-coupled inverter too', () => {
    expect(verdict({}, { coupling: 'ac' })).toBe('proven')
  })
})
