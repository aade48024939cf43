/** One analogue channel in primary volts or amperes. */
export interface AnalogChannel {
  id: string
  unit: 'V' | 'A'
  samples: Float64Array
}

/** One status channel, 0 or 1 a sample. */
export interface StatusChannel {
  id: string
  samples: Uint8Array
}

/** What a recorder's file holds, whatever its form. */
export interface Recording {
  form: 'csv' | 'comtrade'
  sampleRateHz: number
  /** Time of each row from the first, in s, when the stamps are uneven; `null` when a row's time is its number over the rate. */
  timesS: Float64Array | null
  /** Line frequency the file declares; `null` when it declares none. */
  nominalHz: number | null
  analog: AnalogChannel[]
  status: StatusChannel[]
  /** When the recorder says it started, as written in the file. */
  startedAt: string | null
}

/** Bounds that keep a hostile file from exhausting memory or time. */
export const RECORDING_BOUNDS = {
  maxBytes: 64 * 1024 * 1024,
  maxConfigurationBytes: 256 * 1024,
  maxChannels: 64,
  maxSamples: 12_000_000,
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
