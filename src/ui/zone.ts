import { calendarDay } from '@/core/time/daysOfInstant'

/** Where nobody said. */
const NOWHERE = 'UTC'

/** The zone of this device. */
export const ownZone = (): string => Intl.DateTimeFormat().resolvedOptions().timeZone

/** Today on this device, as YYYY-MM-DD: for what is done at a press. What is drawn follows `useToday`. */
export const todayHere = (): string => calendarDay(Date.now(), ownZone())

/**
 * A zone as a browser said it. UTC for one that is unknown or missing.
 *
 * @example zoneOf('Europe%2FBerlin') // 'Europe/Berlin'
 */
export function zoneOf(said: string | undefined): string {
  if (said === undefined || said.length > 64) return NOWHERE
  try {
    const zone = decodeURIComponent(said)
    // throws for one that there is not
    new Intl.DateTimeFormat('en-GB', { timeZone: zone })
    return zone
  } catch {
    return NOWHERE
  }
}
