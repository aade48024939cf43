import type { AnalogChannel, NamedBytes, RowRange } from '../recording'

/** Bounds of a recording that is looked through piece by piece. */
export const LONG_BOUNDS = {
  maxBytes: 4 * 1024 * 1024 * 1024,
  /** What is read and looked at as one: so much stays near the processor while one column is read after the other. */
  pieceBytes: 1024 * 1024,
  /** A part that is cut out is kept whole as evidence, and so is no larger than what the server takes. */
  partBytes: 22 * 1024 * 1024,
  maxParts: 100,
} as const

/** Rows on end, with their values in primary volts and amperes. */
export interface RowBlock {
  firstRow: number
  rows: number
  analog: AnalogChannel[]
  /** When the first of them was taken, in s from the recording's first. */
  startS: number
  /** All of them were taken at this rate. */
  rateHz: number
  /** Of all the bytes, how many are behind these rows. */
  doneBytes: number
}

/** A recording that is larger than the memory it may take, in a form that is read from any of its rows on. */
export interface LongRecording {
  name: string
  bytes: number
  /** Line frequency the file declares; `null` when it declares none. */
  nominalHz: number | null
  startedAt: string | null
  /** The highest rate that is known before the rows are read. */
  sampleRateHz: number
  /** About how many bytes a row takes. */
  rowBytes: number
  /**
   * All rows, block by block.
   *
   * @throws RecordingError where a row is wrong or rows are missing, naming the place in the whole
   */
  blocks: () => Generator<RowBlock>
  /** Some rows as a recording of its own, in the form of the whole; they lie within the blocks that were read. */
  part: (rows: RowRange) => NamedBytes[]
}

/** Name of a part's file: that of the whole, with where the part begins. `recorder.dat`, 3125 s → `recorder-52m05s.dat` */
export function partName(name: string, fromS: number, extension: string): string {
  const whole = Math.floor(fromS)
  const minutes = String(Math.floor(whole / 60)).padStart(2, '0')
  return `${name.replace(/\.[^.]*$/, '')}-${minutes}m${String(whole % 60).padStart(2, '0')}s.${extension}`
}
