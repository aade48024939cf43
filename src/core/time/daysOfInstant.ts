import type { HouseClock } from './timeThere'
import { zoneFormats } from './zoneFormats'

/** Clocks anywhere are at most so far behind UTC, and so far ahead of it. */
const MOST_BEHIND_MS = 12 * 3_600_000
const MOST_AHEAD_MS = 14 * 3_600_000
// the one language whose dates are written as ISO has them
const formatIn = zoneFormats('sv-SE', {})

const dayOf = (atMs: number): string => new Date(atMs).toISOString().slice(0, 10)

/** Whether a number is an instant that a calendar has a day for, wherever that is. */
const isInstant = (atMs: number): boolean => Math.abs(atMs) < 8.64e15 - 86_400_000

/**
 * The calendar day of an instant in a zone, as an ISO date; that of UTC without a zone, or with one that this device does not know.
 *
 * @returns empty for what is no instant
 * @example calendarDay(Date.UTC(2026, 10, 30, 23, 30), 'Europe/Berlin') // '2026-12-01'
 */
export const calendarDay = (atMs: number, zone: string | null): string =>
  isInstant(atMs) ? (formatIn(zone)?.format(atMs) ?? dayOf(atMs)) : ''

/**
 * The day at a house of an instant written out, by UTC where its zone is not on record.
 *
 * @example dayThere('2026-11-30T23:30:00Z', { timeZone: 'Europe/Berlin' }) // '2026-12-01'
 */
export const dayThere = (instant: string, { timeZone }: HouseClock): string =>
  calendarDay(Date.parse(instant), timeZone)

/**
 * Every day that it may have been somewhere at an instant, in order: two or three; none for what is no instant.
 *
 * @example daysAnywhere(Date.UTC(2026, 5, 15, 11)) // ['2026-06-14', '2026-06-15', '2026-06-16']
 */
export const daysAnywhere = (atMs: number): string[] =>
  isInstant(atMs) ? [...new Set([dayOf(atMs - MOST_BEHIND_MS), dayOf(atMs), dayOf(atMs + MOST_AHEAD_MS)])] : []

/**
 * The days that it may have been where somebody stood at an instant: one where the zone is known, else every day that it may have been anywhere.
 *
 * @example daysOfInstant(Date.UTC(2026, 10, 30, 23, 30), 'Europe/Berlin') // ['2026-12-01']
 * @example daysOfInstant(Date.UTC(2026, 10, 30, 23, 30), null) // ['2026-11-30', '2026-12-01']
 */
export function daysOfInstant(atMs: number, zone: string | null): string[] {
  const there = formatIn(zone)
  return there === null || !isInstant(atMs) ? daysAnywhere(atMs) : [there.format(atMs)]
}
