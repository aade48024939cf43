import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { COMMANDS } from '@/commands'
import { parseInput } from './parseInput'
import { Problem } from './problem'
import { entrySchema, sentEntry, usualReading } from './sentEntry'

const USUAL = {
  id: '018f0000-0000-7000-8000-0000000000aa',
  useCase: 'recordReadings',
  input: { readings: [{ id: 'x' }] },
  at: '2026-11-30T10:00:00.000Z',
  version: COMMANDS.recordReadings.version,
}
const bySchema = (candidate: unknown) => {
  try {
    return parseInput(entrySchema, candidate)
  } catch (error) {
    return error instanceof Problem ? error.message : error
  }
}

describe('an entry that is told at a glance', () => {
  it('is a reading of this version', () => expect(usualReading(USUAL)).toEqual(USUAL))

  it('is what the schema makes of it, whatever one of its fields is', () => {
    const field = fc.constantFrom(...(Object.keys(USUAL) as (keyof typeof USUAL)[]), 'more')
    const value = fc.oneof(
      fc.anything({ maxDepth: 2 }),
      fc.constantFrom<unknown>(
        '2026-11-30T10:00Z',
        '1999-12-31T23:59:59Z',
        '2026-02-31T10:00:00+24:00',
        'saveItem',
        [],
        {},
        null,
        { constructor: 1 },
        COMMANDS.recordReadings.version + 1,
      ),
    )
    let glanced = 0
    fc.assert(
      fc.property(field, value, (name, given) => {
        // as it comes over the wire
        const candidate: unknown = JSON.parse(
          JSON.stringify({ ...USUAL, [name]: given }, (_key, own: unknown) =>
            typeof own === 'bigint' ? String(own) : own,
          ),
        )
        const glance = usualReading(candidate)
        if (glance === null) return
        glanced++
        expect(glance).toEqual(bySchema(candidate))
      }),
      { numRuns: 2000 },
    )
    expect(glanced).toBeGreaterThan(100)
  })

  it.each<[string, unknown]>([
    ['nothing', null],
    ['a word', 'recordReadings'],
    ['a list', [USUAL]],
    ['one with a hostile field', { ...USUAL, input: JSON.parse('{"__proto__": 1}') as object }],
    ['one without an id', { ...USUAL, id: undefined }],
    ['one of no time', { ...USUAL, at: '2026-13-01T10:00:00Z' }],
  ])('is never %s, which the schema refuses in words', (_what, candidate) => {
    expect(usualReading(candidate)).toBeNull()
    expect(() => sentEntry(candidate)).toThrow(Problem)
  })
})
