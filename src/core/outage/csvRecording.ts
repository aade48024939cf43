import { DecimalScanner } from './decimalScanner'
import { RECORDING_BOUNDS, type Recording, RecordingError } from './recording'
import { typicalStepS } from './rowTimes'

const TIME_FACTORS: Readonly<Record<string, number>> = { s: 1, ms: 1e-3, us: 1e-6 }
const VALUE_FACTORS: Readonly<Record<string, { unit: 'V' | 'A'; factor: number }>> = {
  V: { unit: 'V', factor: 1 },
  kV: { unit: 'V', factor: 1000 },
  mV: { unit: 'V', factor: 1e-3 },
  A: { unit: 'A', factor: 1 },
  mA: { unit: 'A', factor: 1e-3 },
  kA: { unit: 'A', factor: 1000 },
}

export interface CsvHeader {
  separator: number
  timeFactor: number
  columns: { id: string; unit: 'V' | 'A'; factor: number }[]
  bodyAt: number
}

/** Columns and separator from the first line. @throws RecordingError naming the column */
export function parseCsvHeader(bytes: Uint8Array, file: string): CsvHeader {
  let end = bytes.indexOf(0x0a)
  if (end < 0 || end > 4096)
    throw new RecordingError('no header line; the first line names the columns, such as time_s,v1_V,i1_A', {
      file,
      line: 1,
    })
  const bodyAt = end + 1
  if (bytes[end - 1] === 0x0d) end--
  const line = new TextDecoder().decode(bytes.subarray(0, end)).replace(/^\uFEFF/, '')
  const separator = line.includes(';') ? ';' : line.includes('\t') ? '\t' : ','
  const names = line.split(separator).map((name) => name.trim().replace(/^"|"$/g, ''))
  const timeFactor = TIME_FACTORS[/^time_(s|ms|us)$/.exec(names[0] ?? '')?.[1] ?? '']
  if (!timeFactor)
    throw new RecordingError('the first column must be time_s, time_ms or time_us', {
      file,
      line: 1,
      column: 1,
      value: names[0],
    })
  if (names.length < 2 || names.length > RECORDING_BOUNDS.maxChannels)
    throw new RecordingError('there must be 1 to 64 columns after the time', { file, line: 1 })
  const columns = names.slice(1).map((name, k) => {
    const [, id = '', unitText = ''] = /^(.*)_([^_]+)$/.exec(name) ?? []
    const unit = VALUE_FACTORS[unitText]
    if (!id || !unit)
      throw new RecordingError('a column is named name_unit with the unit V, mV, kV, A, mA or kA', {
        file,
        line: 1,
        column: k + 2,
        value: name,
      })
    return { id, ...unit }
  })
  if (new Set(columns.map(({ id }) => id)).size !== columns.length)
    throw new RecordingError('two columns have the same name', { file, line: 1 })
  return { separator: separator.charCodeAt(0), timeFactor, columns, bodyAt }
}

/**
 * Reads a capture in CSV: a header `time_s,v1_V,i1_A`, then one row a sample. With `;` or tab between columns a decimal comma is taken.
 * The sampling rate comes from the whole length, because single stamps are rounded; uneven stamps are kept.
 *
 * @param linesBefore lines of the whole file between the header and these rows, for messages
 * @throws RecordingError naming line and column
 */
export function parseCsvRecording(bytes: Uint8Array, file: string, linesBefore = 0): Recording {
  const { separator, timeFactor, columns, bodyAt } = parseCsvHeader(bytes, file)
  const body = bytes.subarray(bodyAt)
  const decimalComma = separator !== 0x2c && body.subarray(0, 400).includes(0x2c)
  const scanner = new DecimalScanner(body, decimalComma ? 0x2c : 0x2e)
  scanner.line = 2 + linesBefore
  let capacity = Math.min(
    RECORDING_BOUNDS.maxSamples,
    Math.max(16, Math.ceil(body.length / (2 * (columns.length + 1)))),
  )
  // rows are at least two bytes a field; the first rows give a closer guess, and what is too large is cut below
  const sampleRow = Math.max(1, body.subarray(0, 4096).indexOf(0x0a) + 1)
  capacity = Math.min(capacity, Math.ceil((body.length / sampleRow) * 2) + 16)
  let times = new Float64Array(capacity)
  let values = columns.map(() => new Float64Array(capacity))
  let rows = 0
  while (!scanner.done) {
    if (scanner.bytes[scanner.at] === 0x0a || scanner.bytes[scanner.at] === 0x0d) {
      if (!scanner.endOfLine()) break
      continue
    }
    if (rows === capacity) {
      if (capacity >= RECORDING_BOUNDS.maxSamples)
        throw new RecordingError(
          'the recording is longer than this program reads; cut it to the minutes around the outage',
          { file, line: scanner.line },
        )
      capacity = Math.min(RECORDING_BOUNDS.maxSamples, capacity * 2)
      times = grown(times, capacity)
      values = values.map((samples) => grown(samples, capacity))
    }
    const line = scanner.line
    for (let k = 0; k <= columns.length; k++) {
      if (k > 0 && !scanner.take(separator))
        throw new RecordingError(`this row has ${k} of ${columns.length + 1} fields`, {
          file,
          line,
          column: k + 1,
          value: scanner.fieldHere(),
        })
      const value = scanner.number()
      if (Number.isNaN(value))
        throw new RecordingError('not a number', { file, line, column: k + 1, value: scanner.fieldHere() })
      if (k === 0) times[rows] = value * timeFactor
      else (values[k - 1] as Float64Array)[rows] = value * (columns[k - 1]?.factor ?? 1)
    }
    if (!scanner.endOfLine())
      throw new RecordingError('this row has more fields than the header', { file, line, value: scanner.fieldHere() })
    if (rows > 0 && !((times[rows] as number) > (times[rows - 1] as number)))
      throw new RecordingError('the time does not go forward here; rows are missing their order', {
        file,
        line,
        column: 1,
        value: String(times[rows]),
      })
    rows++
  }
  // the last piece of a long recording may be a single row
  if (rows < (linesBefore > 0 ? 1 : 2))
    throw new RecordingError('there are no samples under the header', { file, line: 2 })
  const first = times[0] as number
  const timesS = times.slice(0, rows)
  for (let k = 0; k < rows; k++) timesS[k] = (timesS[k] as number) - first
  const stepS = typicalStepS(timesS)
  return {
    form: 'csv',
    sampleRateHz: 1 / stepS,
    rates: [{ rateHz: 1 / stepS, lastRow: rows }],
    timesS: isEven(timesS, stepS) ? null : timesS,
    nominalHz: null,
    analog: columns.map(({ id, unit }, k) => ({
      id,
      unit,
      samples: (values[k] as Float64Array).slice(0, rows),
      phase: null,
      skewS: 0,
      missingRows: [],
      holes: [],
    })),
    status: [],
    ignored: [],
    missingStamps: [],
    startedAt: null,
  }
}

function grown(samples: Float64Array, capacity: number): Float64Array<ArrayBuffer> {
  const larger = new Float64Array(capacity)
  larger.set(samples)
  return larger
}

/** Whether every stamp lies where the rate puts it, to within rounding to 1 µs and 2 % of a step. */
function isEven(timesS: Float64Array, stepS: number): boolean {
  const allowedS = Math.max(1.1e-6, 0.02 * stepS)
  for (let k = 0; k < timesS.length; k++) if (Math.abs((timesS[k] as number) - k * stepS) > allowedS) return false
  return true
}
