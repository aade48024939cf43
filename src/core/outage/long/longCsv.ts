import { type CsvHeader, parseCsvHeader, parseCsvRecording } from '../csvRecording'
import { RecordingError } from '../recording'
import { type LongRecording, type RowBlock, partName } from './longRecording'
import type { PieceFile } from './pieceFile'
import { RowPlaces, type TextPiece, linesIn, textPieces } from './textRows'
import { blocksByTimes } from './timedBlocks'

/** The header is looked for here. */
const HEAD_BYTES = 64 * 1024

function joined(head: Uint8Array, body: Uint8Array): Uint8Array {
  const whole = new Uint8Array(head.length + body.length)
  whole.set(head)
  whole.set(body, head.length)
  return whole
}

/** The time a piece begins with, in s: its first field, in the header's unit. */
function firstStampS(piece: TextPiece, { separator, timeFactor }: CsvHeader): number {
  const line = new TextDecoder().decode(piece.bytes.subarray(0, 200)).trimStart()
  const field = line.split(/[\r\n]/)[0]?.split(String.fromCharCode(separator))[0] ?? ''
  return Number(field.replace(',', '.')) * timeFactor
}

/**
 * A capture in CSV that is read piece by piece, at the rates that its stamps show.
 *
 * @throws RecordingError for a header or a first row that is none
 */
export function longCsv(file: PieceFile): LongRecording {
  const beginning = file.read(0, Math.min(file.size, HEAD_BYTES))
  const header = parseCsvHeader(beginning, file.name)
  const head = beginning.slice(0, header.bodyAt)
  const places = new RowPlaces(file)
  const [firstPiece] = textPieces(file, header.bodyAt)
  if (!firstPiece) throw new RecordingError('there are no samples under the header', { file: file.name, line: 2 })
  const first = parseCsvRecording(joined(head, firstPiece.bytes), file.name)
  const beganS = firstStampS(firstPiece, header)

  function* blocks(): Generator<RowBlock> {
    let firstRow = 0
    let lastStampS = -Infinity
    let rateHz = first.sampleRateHz
    for (const piece of textPieces(file, header.bodyAt)) {
      if (linesIn(piece.bytes) === 0) continue
      const stampS = firstStampS(piece, header)
      if (!(stampS > lastStampS))
        throw new RecordingError('the time does not go forward here; rows are missing their order', {
          file: file.name,
          line: firstRow + 2,
          column: 1,
        })
      const { analog, timesS, sampleRateHz } = parseCsvRecording(joined(head, piece.bytes), file.name, firstRow)
      const rows = analog[0]?.samples.length ?? 0
      // one row by itself has no rate of its own
      if (rows > 1) rateHz = sampleRateHz
      lastStampS = stampS + (timesS?.at(-1) ?? (rows - 1) / rateHz)
      places.note(firstRow, piece)
      const block = { firstRow, rows, analog, doneBytes: piece.to }
      const startS = stampS - beganS
      if (timesS === null) yield { ...block, startS, rateHz }
      else yield* blocksByTimes(block, startS, timesS, rateHz)
      firstRow += rows
    }
  }

  return {
    name: file.name,
    bytes: file.size,
    nominalHz: null,
    startedAt: null,
    sampleRateHz: first.sampleRateHz,
    rowBytes: firstPiece.bytes.length / (first.analog[0]?.samples.length ?? 1),
    blocks,
    part: ({ from, to }) => {
      const at = places.placeOf(from)
      const body = file.read(at, places.placeOf(to))
      const stampS = firstStampS({ from: at, to: at, bytes: body }, header)
      return [{ name: partName(file.name, stampS - beganS, 'csv'), bytes: joined(head, body) }]
    },
  }
}
