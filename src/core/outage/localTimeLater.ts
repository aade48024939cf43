/**
 * A local time later by some seconds, to the microsecond; the text has no zone and none is read into it.
 *
 * @returns `null` where there is no time, or it is none
 * @example localTimeLater('2026-05-02T23:59:59.9', 0.1) // '2026-05-03T00:00:00.000000'
 */
export function localTimeLater(startedAt: string | null, seconds: number): string | null {
  const match = /^(\d{4}-\d{2}-\d{2}T\d{2}:\d{2}:\d{2})(?:\.(\d{1,9}))?$/.exec(startedAt ?? '')
  if (!match) return null
  const wholeMs = Date.parse(`${match[1]}Z`)
  const fractionUs = Number(`0.${match[2] ?? '0'}`) * 1e6
  const us = Math.round(fractionUs + seconds * 1e6)
  const at = new Date(wholeMs + Math.floor(us / 1e6) * 1000).toISOString().slice(0, 19)
  return `${at}.${String(((us % 1e6) + 1e6) % 1e6).padStart(6, '0')}`
}
