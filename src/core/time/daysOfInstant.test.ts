import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { calendarDay, dayThere, daysAnywhere, daysOfInstant } from './daysOfInstant'

const ZONES = ['Pacific/Kiritimati', 'Asia/Kolkata', 'Europe/Berlin', 'UTC', 'America/St_Johns', 'Etc/GMT+12']

describe('the day of an instant', () => {
  it('is that of the place, over midnight and over a change of clocks', () => {
    const at = (iso: string, zone: string | null) => calendarDay(Date.parse(iso), zone)
    expect(at('2026-11-30T23:30:00Z', 'Europe/Berlin')).toBe('2026-12-01')
    expect(at('2026-11-30T23:30:00Z', 'America/New_York')).toBe('2026-11-30')
    expect(at('2026-11-30T23:30:00Z', null)).toBe('2026-11-30')
    // the night in which an hour comes twice
    expect(at('2026-10-24T21:59:59Z', 'Europe/Berlin')).toBe('2026-10-24')
    expect(at('2026-10-25T22:59:59Z', 'Europe/Berlin')).toBe('2026-10-25')
    expect(at('2026-10-25T23:00:00Z', 'Europe/Berlin')).toBe('2026-10-26')
  })
  it('is among those that it may be anywhere, whatever the zone', () => {
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 4_102_444_800_000 }), fc.constantFrom(...ZONES), (atMs, zone) => {
        expect(daysAnywhere(atMs)).toContain(calendarDay(atMs, zone))
        expect(daysOfInstant(atMs, zone)).toEqual([calendarDay(atMs, zone)])
      }),
    )
  })
  it('may be two or three where the zone is not known, in order', () => {
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 4_102_444_800_000 }), (atMs) => {
        const days = daysOfInstant(atMs, null)
        expect([2, 3]).toContain(days.length)
        expect(days).toEqual([...days].sort())
        expect(days).toContain(calendarDay(atMs, null))
      }),
    )
  })
  it.each(['UTC', 'Nowhere/Atall', null])('is none for what is no instant, with the zone %s', (zone) => {
    for (const none of [NaN, 9e15, -9e15]) {
      expect(calendarDay(none, zone)).toBe('')
      expect(daysOfInstant(none, zone)).toEqual([])
    }
    expect(dayThere('', { timeZone: zone })).toBe('')
  })
  it('is as if there were no zone for one that this device does not know', () => {
    const atMs = Date.UTC(2026, 10, 30, 23, 30)
    expect(daysOfInstant(atMs, 'Nowhere/Atall')).toEqual(daysOfInstant(atMs, null))
    expect(calendarDay(atMs, 'Nowhere/Atall')).toBe('2026-11-30')
  })
})
