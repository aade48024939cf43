import { decodedText } from '../../exchange/decodedText'
import { type ComtradeConfiguration, parseComtradeConfiguration } from '../comtradeConfiguration'
import { rowBytesOf } from '../comtradeBinary'
import { bridgeChannels, parseComtradeData } from '../comtradeData'
import { localTimeLater } from '../localTimeLater'
import { type NamedBytes, RecordingError, type RowRange } from '../recording'
import { singleFileSections, tooShort } from '../singleFileSections'
import { LONG_BOUNDS, type LongRecording, type RowBlock, partName } from './longRecording'
import { type PieceFile, stretchOf } from './pieceFile'
import { ClockAsRead, clockOfRates, timeOfRowS } from './rowClock'
import { RowPlaces, linesIn, textPieces } from './textRows'
import { type StampedBlock, blocksByRate, blocksByStamp } from './timedBlocks'

/** Row numbers have 32 bits. */
const MOST_ROWS = { rows: 0xffffffff, values: Infinity }
/** Sections in front of the data of a single file are looked for in its beginning. */
const HEAD_BYTES = 1024 * 1024

const latin1 = (bytes: Uint8Array) => new TextDecoder('latin1').decode(bytes)
const bytesOfLatin1 = (text: string) => Uint8Array.from(text, (letter) => letter.charCodeAt(0))

/** The line of the first sample's time, later by some seconds; the first edition writes the month first. */
function laterStamp(line: string, { revision, startedAt }: ComtradeConfiguration, seconds: number): string {
  const later = localTimeLater(startedAt, seconds)
  if (later === null) return line
  const [date = '', time = ''] = later.split('T')
  const [year = '', month = '', day = ''] = date.split('-')
  return revision === 1991 ? `${month}/${day}/${year.slice(2)},${time}` : `${day}/${month}/${year},${time}`
}

/** The lines of the rates that some rows have, each with the last row of it among them. */
function partRates(lines: readonly string[], { rates }: ComtradeConfiguration, { from, to }: RowRange): string[] {
  const written = (line: string | undefined) => (line ?? '').split(',')[0] ?? ''
  if (rates.length === 0) return ['0', `${written(lines[0])},${to - from}`]
  const own = rates.flatMap(({ lastRow }, k) => {
    const beginsAt = rates[k - 1]?.lastRow ?? 0
    return lastRow > from && beginsAt < to ? [`${written(lines[k])},${Math.min(lastRow, to) - from}`] : []
  })
  return [String(own.length), ...own]
}

/** The configuration of some rows: that of the whole, with their rates, their count, and the time of the first of them. */
function partConfiguration(bytes: Uint8Array, configuration: ComtradeConfiguration, rows: RowRange, laterS: number) {
  const { analog, statusIds, rates } = configuration
  const lines = latin1(bytes).split(/\r\n|\n|\r/)
  // station, counts, a line a channel and the line frequency come before the number of rates
  const countLine = 3 + analog.length + statusIds.length
  const rateLines = Math.max(1, rates.length)
  const after = countLine + 1 + rateLines
  const own = partRates(lines.slice(countLine + 1, after), configuration, rows)
  const stamp = laterStamp(lines[after] ?? '', configuration, laterS)
  return bytesOfLatin1([...lines.slice(0, countLine), ...own, stamp, ...lines.slice(after + 1)].join('\r\n'))
}

/** Rows of a binary form: each has the same bytes. */
function* binaryBlocks(
  file: PieceFile,
  configuration: ComtradeConfiguration,
  rowBytes: number,
): Generator<StampedBlock> {
  const { sampleCount } = configuration
  const atATime = Math.max(1, Math.floor(LONG_BOUNDS.pieceBytes / rowBytes))
  for (let firstRow = 0; firstRow < sampleCount; firstRow += atATime) {
    const rows = Math.min(atATime, sampleCount - firstRow)
    const doneBytes = (firstRow + rows) * rowBytes
    const bytes = file.read(firstRow * rowBytes, doneBytes)
    const { analog, stamps } = parseComtradeData(bytes, { ...configuration, sampleCount: rows }, file.name, firstRow)
    yield { firstRow, rows, analog, stamps, doneBytes }
  }
}

