import { zoneClock } from '../../powerLog/localTime'

const ZONED = /(Z|[+-]\d{2}:?\d{2})$/
/** Recorders that were never set begin with their century or their epoch: such a clock says nothing. */
const NEVER_SET = /^(19\d{2}|2000)-/

/**
 * The instant that a recorder's own clock means: with its offset where it writes one, by the house's zone where it does not, by UTC where the house has none that is known here.
 *
 * @returns ms since 1970; `null` without a clock, or one that was never set
 * @example recorderClockMs('2026-05-02T12:00:00', 'Europe/Lisbon') // 11:00 UTC
 */
export function recorderClockMs(startedAt: string | null, timeZone: string | null): number | null {
  if (startedAt === null || NEVER_SET.test(startedAt)) return null
  if (ZONED.test(startedAt)) {
    const instant = Date.parse(startedAt)
    return Number.isNaN(instant) ? null : instant
  }
  const localMs = Date.parse(`${startedAt.replace(/(\.\d{3})\d+$/, '$1')}Z`)
  if (Number.isNaN(localMs)) return null
  return zoneClock(timeZone)?.instantMs(localMs, null) ?? localMs
}
