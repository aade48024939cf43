import type { ComtradeConfiguration } from './comtradeConfiguration'
import { DecimalScanner } from './decimalScanner'
import { bridgeMissing } from './missingSamples'
import { type AnalogChannel, RecordingError, type StatusChannel } from './recording'
import { parseBinary } from './comtradeBinary'
import { type Target, noteMissing, target } from './comtradeFilling'

export interface ComtradeData {
  analog: AnalogChannel[]
  status: StatusChannel[]
  /** Channels in other units, by name. */
  ignored: string[]
  /** A stamp a row, in the file's unit; NaN where it was left out. */
  stamps: Float64Array
}

/**
 * Reads the data of a COMTRADE recording in any of its four forms into primary volts and amperes. Rows without a value are bridged, and
 * named.
 *
 * @param rowsBefore rows of the whole recording that come before these, for messages
 * @throws RecordingError when rows are missing, left over, or not numbers
 */
export function parseComtradeData(
  bytes: Uint8Array,
  configuration: ComtradeConfiguration,
  file: string,
  rowsBefore = 0,
): ComtradeData {
  const parse = configuration.dataType === 'ASCII' ? parseAscii : parseBinary
  const filled = parse(bytes, configuration, file, rowsBefore)
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
    private readonly rowsBefore: number,
  ) {
    this.scanner = new DecimalScanner(bytes)
    this.scanner.line += rowsBefore
  }

  #fail(message: string, column: number, value?: string): never {
    throw new RecordingError(message, { file: this.file, line: this.scanner.line, column, value })
  }

  /** The next field of a row; NaN where it is empty and may be. */
  field(row: number, column: number, mayBeEmpty = false): number {
    const { scanner } = this
    if (column > 1 && !scanner.take(COMMA))
      this.#fail(`row ${this.rowsBefore + row + 1} has too few fields`, column, scanner.fieldHere())
    if (mayBeEmpty && scanner.fieldHere().trim() === '' && !scanner.done) return NaN
    const value = scanner.number()
    if (!Number.isNaN(value)) return value
    const here = scanner.done ? '' : scanner.fieldHere()
    if (here === '')
      this.#fail(`the data ends in row ${this.rowsBefore + row + 1} of ${this.rowsBefore + this.rows}`, column)
    return this.#fail('not a number', column, here)
  }

  endOfRow(row: number, column: number): void {
    if (this.scanner.endOfLine()) return
    this.#fail(
      `row ${this.rowsBefore + row + 1} has more fields than there are channels`,
      column,
      this.scanner.fieldHere(),
    )
  }
}

function parseAscii(bytes: Uint8Array, configuration: ComtradeConfiguration, file: string, rowsBefore: number): Target {
  const { sampleCount, revision } = configuration
  const filled = target(configuration)
  const rows = new AsciiRows(bytes, sampleCount, file, rowsBefore)
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
