/** Offsets of a zone by the hour: asking for each row would take longer than reading it. */
export class ZoneClock {
  readonly #format: Intl.DateTimeFormat
  readonly #byHour = new Map<number, number>()

  /** @throws RangeError for a zone that nobody knows */
  constructor(zone: string) {
    this.#format = new Intl.DateTimeFormat('en-GB', { timeZone: zone, timeZoneName: 'longOffset' })
  }

  /** Offset from UTC at an instant, in ms. */
  offsetMs(instantMs: number): number {
    const hour = Math.floor(instantMs / 900_000)
    const known = this.#byHour.get(hour)
    if (known !== undefined) return known
    const name = this.#format.formatToParts(hour * 900_000).find(({ type }) => type === 'timeZoneName')?.value ?? 'GMT'
    const match = /([+-])(\d{2}):(\d{2})/.exec(name)
    const minutes = match ? Number(`${match[1]}1`) * (Number(match[2]) * 60 + Number(match[3])) : 0
    this.#byHour.set(hour, minutes * 60_000)
    return minutes * 60_000
  }

  /**
   * The instant that a local time means, given the one before it: an hour that comes twice is the first of the two until time would run
   * back, and an hour that is left out is read by the offset before the change.
   */
  instantMs(localMs: number, afterMs: number | null): number {
    const around = [this.offsetMs(localMs - 86_400_000), this.offsetMs(localMs + 86_400_000)]
    const meant = [...new Set(around)]
      .map((offset) => ({ instant: localMs - offset, offset }))
      .filter(({ instant, offset }) => this.offsetMs(instant) === offset)
      .map(({ instant }) => instant)
      .sort((a, b) => a - b)
    const next = meant.find((instant) => afterMs === null || instant > afterMs)
    return next ?? meant[0] ?? localMs - (around[0] as number)
  }
}

/** The clock of a zone; `null` without one, or for one that this device does not know. */
export function zoneClock(zone: string | null): ZoneClock | null {
  try {
    return zone === null ? null : new ZoneClock(zone)
  } catch (error) {
    if (error instanceof RangeError) return null
    throw error
  }
}

/** ISO text of an instant with the offset it was written in. */
export function isoWithOffset(instantMs: number, offsetMs: number): string {
  const local = new Date(instantMs + offsetMs).toISOString().replace(/(\.000)?Z$/, '')
  const minutes = Math.abs(offsetMs) / 60_000
  const two = (value: number) => String(value).padStart(2, '0')
  return `${local}${offsetMs < 0 ? '-' : '+'}${two(Math.floor(minutes / 60))}:${two(minutes % 60)}`
}
