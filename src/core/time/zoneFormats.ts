/** A crew is in one zone, a server has crews in a few. */
const MOST_KEPT = 100

function made(language: string, options: Intl.DateTimeFormatOptions): Intl.DateTimeFormat | null {
  try {
    return new Intl.DateTimeFormat(language, options)
  } catch (error) {
    // a device may be older than a zone that its server knows
    if (error instanceof RangeError) return null
    throw error
  }
}

/**
 * Formats of one kind by zone, each made once: making one takes longer than using it a hundred times.
 *
 * @returns gives the format of a zone; `null` without a zone, or for one that this device does not know
 * @example zoneFormats('sv-SE', {})('Europe/Berlin')?.format(Date.UTC(2026, 10, 30, 23, 30)) // '2026-12-01'
 */
export function zoneFormats(
  language: string,
  options: Intl.DateTimeFormatOptions,
): (timeZone: string | null) => Intl.DateTimeFormat | null {
  const kept = new Map<string, Intl.DateTimeFormat | null>()
  return (timeZone) => {
    if (timeZone === null) return null
    const known = kept.get(timeZone)
    if (known !== undefined) return known
    if (kept.size >= MOST_KEPT) kept.clear()
    const format = made(language, { ...options, timeZone })
    kept.set(timeZone, format)
    return format
  }
}
