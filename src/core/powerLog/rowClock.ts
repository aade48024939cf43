import { ZoneClock, isoWithOffset } from './localTime'
import type { LogMap } from './logMap'
import { timePattern } from './timePattern'

/** Times of a log's rows, in s from the first; made for one reading of one file. */
export interface RowClock {
  /** `null` for a text that is no time. */
  read: (text: string) => number | null
  /** When the log began, as ISO text with its offset; `null` where the file names no day. */
  startedAt: () => string | null
}

const DAY_S = 86_400
const HALF_A_DAY_S = DAY_S / 2

/** Seconds, or seconds since 1970, as plain numbers. */
function numberClock(decimal: '.' | ',', isUnix: boolean): RowClock {
  let first: number | null = null
  return {
    read: (text) => {
      const value = Number(decimal === ',' ? text.replace(',', '.') : text)
      if (text.trim() === '' || !Number.isFinite(value)) return null
      first ??= value
      return value - first
    },
    startedAt: () => (isUnix && first !== null ? new Date(first * 1000).toISOString() : null),
  }
}

const OFFSET = /(Z|[+-]\d{2}:?\d{2})$/

/** ISO 8601 with its offset in every row. */
function offsetClock(): RowClock {
  let firstMs: number | null = null
  let startedAt: string | null = null
  return {
    read: (text) => {
      const trimmed = text.trim()
      const zone = OFFSET.exec(trimmed)?.[1]
      const ms = zone === undefined ? NaN : Date.parse(trimmed.replace(' ', 'T'))
      if (Number.isNaN(ms)) return null
      firstMs ??= ms
      startedAt ??= trimmed
      return (ms - firstMs) / 1000
    },
    startedAt: () => startedAt,
  }
}

/** Local times by a pattern: the zone says where the clocks change; a time of day may pass midnight. */
function localClock(format: string, zone: string | null): RowClock {
  const parse = timePattern(format)
  const clock = zone === null ? null : new ZoneClock(zone)
  let firstMs: number | null = null
  let lastMs: number | null = null
  let days = 0
  let startedAt: string | null = null
  const instantOf = (localMs: number, hasDate: boolean): number => {
    if (hasDate) return clock === null ? localMs : clock.instantMs(localMs, lastMs)
    let ms = localMs + days * DAY_S * 1000
    if (lastMs !== null && lastMs - ms > HALF_A_DAY_S * 1000) {
      days++
      ms += DAY_S * 1000
    }
    return ms
  }
  return {
    read: (text) => {
      const found = parse(text)
      if (found === null) return null
      const ms = instantOf(found.localMs, found.hasDate)
      if (firstMs === null) {
        firstMs = ms
        if (found.hasDate && clock !== null) startedAt = isoWithOffset(ms, clock.offsetMs(ms))
        else if (found.hasDate) startedAt = new Date(ms).toISOString().replace(/(\.000)?Z$/, '')
      }
      lastMs = ms
      return (ms - firstMs) / 1000
    },
    startedAt: () => startedAt,
  }
}

/** The clock that a map speaks of. @throws RangeError for a zone that nobody knows */
export function rowClock({ format, zone }: LogMap['time'], decimal: LogMap['decimal']): RowClock {
  if (format === 'seconds' || format === 'unix') return numberClock(decimal, format === 'unix')
  if (format === 'iso-offset') return offsetClock()
  return localClock(format, zone)
}
