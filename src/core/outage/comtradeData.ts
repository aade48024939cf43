import type { ComtradeConfiguration } from './comtradeConfiguration'
import { DecimalScanner } from './decimalScanner'
import { bridgeMissing } from './missingSamples'
import { type AnalogChannel, RECORDING_BOUNDS, RecordingError, type StatusChannel } from './recording'

const UNIT_FACTORS: Readonly<Record<string, { unit: 'V' | 'A'; factor: number }>> = {
  V: { unit: 'V', factor: 1 },
  kV: { unit: 'V', factor: 1000 },
  mV: { unit: 'V', factor: 0.001 },
  A: { unit: 'A', factor: 1 },
  kA: { unit: 'A', factor: 1000 },
  mA: { unit: 'A', factor: 0.001 },
}

/** A channel that is filled row by row, with the scale that takes stored numbers to primary V or A. */
interface Filling {
  channel: AnalogChannel
  a: number
  b: number
}

export interface ComtradeData {
  analog: AnalogChannel[]
  status: StatusChannel[]
  /** Channels in other units, by name. */
  ignored: string[]
  /** A stamp a row, in the file's unit; NaN where it was left out. */
  stamps: Float64Array
}

/** What a parser fills: channels in other units are `null`, since their bytes still stand in every row. */
interface Target extends Omit<ComtradeData, 'analog' | 'ignored'> {
  fillings: (Filling | null)[]
}

function target({ analog, statusIds, sampleCount }: ComtradeConfiguration): Target {
  return {
    fillings: analog.map(({ id, phase, skewS, unit, a, b, primaryFactor }) => {
      const known = UNIT_FACTORS[unit]
      if (!known) return null
      const factor = known.factor * primaryFactor
      const samples = new Float64Array(sampleCount)
      const channel = { id, unit: known.unit, samples, phase, skewS, missingRows: [], holes: [] }
      return { channel, a: a * factor, b: b * factor }
    }),
    status: statusIds.map((id): StatusChannel => ({ id, samples: new Uint8Array(sampleCount) })),
    stamps: new Float64Array(sampleCount),
  }
}

/** Notes a row without a value. @throws RecordingError where there are more of them than a recording has */
function noteMissing({ channel }: Filling, row: number, file: string): void {
  if (channel.missingRows.length >= RECORDING_BOUNDS.maxMissing)
    throw new RecordingError(`more than ${RECORDING_BOUNDS.maxMissing} samples of ${channel.id} are missing`, { file })
  channel.missingRows.push(row)
}

/**
 * Reads the data of a COMTRADE recording in any of its four forms into primary volts and amperes. Rows without a value are bridged, and
 * named.
 *
 * @throws RecordingError when rows are missing, left over, or not numbers
 */
export function parseComtradeData(bytes: Uint8Array, configuration: ComtradeConfiguration, file: string): ComtradeData {
  const filled =
    configuration.dataType === 'ASCII'
      ? parseAscii(bytes, configuration, file)
      : parseBinary(bytes, configuration, file)
  return {
    analog: filled.fillings.flatMap((filling) => filling?.channel ?? []),
    status: filled.status,
    stamps: filled.stamps,
    ignored: configuration.analog.flatMap(({ id }, k) => (filled.fillings[k] === null ? [id] : [])),
  }
}

/** Bridges what is missing in every channel, now that the times of the rows are known. */
export function bridgeChannels(
  analog: readonly AnalogChannel[],
  lineHz: number,
  rateAt: (row: number) => number,
): void {
  const hz = lineHz > 0 ? lineHz : 50
  for (const channel of analog)
    channel.holes = bridgeMissing(channel.samples, channel.missingRows, (row) => rateAt(row) / hz / 4)
}

const MISSING_STAMP = 0xffffffff
/** How each form stores a number, and what stands for none. */
const STORED = {
  BINARY: { width: 2, missing: -0x8000, read: (view: DataView, at: number) => view.getInt16(at, true) },
  BINARY32: { width: 4, missing: -0x80000000, read: (view: DataView, at: number) => view.getInt32(at, true) },
  FLOAT32: { width: 4, missing: null, read: (view: DataView, at: number) => view.getFloat32(at, true) },
} as const

