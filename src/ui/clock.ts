import { calendarDay } from '@/core/time/daysOfInstant'
import { zoneFormats } from '@/core/time/zoneFormats'

/** Where and when a page is looked at: a server draws it for somebody in another zone. */
export interface PlaceInTime {
  /** IANA name of the time zone. */
  zone: string
  /** Day in that zone, as YYYY-MM-DD. */
  today: string
}

const MONTHS = ['Jan', 'Feb', 'Mar', 'Apr', 'May', 'Jun', 'Jul', 'Aug', 'Sep', 'Oct', 'Nov', 'Dec'] as const
const formatsOf = zoneFormats('en-GB', {
  hourCycle: 'h23',
  year: 'numeric',
  month: '2-digit',
  day: '2-digit',
  hour: '2-digit',
  minute: '2-digit',
})

/** A page is looked at in the zone of its own device, which that knows. */
const formatIn = (zone: string) => formatsOf(zone) ?? (formatsOf('UTC') as Intl.DateTimeFormat)

function partsIn(at: Date | number, zone: string): { day: string; hour: string; minute: string } {
  const parts = Object.fromEntries(
    formatIn(zone)
      .formatToParts(at)
      .map(({ type, value }) => [type, value]),
  )
  return {
    day: `${parts.year}-${parts.month}-${parts.day}`,
    hour: parts.hour ?? '00',
    minute: parts.minute ?? '00',
  }
}

/** Minutes since midnight in a zone. @example minutesIn(Date.UTC(2026, 10, 30, 9, 5), 'UTC') // 545 */
export function minutesIn(atMs: number, zone: string): number {
  const { hour, minute } = partsIn(atMs, zone)
  return Number(hour) * 60 + Number(minute)
}

const shortDay = (calendarDay: string): string =>
  `${Number(calendarDay.slice(8, 10))} ${MONTHS[Number(calendarDay.slice(5, 7)) - 1]}`

/**
 * A day of the calendar in words; it is that day in every zone.
 *
 * @param calendarDay YYYY-MM-DD
 * @example day('2026-11-30') // '30 Nov 2026'
 */
export const day = (calendarDay: string): string => `${shortDay(calendarDay)} ${calendarDay.slice(0, 4)}`

/**
 * The day of an instant where it is looked at, in words.
 *
 * @example dayAt('2026-11-30T23:30:00Z', { zone: 'Europe/Berlin', today: '2026-11-30' }) // '1 Dec 2026'
 */
export const dayAt = (iso: string, { zone }: PlaceInTime): string => day(calendarDay(Date.parse(iso), zone))

/**
 * A time as a crew reads it: the clock today, day and clock otherwise.
 *
 * @example clockAt('2026-11-30T13:02:00Z', { zone: 'UTC', today: '2026-11-30' }) // '13:02'
 */
export function clockAt(iso: string, { zone, today }: PlaceInTime): string {
  const { day: own, hour, minute } = partsIn(Date.parse(iso), zone)
  return own === today ? `${hour}:${minute}` : `${shortDay(own)} ${hour}:${minute}`
}
