import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { characters, day, figure, id, instant, lines, tag, words } from './fields'

const takes = (schema: { isValidSync: (value: unknown) => boolean }, value: unknown) => schema.isValidSync(value)

describe('a point in time', () => {
  it.each([
    '2000-01-01T00:00:00Z',
    '2026-05-02T09:30Z',
    '2026-05-02T09:30:15.123Z',
    '2026-05-02T09:30:00+02:00',
    '2099-12-31T23:59:59.999Z',
  ])('may be %s', (text) => expect(takes(instant('Time'), text)).toBe(true))
  it.each([
    '1999-12-31T23:59:59Z',
    '2100-01-01T00:00:00Z',
    '2026-05-02',
    '2026-05-02T09:30',
    '2026-05-02 09:30:00Z',
    '2026-13-02T09:30:00Z',
    '2026-05-02T25:00:00Z',
    '1',
    '2026',
    'now',
    '',
    ' 2026-05-02T09:30:00Z',
    '+002026-05-02T09:30:00Z',
    1_777_777_777_777,
    {},
    [],
  ])('is not %j', (value) => expect(takes(instant('Time').required(), value)).toBe(false))
  it('is whatever a device’s clock can write in this century', () => {
    fc.assert(
      fc.property(
        fc.date({ min: new Date('2000-01-01'), max: new Date('2099-12-31'), noInvalidDate: true }),
        (date) => {
          expect(takes(instant('Time'), date.toISOString())).toBe(true)
        },
      ),
      { seed: 2 },
    )
  })
})

const UNSHOWABLE: [string, string][] = [
  ['a zero byte', 'a\u0000b'],
  ['an escape', 'a\u001b[31m'],
  ['a delete', 'a\u007fb'],
  ['a control of the second set', 'a\u0085b'],
  ['half a character', 'a\ud83d'],
  ['the other half', '\udd0cb'],
  ['a mark that turns writing round', 'invoice\u202efdp.exe'],
  ['an isolate', 'a\u2066b'],
  ['what is no character', 'a\uffff'],
]

describe('a text', () => {
  it.each(UNSHOWABLE)('holds no %s, on one line or several', (_name, text) => {
    expect(takes(words('Name', 60), text)).toBe(false)
    expect(takes(lines('Note', 60), text)).toBe(false)
  })
  it.each(['Kitchen', 'Zähler', '台所', 'مطبخ', 'Küche 🔌', 'a\u200db', 'Ω', '½'])('may be %s', (text) => {
    expect(takes(words('Name', 60), text)).toBe(true)
    expect(takes(lines('Note', 60), text)).toBe(true)
  })
  it('breaks into lines only where it may', () => {
    for (const text of ['a\nb', 'a\r\nb', 'a\tb']) {
      expect(takes(words('Name', 60), text)).toBe(false)
      expect(takes(lines('Note', 60), text)).toBe(true)
    }
  })
  it('is bounded, has no spaces around it, and is never something else turned into text', () => {
    expect(takes(words('Name', 3), 'abcd')).toBe(false)
    for (const value of [' a', 'a ', 7, true, {}, ['a']]) expect(takes(words('Name', 60), value)).toBe(false)
  })
  it('does not print a hostile value back', () => {
    expect(() => words('Name', 60).validateSync('secret\u0000')).toThrow(/^Name holds characters that cannot be shown$/)
  })
})

describe('a short name', () => {
  it.each(['c4', 'inv1', 'a', 'abcdefghijklmnop'])('may be %s', (text) => expect(takes(tag(), text)).toBe(true))
  it.each(['', '4c', 'C4', 'c-4', 'c 4', 'abcdefghijklmnopq', 'constructor', '__proto__', 'ä'])('is not %j', (text) =>
    expect(takes(tag().required(), text)).toBe(false),
  )
  it('is no name that every object answers to', () => {
    for (const name of Object.getOwnPropertyNames(Object.prototype)) expect(takes(tag(), name)).toBe(false)
  })
})

describe('a figure', () => {
  it.each([0, -1, 1.5, 1e21])('may be %s', (value) => expect(takes(figure('Power'), value)).toBe(true))
  it.each(['1', '0x10', '1 2', NaN, Infinity, -Infinity, true, {}, [1], null])('is not %j', (value) =>
    expect(takes(figure('Power').required(), value)).toBe(false),
  )
})

describe('an id and a day', () => {
  it('are written in one way', () => {
    expect(takes(id(), '018f0000-0000-7000-8000-000000000101')).toBe(true)
    for (const value of ['018F0000-0000-7000-8000-000000000101', '018f000000007000800000000000101', "1' or 1=1", 5])
      expect(takes(id().required(), value)).toBe(false)
    expect([takes(day('Day'), '2028-02-29'), takes(day('Day'), '2027-02-29'), takes(day('Day'), '2027-2-9')]).toEqual([
      true,
      false,
      false,
    ])
  })
})

describe('a least length', () => {
  it('counts characters as the database does: half of five signs is no ten', () => {
    const reason = words('Reason', 300).test(...characters(10, 'ten at least'))
    expect(reason.isValidSync('🔋🔋🔋🔋🔋')).toBe(false)
    expect(reason.isValidSync('🔋🔋🔋🔋🔋🔋🔋🔋🔋🔋')).toBe(true)
    expect(reason.isValidSync('ten signs.')).toBe(true)
    expect(reason.isValidSync('nine sig.')).toBe(false)
  })
})
