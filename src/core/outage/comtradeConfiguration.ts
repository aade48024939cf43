import { RECORDING_BOUNDS, RecordingError } from './recording'

export type ComtradeDataType = 'ASCII' | 'BINARY' | 'BINARY32' | 'FLOAT32'

export interface ComtradeAnalog {
  id: string
  unit: string
  /** Stored number x means `a·x + b`. */
  a: number
  b: number
  /** Takes a secondary value to a primary one; 1 when the file holds primary values. */
  primaryFactor: number
}

export interface ComtradeConfiguration {
  revision: 1999 | 2013
  analog: ComtradeAnalog[]
  statusIds: string[]
  lineHz: number
  sampleRateHz: number
  sampleCount: number
  startedAt: string
  dataType: ComtradeDataType
}

/**
 * Reads the configuration of a COMTRADE recording (IEEE C37.111-1999 and -2013) with one sampling rate.
 *
 * @throws RecordingError naming file, line and field
 */
export function parseComtradeConfiguration(text: string, file: string): ComtradeConfiguration {
  if (text.length > RECORDING_BOUNDS.maxConfigurationBytes)
    throw new RecordingError('the configuration is too large to be one', { file })
  const lines = text.split(/\r\n|\n|\r/)
  let at = 0
  const fail = (message: string, column?: number, value?: string): never => {
    throw new RecordingError(message, { file, line: at, column, value })
  }
  const fields = (least: number, what: string): string[] => {
    const line = lines[at++]
    if (line === undefined) return fail(`the file ends before ${what}`)
    const parts = line.split(',').map((part) => part.trim())
    if (parts.length < least) fail(`${what} needs ${least} fields, this line has ${parts.length}`)
    return parts
  }
  const number = (parts: string[], column: number, what: string): number => {
    const text = parts[column - 1] ?? ''
    const value = Number(text)
    if (text === '' || !Number.isFinite(value)) fail(`${what} is not a number`, column, text)
    return value
  }
  const count = (parts: string[], column: number, suffix: string, what: string): number => {
    const match = new RegExp(`^(\\d{1,4})${suffix}$`, 'i').exec(parts[column - 1] ?? '')
    return match
      ? Number(match[1])
      : fail(`the number of ${what} channels should read like 2${suffix}`, column, parts[column - 1])
  }

  const station = fields(2, 'station and recorder')
  const revisionText = station[2] ?? ''
  if (revisionText !== '1999' && revisionText !== '2013')
    fail('only revisions 1999 and 2013 are read; save the recording in one of them', 3, revisionText)
  const totals = fields(3, 'the channel counts')
  const analogCount = count(totals, 2, 'A', 'analogue')
  const statusCount = count(totals, 3, 'D', 'status')
  if (number(totals, 1, 'the channel count') !== analogCount + statusCount)
    fail('the channel total is not the sum of both kinds', 1, totals[0])
  if (analogCount + statusCount > RECORDING_BOUNDS.maxChannels)
    fail(`more than ${RECORDING_BOUNDS.maxChannels} channels`, 1, totals[0])

  const analog: ComtradeAnalog[] = []
  for (let k = 0; k < analogCount; k++) {
    const parts = fields(13, `analogue channel ${k + 1}`)
    const scaling = (parts[12] ?? '').toUpperCase()
    if (scaling !== 'P' && scaling !== 'S')
      fail('the last field says P or S: primary or secondary values', 13, parts[12])
    const primary = number(parts, 11, 'the primary ratio')
    const secondary = number(parts, 12, 'the secondary ratio')
    if (scaling === 'S' && !(primary > 0 && secondary > 0)) fail('secondary values need a ratio above 0', 11, parts[10])
    analog.push({
      id: parts[1] || `channel ${k + 1}`,
      unit: parts[4] ?? '',
      a: number(parts, 6, 'the multiplier a'),
      b: number(parts, 7, 'the offset b'),
      primaryFactor: scaling === 'S' ? primary / secondary : 1,
    })
  }
  const statusIds: string[] = []
  for (let k = 0; k < statusCount; k++) statusIds.push(fields(3, `status channel ${k + 1}`)[1] || `status ${k + 1}`)
  const lineHz = number(fields(1, 'the line frequency'), 1, 'the line frequency')
  const rates = number(fields(1, 'the number of sampling rates'), 1, 'the number of sampling rates')
  if (rates !== 1)
    fail('only recordings with one sampling rate are read; export this one at a fixed rate', 1, String(rates))
  const rate = fields(2, 'the sampling rate')
  const sampleRateHz = number(rate, 1, 'the sampling rate')
  if (!(sampleRateHz > 0 && sampleRateHz <= 1e7)) fail('the sampling rate is not between 0 and 10 MHz', 1, rate[0])
  const sampleCount = number(rate, 2, 'the number of the last sample')
  if (!Number.isInteger(sampleCount) || sampleCount < 1)
    fail('the number of the last sample is not a whole number above 0', 2, rate[1])
  if (
    sampleCount * (analogCount + statusCount) > RECORDING_BOUNDS.maxSamples * 4 ||
    sampleCount > RECORDING_BOUNDS.maxSamples
  )
    fail('the recording is longer than this program reads; cut it to the minutes around the outage', 2, rate[1])
  const startedAt = fields(1, 'the time of the first sample').join(' ')
  fields(1, 'the trigger time')
  const dataType = (fields(1, 'the data type')[0] ?? '').toUpperCase()
  if (dataType !== 'ASCII' && dataType !== 'BINARY' && dataType !== 'BINARY32' && dataType !== 'FLOAT32')
    return fail('the data type is not ASCII, BINARY, BINARY32 or FLOAT32', 1, dataType)
  return {
    revision: revisionText === '1999' ? 1999 : 2013,
    analog,
    statusIds,
    lineHz,
    sampleRateHz,
    sampleCount,
    startedAt,
    dataType,
  }
}