/** Rows of the text form. @throws RecordingError where the file ends before the last of them */
function* textBlocks(
  file: PieceFile,
  configuration: ComtradeConfiguration,
  places: RowPlaces,
): Generator<StampedBlock> {
  const { sampleCount } = configuration
  let firstRow = 0
  for (const piece of textPieces(file, 0)) {
    const rows = Math.min(sampleCount - firstRow, linesIn(piece.bytes))
    if (rows <= 0) break
    const part = { ...configuration, sampleCount: rows }
    const { analog, stamps } = parseComtradeData(piece.bytes, part, file.name, firstRow)
    places.note(firstRow, piece)
    yield { firstRow, rows, analog, stamps, doneBytes: piece.to }
    firstRow += rows
  }
  if (firstRow < sampleCount) endsEarly(file.name, firstRow, sampleCount)
}

function endsEarly(file: string, rows: number, sampleCount: number): never {
  throw new RecordingError(
    `the data ends after ${rows} of ${sampleCount} samples; copy the whole file from the recorder again`,
    { file },
  )
}

/** About how long a row of the text form is, from the first of them. */
function textRowBytes(file: PieceFile): number {
  const beginning = file.read(0, Math.min(file.size, 64 * 1024))
  return Math.max(1, beginning.length / Math.max(1, linesIn(beginning)))
}

/**
 * A COMTRADE recording that is read piece by piece, in any of its four forms: with one sampling rate, several, or none where the stamps alone
 * say the time.
 *
 * @throws RecordingError for a configuration that is none, or data that ends early
 */
export function longComtrade(configurationFile: NamedBytes, data: PieceFile): LongRecording {
  const configuration = parseComtradeConfiguration(
    decodedText(configurationFile.bytes),
    configurationFile.name,
    MOST_ROWS,
  )
  const { rates, sampleCount, lineHz, startedAt, stampS } = configuration
  const rowBytes = rowBytesOf(configuration)
  if (rowBytes !== null && data.size < rowBytes * sampleCount)
    endsEarly(data.name, Math.floor(data.size / rowBytes), sampleCount)
  const places = new RowPlaces(data)
  const clock = clockOfRates(rates)
  const timed = (): Generator<RowBlock> => {
    const blocks =
      rowBytes === null ? textBlocks(data, configuration, places) : binaryBlocks(data, configuration, rowBytes)
    return rates.length > 0 ? blocksByRate(blocks, clock) : blocksByStamp(blocks, stampS, data.name)
  }
  let read = new ClockAsRead()
  const bridged = function* (): Generator<RowBlock> {
    read = new ClockAsRead()
    for (const block of timed()) {
      read.note(block)
      bridgeChannels(block.analog, lineHz, () => block.rateHz)
      yield block
    }
  }
  return {
    name: data.name,
    bytes: data.size,
    nominalHz: lineHz > 0 ? lineHz : null,
    startedAt,
    sampleRateHz: rates.length > 0 ? Math.max(...rates.map(({ rateHz }) => rateHz)) : rateOfFirst(timed()),
    rowBytes: rowBytes ?? textRowBytes(data),
    blocks: bridged,
    part: (rows) => {
      const [from, to] =
        rowBytes === null
          ? [places.placeOf(rows.from), places.placeOf(rows.to)]
          : [rows.from * rowBytes, rows.to * rowBytes]
      const laterS = timeOfRowS(rates.length > 0 ? clock : read.clock, rows.from)
      const own = partConfiguration(configurationFile.bytes, configuration, rows, laterS)
      return partFiles(data.name, laterS, own, data.read(from, to))
    },
  }
}

function partFiles(name: string, laterS: number, configuration: Uint8Array, rows: Uint8Array): NamedBytes[] {
  return [
    { name: partName(name, laterS, 'cfg'), bytes: configuration },
    // a copy: the file's own buffer is read into again
    { name: partName(name, laterS, 'dat'), bytes: rows.slice() },
  ]
}

/** The rate of the first block, where nothing but its stamps says it. */
function rateOfFirst(blocks: Generator<RowBlock>): number {
  const [first] = blocks
  return first?.rateHz ?? NaN
}

/** The single-file form. @throws RecordingError as for two files */
export function longSingleFile(file: PieceFile): LongRecording {
  const beginning = file.read(0, Math.min(file.size, HEAD_BYTES))
  const { configuration, dataAt, declaredBytes } = singleFileSections(beginning, file.name)
  const held = file.size - dataAt
  if (declaredBytes !== null && held < declaredBytes) tooShort(file.name, held, declaredBytes)
  return longComtrade(
    { name: `${file.name} (CFG)`, bytes: configuration.slice() },
    stretchOf(file, dataAt, declaredBytes === null ? file.size : dataAt + declaredBytes),
  )
}
