/** Rows of a file, from one up to and without another. */
export interface RowRange {
  from: number
  to: number
}

/** One analogue channel in primary volts or amperes. */
export interface AnalogChannel {
  id: string
  unit: 'V' | 'A'
  samples: Float64Array
  /** Phase as the file names it, such as `A`; `null` where it names none. */
  phase: string | null
  /** The channel was sampled this much later than its row's time. */
  skewS: number
  /** Rows without a value, bridged in the samples. */
  missingRows: number[]
  /** Of these, stretches longer than a quarter cycle: what lies there is not known, and never an event. */
  holes: RowRange[]
}

/** One status channel, 0 or 1 a sample. */
export interface StatusChannel {
  id: string
  samples: Uint8Array
}

/** Rows that were sampled at one rate; `lastRow` counts from 1, as recorders write it. */
export interface SamplingRate {
  rateHz: number
  lastRow: number
}

/** What a recorder's file holds, whatever its form. */
export interface Recording {
  form: 'csv' | 'comtrade'
  /** The highest rate, where there are several. */
  sampleRateHz: number
  rates: SamplingRate[]
  /** Time of each row from the first, in s, when the stamps are uneven; `null` when a row's time is its number over the rate. */
  timesS: Float64Array | null
  /** Line frequency the file declares; `null` when it declares none. */
  nominalHz: number | null
  analog: AnalogChannel[]
  status: StatusChannel[]
  /** Channels that are neither volts nor amperes, by name. */
  ignored: string[]
  /** Rows whose stamp was left out. */
  missingStamps: number[]
  /** Local time of the first sample as an ISO text without a zone; `null` where the file says none. */
  startedAt: string | null
}

/** Bounds that keep a hostile file from exhausting memory or time. */
export const RECORDING_BOUNDS = {
  maxBytes: 64 * 1024 * 1024,
  maxConfigurationBytes: 256 * 1024,
  maxChannels: 64,
  maxSamples: 12_000_000,
  maxMissing: 100_000,
} as const

/** A file that can't be read: what is wrong and where. Thrown by the parsers, shown to the person as it is. */
export class RecordingError extends Error {
  override name = 'RecordingError'
  constructor(
    message: string,
    readonly where: { file: string; line?: number; column?: number; value?: string },
  ) {
    const place = [where.file, where.line && `line ${where.line}`, where.column && `field ${where.column}`]
      .filter(Boolean)
      .join(', ')
    super(`${place}: ${message}${where.value === undefined ? '' : ` (found “${where.value.slice(0, 40)}”)`}`)
  }
}

/** A file as it was picked: its name and its bytes. */
export interface NamedBytes {
  name: string
  bytes: Uint8Array
}
