import { RecordingError } from '../recording'
import type { PieceFile } from './pieceFile'
import { LONG_BOUNDS } from './longRecording'

const LINE_END = 0x0a

/** Whole lines on end, and where in the file they lie. */
export interface TextPiece {
  from: number
  to: number
  bytes: Uint8Array
}

/**
 * A text file in pieces that end with a line.
 *
 * @throws RecordingError for a line that is longer than a piece: it is no row
 */
export function* textPieces(file: PieceFile, from: number): Generator<TextPiece> {
  for (let at = from; at < file.size;) {
    const read = file.read(at, Math.min(file.size, at + LONG_BOUNDS.pieceBytes))
    const isLast = at + read.length >= file.size
    const length = isLast ? read.length : read.lastIndexOf(LINE_END) + 1
    if (length === 0) throw new RecordingError('a line is too long to be a row', { file: file.name })
    yield { from: at, to: at + length, bytes: read.subarray(0, length) }
    at += length
  }
}

/** Place behind so many lines of some bytes; blank ones count as none. */
export function behindLines(bytes: Uint8Array, lines: number): number {
  let at = 0
  for (let left = lines; left > 0;) {
    const end = bytes.indexOf(LINE_END, at)
    if (end < 0) return bytes.length
    if (!isBlank(bytes, at, end)) left--
    at = end + 1
  }
  return at
}

/** How many lines of some bytes are not blank; the last may lack its end. */
export function linesIn(bytes: Uint8Array): number {
  let count = 0
  for (let at = 0; at < bytes.length;) {
    const found = bytes.indexOf(LINE_END, at)
    const end = found < 0 ? bytes.length : found
    if (!isBlank(bytes, at, end)) count++
    at = end + 1
  }
  return count
}

const isBlank = (bytes: Uint8Array, from: number, to: number) =>
  to === from || (to === from + 1 && bytes[from] === 0x0d)

/** Which rows begin where, so that any of them is found again by looking through one piece. */
export class RowPlaces {
  #pieces: { firstRow: number; from: number; to: number }[] = []

  constructor(private readonly file: PieceFile) {}

  note(firstRow: number, { from, to }: TextPiece): void {
    const isKnown = from < (this.#pieces.at(-1)?.to ?? 0)
    if (isKnown) return
    this.#pieces.push({ firstRow, from, to })
  }

  /** Where a row begins; the end of what was read for one behind it. */
  placeOf(row: number): number {
    const piece = this.#pieces.findLast(({ firstRow }) => firstRow <= row)
    if (!piece) return this.#pieces[0]?.from ?? 0
    return piece.from + behindLines(this.file.read(piece.from, piece.to), row - piece.firstRow)
  }
}
