import type { HouseClock } from './timeThere'
import { zoneFormats } from './zoneFormats'

/** Clocks anywhere are at most so far behind UTC, and so far ahead of it. */
const MOST_BEHIND_MS = 12 * 3_600_000
const MOST_AHEAD_MS = 14 * 3_600_000
// the one language whose dates are written as ISO has them
const formatIn = zoneFormats('sv-SE', {})

const DAY_MS = 86_400_000
/** Days of UTC written out, by their number: hundreds of readings of the same few days ask for theirs whenever a job is judged. */
const written = new Map<number, string>()
const MOST_WRITTEN = 1000

function dayOf(atMs: number): string {
  const day = Math.floor(atMs / DAY_MS)
  const known = written.get(day)
  if (known !== undefined) return known
  if (written.size >= MOST_WRITTEN) written.clear()
  const text = new Date(day * DAY_MS).toISOString().slice(0, 10)
  written.set(day, text)
  return text
}

/** Whether a number is an instant that a calendar has a day for, wherever that is. */
const isInstant = (atMs: number): boolean => Math.abs(atMs) < 8.64e15 - DAY_MS

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
