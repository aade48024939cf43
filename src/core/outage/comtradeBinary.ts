import type { ComtradeConfiguration } from './comtradeConfiguration'
import { type Filling, type Target, noteMissing, target } from './comtradeFilling'
import { RecordingError } from './recording'

const MISSING_STAMP = 0xffffffff
/** How each form stores a number, and what stands for none. */
const STORED = {
  BINARY: {
    width: 2,
    missing: -0x8000,
    columns: Int16Array,
    read: (view: DataView, at: number) => view.getInt16(at, true),
  },
  BINARY32: {
    width: 4,
    missing: -0x80000000,
    columns: Int32Array,
    read: (view: DataView, at: number) => view.getInt32(at, true),
  },
  FLOAT32: {
    width: 4,
    missing: null,
    columns: Float32Array,
    read: (view: DataView, at: number) => view.getFloat32(at, true),
  },
} as const
type BinaryForm = keyof typeof STORED

/** Bytes of a row: number, stamp, analogue values, and status channels in words of sixteen; `null` for rows in text. */
export function rowBytesOf({ dataType, analog, statusIds }: ComtradeConfiguration): number | null {
  if (dataType === 'ASCII') return null
  return 8 + analog.length * STORED[dataType].width + Math.ceil(statusIds.length / 16) * 2
}

/** Reads the rows of the three binary forms. @throws RecordingError where rows are missing or not numbers */
export function parseBinary(
  bytes: Uint8Array,
  configuration: ComtradeConfiguration,
  file: string,
  rowsBefore: number,
): Target {
  const { dataType, sampleCount, analog } = configuration
  const { width } = STORED[dataType as BinaryForm]
  const rowBytes = rowBytesOf(configuration) as number
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
  const fill = columnFiller(bytes, dataType as BinaryForm, { file, rowsBefore })
  // some rows at a time, column by column: each column is one tight loop, and the rows stay in the cache from one to the next
  for (let from = 0; from < sampleCount; from += ROWS_AT_A_TIME) {
    const rows: Rows = { view, from, to: Math.min(sampleCount, from + ROWS_AT_A_TIME), rowBytes }
    stampsOf(rows, filled.stamps)
    filled.fillings.forEach((filling, k) => filling && fill(rows, filling, 8 + k * width))
    filled.status.forEach(({ samples }, k) => statusRows(rows, samples, statusAt + 2 * (k >> 4), k & 15))
  }
  return filled
}

const ROWS_AT_A_TIME = 4096

/** Where rows come from, for messages. */
interface Whence {
  file: string
  rowsBefore: number
}

/** Rows of a binary file that are read on end. */
interface Rows {
  view: DataView
  from: number
  to: number
  rowBytes: number
}

function stampsOf({ view, from, to, rowBytes }: Rows, stamps: Float64Array): void {
  for (let row = from, at = from * rowBytes + 4; row < to; row++, at += rowBytes) {
    const stamp = view.getUint32(at, true)
    stamps[row] = stamp === MISSING_STAMP ? NaN : stamp
  }
}

function statusRows({ view, from, to, rowBytes }: Rows, samples: Uint8Array, place: number, bit: number): void {
  for (let row = from, at = from * rowBytes + place; row < to; row++, at += rowBytes)
    samples[row] = (view.getUint16(at, true) >> bit) & 1
}

/** Fills a channel with its column of some rows. */
type FillColumn = (rows: Rows, filling: Filling, place: number) => void

/**
 * A column as numbers that lie every so many: several times as fast as reading each out of its bytes. That needs rows of a whole number of them,
 * and so an even number of status words in the wide forms; other rows are read byte by byte. Typed arrays count from the low byte up, as the
 * format does, on every machine that a browser runs on.
 */
function columnFiller(bytes: Uint8Array, form: BinaryForm, { file, rowsBefore }: Whence): FillColumn {
  const { width, missing, columns: Columns, read } = STORED[form]
  const aligned = bytes.byteOffset % width === 0 ? bytes : bytes.slice()
  const columns = new Columns(aligned.buffer as ArrayBuffer, aligned.byteOffset, Math.floor(aligned.byteLength / width))
  return (rows, filling, place) => {
    const isStrided = rows.rowBytes % width === 0
    const wrong = isStrided
      ? fillStrided(columns, rows, filling, { place: place / width, stride: rows.rowBytes / width, missing, file })
      : fillByBytes(rows, filling, { place, missing, read, file })
    if (wrong !== null)
      throw new RecordingError(`sample ${rowsBefore + wrong + 1} of ${filling.channel.id} is not a finite number`, {
        file,
      })
  }
}

interface Strides {
  place: number
  stride: number
  missing: number | null
  file: string
}

/** @returns the first row that is no finite number, or `null` */
function fillStrided(
  columns: Int16Array | Int32Array | Float32Array,
  { from, to }: Rows,
  filling: Filling,
  { place, stride, missing, file }: Strides,
): number | null {
  const { a, b } = filling
  // both begin at 0: the compiler makes such a loop more than twice as fast
  const stored = columns.subarray(from * stride + place)
  const samples = filling.channel.samples.subarray(from, to)
  const rows = samples.length
  // what is seldom is looked for only where it was met: a branch for each value would double the time
  let least = 0
  let sum = 0
  for (let row = 0, at = 0; row < rows; row++, at += stride) {
    const one = stored[at] as number
    const value = a * one + b
    if (one < least) least = one
    samples[row] = value
    sum += value
  }
  // what stands for none is the least number of its form
  if (least === missing)
    for (let row = 0, at = 0; row < rows; row++, at += stride)
      if (stored[at] === missing) {
        samples[row] = 0
        noteMissing(filling, from + row, file)
      }
  const wrong = Number.isFinite(sum) ? -1 : samples.findIndex((value) => !Number.isFinite(value))
  return wrong < 0 ? null : from + wrong
}

interface Bytes {
  place: number
  missing: number | null
  read: (view: DataView, at: number) => number
  file: string
}

function fillByBytes(
  { view, from, to, rowBytes }: Rows,
  filling: Filling,
  { place, missing, read, file }: Bytes,
): number | null {
  const { a, b } = filling
  const { samples } = filling.channel
  for (let row = from, at = from * rowBytes + place; row < to; row++, at += rowBytes) {
    const stored = read(view, at)
    if (stored === missing) noteMissing(filling, row, file)
    else samples[row] = a * stored + b
    if (!Number.isFinite(samples[row])) return row
  }
  return null
}
