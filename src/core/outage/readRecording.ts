import { parseComtrade, parseComtradeSingleFile } from './comtrade'
import { parseCsvRecording } from './csvRecording'
import { type NamedBytes, RECORDING_BOUNDS, type Recording, RecordingError } from './recording'

const extension = (name: string) => /\.([^.]+)$/.exec(name)?.[1]?.toLowerCase() ?? ''

/**
 * Holds picked files against what is read as one, before any of them is read.
 *
 * @throws RecordingError where they are too large together, or one is empty
 */
export function demandReadableSize(files: readonly { name: string; size: number }[]): void {
  const [first] = files
  if (!first) throw new RecordingError('no file was given', { file: 'recording' })
  const total = files.reduce((sum, { size }) => sum + size, 0)
  if (total > RECORDING_BOUNDS.maxBytes)
    throw new RecordingError(
      `larger than ${RECORDING_BOUNDS.maxBytes / 1024 / 1024} MB; cut it to the minutes around the outage`,
      { file: first.name },
    )
  const empty = files.find(({ size }) => size === 0)
  if (empty) throw new RecordingError('the file is empty', { file: empty.name })
}

/**
 * Reads the file or files a person picked as one recording: `.csv`, `.cff`, or `.cfg` with its `.dat`.
 *
 * @throws RecordingError for a missing partner, an unknown kind, or anything wrong inside
 */
export function readRecording(files: readonly NamedBytes[]): Recording {
  demandReadableSize(files.map(({ name, bytes }) => ({ name, size: bytes.length })))
  const csv = files.find(({ name }) => extension(name) === 'csv')
  if (csv) return parseCsvRecording(csv.bytes, csv.name)
  const single = files.find(({ name }) => extension(name) === 'cff')
  if (single) return parseComtradeSingleFile(single)
  const configuration = files.find(({ name }) => extension(name) === 'cfg')
  const data = files.find(({ name }) => extension(name) === 'dat')
  if (configuration && data) return parseComtrade(configuration, data)
  if (configuration)
    throw new RecordingError('its .dat file is missing; pick both files together', { file: configuration.name })
  if (data) throw new RecordingError('its .cfg file is missing; pick both files together', { file: data.name })
  throw new RecordingError('this kind of file is not read; pick .csv, .cff, or .cfg with .dat', {
    file: files[0]?.name ?? 'recording',
  })
}
