import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { sameContent } from './insertOnce'

describe('two rows', () => {
  it.each<[string, object, object]>([
    ['one moment written in two ways', { at: '2026-01-01T00:00:00Z' }, { at: '2026-01-01 00:00:00+00' }],
    ['one moment in two zones', { at: '2026-01-01T02:00:00+02:00' }, { at: '2026-01-01T00:00:00.000Z' }],
    ['nothing and nothing said', { at: null }, {}],
    ['the same fields in another order', { at: { a: 1, b: [2] } }, { at: { b: [2], a: 1 } }],
    ['a difference in what does not count', { at: 1, other: 1 }, { at: 1, other: 2 }],
  ])('say the same with %s', (_name, a, b) => {
    expect(sameContent(a as { at?: unknown }, b as { at?: unknown }, ['at'])).toBe(true)
  })
  it.each<[string, object, object]>([
    ['another moment', { at: '2026-01-01T00:00:00Z' }, { at: '2026-01-01T00:00:01Z' }],
    ['a number and its text', { at: 1 }, { at: '1' }],
    ['nothing and an empty text', { at: null }, { at: '' }],
    ['nothing and nought', { at: null }, { at: 0 }],
    ['another order of a list', { at: [1, 2] }, { at: [2, 1] }],
  ])('do not say the same with %s', (_name, a, b) => {
    expect(sameContent(a as { at?: unknown }, b as { at?: unknown }, ['at'])).toBe(false)
  })
  it('say the same as themselves, whatever they hold, also after they were stored as JSON', () => {
    fc.assert(
      fc.property(fc.dictionary(fc.string(), fc.jsonValue()), (value) => {
        const stored = JSON.parse(JSON.stringify({ value })) as { value: unknown }
        expect(sameContent({ value } as { value: unknown }, stored, ['value'])).toBe(true)
      }),
      { seed: 6 },
    )
  })
  it('say the same both ways round, or neither', () => {
    fc.assert(
      fc.property(fc.jsonValue(), fc.jsonValue(), (a, b) => {
        const [one, two] = [{ value: a as unknown }, { value: b as unknown }]
        expect(sameContent(one, two, ['value'])).toBe(sameContent(two, one, ['value']))
      }),
      { seed: 7 },
    )
  })
})