function parseBinary(bytes: Uint8Array, configuration: ComtradeConfiguration, file: string): Target {
  const { dataType, sampleCount, analog, statusIds } = configuration
  const { width, missing, read } = STORED[dataType as keyof typeof STORED]
  const statusWords = Math.ceil(statusIds.length / 16)
  const rowBytes = 8 + analog.length * width + statusWords * 2
  if (bytes.length < rowBytes * sampleCount) {
    const whole = Math.floor(bytes.length / rowBytes)
    throw new RecordingError(
      `the data ends after ${whole} of ${sampleCount} samples; copy the whole file from the recorder again`,
      { file },
    )
  }
  const filled = target(configuration)
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength)
  const statusAt = 8 + analog.length * width
  // some rows at a time, column by column: each column is one tight loop, and the rows stay in the cache from one to the next
  for (let from = 0; from < sampleCount; from += ROWS_AT_A_TIME) {
    const rows: Rows = { view, from, to: Math.min(sampleCount, from + ROWS_AT_A_TIME), rowBytes, file }
    stampsOf(rows, filled.stamps)
    filled.fillings.forEach((filling, k) => filling && fillRows(rows, filling, 8 + k * width, { missing, read }))
    filled.status.forEach(({ samples }, k) => statusRows(rows, samples, statusAt + 2 * (k >> 4), k & 15))
  }
  return filled
}

const ROWS_AT_A_TIME = 4096

/** Rows of a binary file that are read on end. */
interface Rows {
  view: DataView
  from: number
  to: number
  rowBytes: number
  file: string
}

function stampsOf({ view, from, to, rowBytes }: Rows, stamps: Float64Array): void {
  for (let row = from, at = from * rowBytes + 4; row < to; row++, at += rowBytes) {
    const stamp = view.getUint32(at, true)
    stamps[row] = stamp === MISSING_STAMP ? NaN : stamp
  }
}

type Stored = Pick<(typeof STORED)[keyof typeof STORED], 'missing' | 'read'>

function fillRows({ view, from, to, rowBytes, file }: Rows, filling: Filling, place: number, form: Stored): void {
  const { channel, a, b } = filling
  const { samples, id } = channel
  const { read, missing } = form
  for (let row = from, at = from * rowBytes + place; row < to; row++, at += rowBytes) {
    const stored = read(view, at)
    const value = a * stored + b
    if (stored === missing) noteMissing(filling, row, file)
    else if (Number.isFinite(value)) samples[row] = value
    else throw new RecordingError(`sample ${row + 1} of ${id} is not a finite number`, { file })
  }
}

function statusRows({ view, from, to, rowBytes }: Rows, samples: Uint8Array, place: number, bit: number): void {
  for (let row = from, at = from * rowBytes + place; row < to; row++, at += rowBytes)
    samples[row] = (view.getUint16(at, true) >> bit) & 1
}

const COMMA = 0x2c
/** The first edition writes this for a sample that is not there. */
const MISSING_1991 = 99_999

/** Reads the rows of a file in text, field by field. */
class AsciiRows {
  readonly scanner: DecimalScanner

  constructor(
    bytes: Uint8Array,
    private readonly rows: number,
    private readonly file: string,
  ) {
    this.scanner = new DecimalScanner(bytes)
  }

  #fail(message: string, column: number, value?: string): never {
    throw new RecordingError(message, { file: this.file, line: this.scanner.line, column, value })
  }

  /** The next field of a row; NaN where it is empty and may be. */
  field(row: number, column: number, mayBeEmpty = false): number {
    const { scanner } = this
    if (column > 1 && !scanner.take(COMMA)) this.#fail(`row ${row + 1} has too few fields`, column, scanner.fieldHere())
    if (mayBeEmpty && scanner.fieldHere().trim() === '' && !scanner.done) return NaN
    const value = scanner.number()
    if (!Number.isNaN(value)) return value
    const here = scanner.done ? '' : scanner.fieldHere()
    if (here === '') this.#fail(`the data ends in row ${row + 1} of ${this.rows}`, column)
    return this.#fail('not a number', column, here)
  }

  endOfRow(row: number, column: number): void {
    if (this.scanner.endOfLine()) return
    this.#fail(`row ${row + 1} has more fields than there are channels`, column, this.scanner.fieldHere())
  }
}

function parseAscii(bytes: Uint8Array, configuration: ComtradeConfiguration, file: string): Target {
  const { sampleCount, revision } = configuration
  const filled = target(configuration)
  const rows = new AsciiRows(bytes, sampleCount, file)
  for (let row = 0; row < sampleCount; row++) {
    rows.field(row, 1)
    filled.stamps[row] = rows.field(row, 2, true)
    let column = 3
    for (const filling of filled.fillings) {
      const stored = rows.field(row, column++, true)
      if (!filling) continue
      if (Number.isNaN(stored) || (revision === 1991 && stored === MISSING_1991)) noteMissing(filling, row, file)
      else filling.channel.samples[row] = filling.a * stored + filling.b
    }
    for (const channel of filled.status) channel.samples[row] = rows.field(row, column++) ? 1 : 0
    rows.endOfRow(row, column)
  }
  return filled
}
