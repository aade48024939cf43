/** By which clock a house lives: the name of its zone, or that nobody said so. */
export interface HouseClock {
  timeZone: string | null
}

const MOST_FORMATS = 100
const formats = new Map<string, Intl.DateTimeFormat>()

function formatOf(timeZone: string): Intl.DateTimeFormat {
  const known = formats.get(timeZone)
  if (known) return known
  if (formats.size >= MOST_FORMATS) formats.clear()
  // the one language whose dates and times are written as ISO has them
  const made = new Intl.DateTimeFormat('sv-SE', { timeZone, dateStyle: 'short', timeStyle: 'short' })
  formats.set(timeZone, made)
  return made
}

/**
 * A moment by the clock at a house, to the minute; by UTC, and then that is said, where its zone is not on record.
 *
 * @param instant as ISO text
 * @example timeThere('2026-11-30T23:30:00Z', { timeZone: 'Europe/Berlin' }) // '2026-12-01 00:30'
 * @example timeThere('2026-11-30T23:30:00Z', { timeZone: null }) // '2026-11-30 23:30 UTC'
 */
export function timeThere(instant: string, { timeZone }: HouseClock): string {
  const atMs = Date.parse(instant)
  return timeZone === null
    ? `${new Date(atMs).toISOString().slice(0, 16).replace('T', ' ')} UTC`
    : formatOf(timeZone).format(atMs)
}
