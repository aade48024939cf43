import { RECORDING_BOUNDS, RecordingError } from '../recording'
import { longComtrade, longSingleFile } from './longComtrade'
import { longCsv } from './longCsv'
import { LONG_BOUNDS, type LongRecording } from './longRecording'
import type { PieceFile } from './pieceFile'

const extension = (name: string) => /\.([^.]+)$/.exec(name)?.[1]?.toLowerCase() ?? ''

/** Whether picked files are too large to be read as one, and are looked through piece by piece. */
export const isLong = (files: readonly { size: number }[]): boolean =>
  files.reduce((sum, { size }) => sum + size, 0) > RECORDING_BOUNDS.maxBytes

/**
 * Opens picked files that are too large to be read as one: `.csv`, `.cff`, or `.cfg` with its `.dat`.
 *
 * @throws RecordingError for a missing partner, an unknown kind, one that is larger than any recording, or anything wrong in its head
 */
export function openLong(files: readonly PieceFile[]): LongRecording {
  const [first] = files
  if (!first) throw new RecordingError('no file was given', { file: 'recording' })
  const of = (kind: string) => files.find(({ name }) => extension(name) === kind)
  const large = files.find(({ size }) => size > LONG_BOUNDS.maxBytes)
  if (large) throw new RecordingError('larger than 4 GB; cut it to the hours around the outage', { file: large.name })
  const csv = of('csv')
  if (csv) return longCsv(csv)
  const single = of('cff')
  if (single) return longSingleFile(single)
  const [configuration, data] = [of('cfg'), of('dat')]
  if (data && !configuration)
    throw new RecordingError('its .cfg file is missing; pick both files together', { file: data.name })
  if (!configuration || !data)
    throw new RecordingError('this kind of file is not read; pick .csv, .cff, or .cfg with .dat', { file: first.name })
  if (configuration.size > RECORDING_BOUNDS.maxConfigurationBytes)
    throw new RecordingError('the configuration is too large to be one', { file: configuration.name })
  return longComtrade({ name: configuration.name, bytes: configuration.read(0, configuration.size).slice() }, data)
}
