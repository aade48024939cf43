import { zoneFormats } from './zoneFormats'

/** By which clock a house lives: the name of its zone, or that nobody said so. */
export interface HouseClock {
  timeZone: string | null
}

// the one language whose dates and times are written as ISO has them
const formatIn = zoneFormats('sv-SE', { dateStyle: 'short', timeStyle: 'short' })

/**
 * A moment by the clock at a house, to the minute; by UTC, and then that is said, where its zone is not on record, or not known here.
 *
 * @param instant as ISO text; what is none is given back as it is
 * @example timeThere('2026-11-30T23:30:00Z', { timeZone: 'Europe/Berlin' }) // '2026-12-01 00:30'
 * @example timeThere('2026-11-30T23:30:00Z', { timeZone: null }) // '2026-11-30 23:30 UTC'
 */
export function timeThere(instant: string, { timeZone }: HouseClock): string {
  const atMs = Date.parse(instant)
  if (Number.isNaN(atMs)) return instant
  return formatIn(timeZone)?.format(atMs) ?? `${new Date(atMs).toISOString().slice(0, 16).replace('T', ' ')} UTC`
}
