import { describe, expect, it } from 'vitest'
import { aDataRun, house, reading, recordOf } from '../../../../tests/support/house'
import { benchOf } from '../bench'

type Answers = Readonly<Record<string, string | number>>
const judged = (key: string, change: Parameters<typeof aDataRun>[0], answers: Answers) => {
  const installation = house({ fit: [aDataRun(change)] })
  const readings = Object.entries(answers).map(([slot, value]) => reading(key, slot, value))
  return benchOf(recordOf(installation, readings)).judgements.get(key)
}
const tested = (change: Parameters<typeof aDataRun>[0], answers: Answers) => judged('wire.data.d1', change, answers)
const ALL = { map: 'right', shield: 'near', length: 12, link: 'yes' }

describe('a data run at rest', () => {
  it('is Proven when map, shield, length and link are as planned', () => {
    expect(tested({}, ALL)).toMatchObject({
      verdict: 'proven',
      limit: expect.stringMatching(/^Length ≤ 1200.m, from the standard of its signal$/),
    })
  })
  it.each(['map', 'shield', 'length', 'link'])('is Open without its %s', (slot) => {
    const rest = Object.fromEntries(Object.entries(ALL).filter(([id]) => id !== slot))
    expect(tested({}, rest)?.verdict).toBe('open')
  })
  it.each([
    ['carrier', 'whether it is wired, wireless or bridged'],
    ['signal', 'what is on it'],
    ['pinOut', 'its pin-out'],
    ['shield', 'where its shield is bonded'],
  ])('is Open whatever was measured while the plan does not say %s', (part, words) => {
    const found = tested({ [part]: null }, ALL)
    expect(found).toMatchObject({ verdict: 'open', why: expect.stringContaining(words) })
  })
  it.each([
    [{ map: 'crossed' }, 'lands on another'],
    [{ map: 'split' }, 'pair is split'],
    [{ shield: 'both' }, 'planned: bonded at the near end only'],
    [{ length: 1300 }, '(the standard of its signal)'],
    [{ link: 'no' }, 'do not hear each other'],
  ])('is stopped by %o', (wrong, words) => {
    expect(tested({}, { ...ALL, ...wrong })).toMatchObject({ verdict: 'stop', why: expect.stringContaining(words) })
  })
  it('is Watch at best where nobody says how far it may go, and held to the maker’s word where he does', () => {
    expect(tested({ signal: 'can' }, ALL)?.verdict).toBe('watch')
    expect(tested({ signal: 'can', mostM: 10 }, ALL)?.verdict).toBe('stop')
    expect(tested({ signal: 'can', mostM: 40 }, ALL)?.verdict).toBe('proven')
  })
  it('is asked for its link alone where it is wireless', () => {
    expect(tested({ carrier: 'wireless', pinOut: null, shield: null, signal: null }, { link: 'yes' })?.verdict).toBe(
      'proven',
    )
  })
})

describe('a data run while the street is out', () => {
  const out = (neededInOutage: boolean | null, island: string) =>
    judged('outage.data.d1', { neededInOutage }, { island })?.verdict
  it('has to work where the plan needs it, may be silent where it does not, and is Open while nobody says', () => {
    expect([out(true, 'yes'), out(true, 'no')]).toEqual(['proven', 'stop'])
    expect([out(false, 'yes'), out(false, 'no')]).toEqual(['proven', 'watch'])
    expect([out(null, 'yes'), out(null, 'no')]).toEqual(['open', 'open'])
  })
})
