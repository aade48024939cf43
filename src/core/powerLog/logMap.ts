/** What a power log can hold; powers have the signs load +, generation +, discharge +, import +. */
export const LOG_QUANTITIES = ['v', 'v2', 'v3', 'f', 'load', 'pv', 'battery', 'grid', 'vGrid', 'soc'] as const
export type LogQuantity = (typeof LOG_QUANTITIES)[number]

export const LOG_UNITS = ['W', 'kW', 'MW', 'V', 'kV', 'mV', 'Hz', 'mHz', '%', 'share'] as const
export type LogUnit = (typeof LOG_UNITS)[number]

/** Takes a written value to the unit it is kept in: watts, volts, hertz, percent. */
export const UNIT_FACTOR: Readonly<Record<LogUnit, number>> = {
  W: 1,
  kW: 1000,
  MW: 1e6,
  V: 1,
  kV: 1000,
  mV: 0.001,
  Hz: 1,
  mHz: 0.001,
  '%': 1,
  share: 100,
}

export interface LogColumn {
  /** The header's own word. */
  column: string
  unit: LogUnit
  /** Value times sign is what Awlbright counts as positive. */
  sign: 1 | -1
}

/** How a meter's file is to be read; a crew confirms it once, and it is kept for the next file of the same kind. */
export interface LogMap {
  separator: ',' | ';' | '\t' | '|'
  decimal: '.' | ','
  /** Lines before the header. */
  skipLines: number
  time: {
    column: string
    /** `iso-offset`, `seconds`, `unix`, or a pattern of yyyy, yy, MM, dd, HH, hh, mm, ss, S and a. */
    format: string
    /** IANA name of the zone that local times are in; `null` where the file says the offset itself, or nothing is known. */
    zone: string | null
  }
  columns: Partial<Record<LogQuantity, LogColumn>>
}
