import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { clockAt, day, dayAt, minutesIn } from './clock'
import { zoneOf } from './zone'

const LATE = '2026-11-30T23:30:00.000Z'
const lateMs = Date.parse(LATE)

describe('a time where it is looked at', () => {
  it.each([
    ['UTC', '2026-11-30', 1410, '30 Nov 2026'],
    ['Europe/Berlin', '2026-12-01', 30, '1 Dec 2026'],
    ['America/Anchorage', '2026-11-30', 870, '30 Nov 2026'],
    ['Pacific/Auckland', '2026-12-01', 750, '1 Dec 2026'],
  ])('in %s', (zone, own, minutes, words) => {
    expect([minutesIn(lateMs, zone), dayAt(LATE, { zone, today: own })]).toEqual([minutes, words])
  })

  it('is the clock alone on its own day, and has its day on another', () => {
    expect(clockAt(LATE, { zone: 'Europe/Berlin', today: '2026-12-01' })).toBe('00:30')
    expect(clockAt(LATE, { zone: 'Europe/Berlin', today: '2026-11-30' })).toBe('1 Dec 00:30')
    expect(clockAt('2026-09-05T08:02:00Z', { zone: 'UTC', today: '2026-11-30' })).toBe('5 Sep 08:02')
  })

  it('knows the change of clocks', () => {
    const at = (iso: string) => clockAt(iso, { zone: 'Europe/Berlin', today: '2026-10-25' })
    expect(['2026-10-25T00:30:00Z', '2026-10-25T01:30:00Z'].map(at)).toEqual(['02:30', '02:30'])
  })
})

it('a day of the calendar is that day in every zone', () => {
  expect(day('2026-11-30')).toBe('30 Nov 2026')
  const days = fc.date({ min: new Date('2000-01-01'), max: new Date('2099-12-31'), noInvalidDate: true })
  fc.assert(
    fc.property(days, (date) => {
      const iso = date.toISOString()
      expect(day(iso.slice(0, 10))).toBe(dayAt(iso, { zone: 'UTC', today: '' }))
    }),
  )
})

describe('a zone as a browser says it', () => {
  it('is taken as it stands', () => expect(zoneOf('Europe%2FBerlin')).toBe('Europe/Berlin'))
  it.each([undefined, '', 'Nowhere/Town', '%', 'x'.repeat(65), '../../etc', '<script>'])('is UTC for %j', (said) =>
    expect(zoneOf(said)).toBe('UTC'),
  )
})
