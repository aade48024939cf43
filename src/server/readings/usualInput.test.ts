import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { READING_SOURCES, readingInput } from '@/commands/recordReadings'
import { UNITS } from '@/core/quantity/units'
import { VERDICTS } from '@/core/rules/verdict'
import { parseInput } from '../parseInput'
import { Problem } from '../problem'
import { usualInput } from './usualInput'

const SENT = {
  id: '018f0000-0000-7000-8000-0000000000aa',
  jobId: '018f0000-0000-7000-8000-0000000000bb',
  pointKey: 'earth.electrode.e1',
  slot: 'r618',
  valueNumber: 44.7,
  valueWord: null,
  digits: '44.7',
  unit: 'Ω',
  bound: null,
  confirmed: [],
  outOfRangeConfirmed: false,
  source: 'typed',
  instrumentId: '018f0000-0000-7000-8000-0000000000a1',
  recordedAt: '2026-11-30T10:00:00.000Z',
  supersedes: null,
  supersedeReason: null,
  shownVerdict: 'open',
}
/** What has to be there; the schema fills in the rest. */
const BARE = {
  id: SENT.id,
  jobId: SENT.jobId,
  pointKey: SENT.pointKey,
  slot: SENT.slot,
  recordedAt: SENT.recordedAt,
  shownVerdict: SENT.shownVerdict,
}
const bySchema = (candidate: unknown) => {
  try {
    return parseInput(readingInput, candidate)
  } catch (error) {
    return error instanceof Problem ? error.message : error
  }
}

describe('a reading that is told at a glance', () => {
  it.each([
    ['all of one', SENT],
    ['no more than has to be there', BARE],
  ])('is %s, as the schema has it', (_what, sent) => {
    const glance = usualInput(sent)
    expect(glance).not.toBeNull()
    expect(glance).toEqual(bySchema(sent))
  })

  it('is what the schema makes of it, whatever one of its fields is', () => {
    const field = fc.constantFrom(...(Object.keys(SENT) as (keyof typeof SENT)[]), 'more')
    const value = fc.oneof(
      fc.anything({ maxDepth: 2 }),
      fc.string({ unit: 'binary', maxLength: 400 }),
      fc.constantFrom<unknown>(
        ...UNITS,
        ...VERDICTS,
        ...READING_SOURCES,
        'above',
        'below',
        ' 44.7',
        '44.7\u2003',
        'a\u202eb',
        'a\ud800',
        '2026-11-30T10:00Z',
        '1999-12-31T23:59:59Z',
        '2026-02-31T10:00:00+24:00',
        SENT.id.toUpperCase(),
        ['outOfRange'],
        [null],
        1e308,
        -0,
        null,
        '',
      ),
    )
    let glanced = 0
    fc.assert(
      fc.property(fc.constantFrom(SENT, BARE), field, value, (sent, name, given) => {
        // as it comes over the wire
        const candidate: unknown = JSON.parse(
          JSON.stringify({ ...sent, [name]: given }, (_key, own: unknown) =>
            typeof own === 'bigint' ? String(own) : own,
          ),
        )
        const glance = usualInput(candidate)
        if (glance === null) return
        glanced++
        expect(glance).toEqual(bySchema(candidate))
      }),
      { numRuns: 4000 },
    )
    expect(glanced).toBeGreaterThan(400)
  })

  it.each<[string, unknown]>([
    ['nothing', null],
    ['a list', [SENT]],
    ['one with a field of another', { ...SENT, more: 1 }],
    ['one whose field is called as every object’s', JSON.parse('{"__proto__": 1}')],
    ['one without a time', { ...SENT, recordedAt: undefined }],
    ['one whose figure is a text', { ...SENT, valueNumber: '44.7' }],
    ['one of no unit that there is', { ...SENT, unit: 'furlong' }],
    ['one that somebody confirmed', { ...SENT, confirmed: ['outOfRange'] }],
  ])('is never %s', (_what, candidate) => expect(usualInput(candidate)).toBeNull())
})
