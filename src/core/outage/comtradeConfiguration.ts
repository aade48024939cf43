import { RECORDING_BOUNDS, RecordingError, type SamplingRate } from './recording'

const DATA_TYPES = ['ASCII', 'BINARY', 'BINARY32', 'FLOAT32'] as const
export type ComtradeDataType = (typeof DATA_TYPES)[number]
export type ComtradeRevision = 1991 | 1999 | 2013

export interface ComtradeAnalog {
  id: string
  phase: string | null
  unit: string
  /** Stored number x means `a·x + b`. */
  a: number
  b: number
  skewS: number
  /** Takes a secondary value to a primary one; 1 when the file holds primary values. */
  primaryFactor: number
}

export interface ComtradeConfiguration {
  revision: ComtradeRevision
  analog: ComtradeAnalog[]
  statusIds: string[]
  lineHz: number
  /** Empty when the stamps alone say the time. */
  rates: SamplingRate[]
  sampleCount: number
  /** Unit of a stamp, in s. */
  stampS: number
  startedAt: string | null
  dataType: ComtradeDataType
}

/** Walks the lines of a configuration and says where it was when something is wrong. */
class ConfigurationLines {
  #lines: string[]
  #at = 0

  constructor(
    text: string,
    private readonly file: string,
  ) {
    this.#lines = text.split(/\r\n|\n|\r/)
  }

  fail(message: string, column?: number, value?: string): never {
    throw new RecordingError(message, { file: this.file, line: this.#at, column, value })
  }

  /** Fields of the next line. */
  fields(least: number, what: string): string[] {
    const line = this.#lines[this.#at++]
    if (line === undefined) return this.fail(`the file ends before ${what}`)
    const parts = line.split(',').map((part) => part.trim())
    if (parts.length < least) this.fail(`${what} needs ${least} fields, this line has ${parts.length}`)
    return parts
  }

  /** First field of the next line, where there is one. */
  optional(): string | undefined {
    return this.#lines[this.#at++]?.split(',')[0]?.trim()
  }

  number(parts: readonly string[], column: number, what: string): number {
    const text = parts[column - 1] ?? ''
    const value = Number(text)
    if (text === '' || !Number.isFinite(value)) this.fail(`${what} is not a number`, column, text)
    return value
  }

  /** Number of channels, written such as `4A`. */
  count(parts: readonly string[], column: number, suffix: string, what: string): number {
    const match = new RegExp(`^(\\d{1,4})${suffix}$`, 'i').exec(parts[column - 1] ?? '')
    if (match) return Number(match[1])
    return this.fail(`the number of ${what} channels should read like 2${suffix}`, column, parts[column - 1])
  }
}

function revisionOf(lines: ConfigurationLines): ComtradeRevision {
  const station = lines.fields(2, 'station and recorder')
  // the first edition has no revision year at all
  const year = station[2] ?? ''
  if (year === '' || year === '1991') return 1991
  if (year === '1999') return 1999
  if (year === '2013') return 2013
  return lines.fail('only revisions 1991, 1999 and 2013 are read; save the recording in one of them', 3, year)
}

function channelCounts(lines: ConfigurationLines): { analog: number; status: number } {
  const totals = lines.fields(3, 'the channel counts')
  const analog = lines.count(totals, 2, 'A', 'analogue')
  const status = lines.count(totals, 3, 'D', 'status')
  if (lines.number(totals, 1, 'the channel count') !== analog + status)
    lines.fail('the channel total is not the sum of both kinds', 1, totals[0])
  if (analog + status > RECORDING_BOUNDS.maxChannels)
    lines.fail(`more than ${RECORDING_BOUNDS.maxChannels} channels`, 1, totals[0])
  return { analog, status }
}

/** Ratio that takes secondary values to primary ones; the first edition knows neither. */
function primaryFactorOf(lines: ConfigurationLines, parts: readonly string[], revision: ComtradeRevision): number {
  if (revision === 1991) return 1
  const scaling = (parts[12] ?? '').toUpperCase()
  if (scaling !== 'P' && scaling !== 'S')
    lines.fail('the last field says P or S: primary or secondary values', 13, parts[12])
  const primary = lines.number(parts, 11, 'the primary ratio')
  const secondary = lines.number(parts, 12, 'the secondary ratio')
  if (scaling === 'P') return 1
  if (!(primary > 0 && secondary > 0)) lines.fail('secondary values need a ratio above 0', 11, parts[10])
  return primary / secondary
}

function analogChannel(lines: ConfigurationLines, revision: ComtradeRevision, k: number): ComtradeAnalog {
  const parts = lines.fields(revision === 1991 ? 10 : 13, `analogue channel ${k + 1}`)
  const skew = parts[7] === '' ? 0 : lines.number(parts, 8, 'the skew')
  return {
    id: parts[1] || `channel ${k + 1}`,
    phase: parts[2] || null,
    unit: parts[4] ?? '',
    a: lines.number(parts, 6, 'the multiplier a'),
    b: lines.number(parts, 7, 'the offset b'),
    skewS: skew / 1e6,
    primaryFactor: primaryFactorOf(lines, parts, revision),
  }
}

const MAX_RATES = 100

/** How long a recording may be: rows, and values in all its rows. */
export interface MostRows {
  rows: number
  values: number
}
/** What is read into memory as one. */
const HELD_AS_ONE: MostRows = { rows: RECORDING_BOUNDS.maxSamples, values: RECORDING_BOUNDS.maxSamples * 4 }

function samplingRates(
  lines: ConfigurationLines,
  channels: number,
  most: MostRows,
): { rates: SamplingRate[]; sampleCount: number } {
  const head = lines.fields(1, 'the number of sampling rates')
  const count = lines.number(head, 1, 'the number of sampling rates')
  if (!Number.isInteger(count) || count < 0 || count > MAX_RATES)
    lines.fail(`the number of sampling rates is not between 0 and ${MAX_RATES}`, 1, head[0])
  const rates: SamplingRate[] = []
  for (let k = 0; k < Math.max(1, count); k++) {
    const parts = lines.fields(2, 'the sampling rate')
    const rateHz = lines.number(parts, 1, 'the sampling rate')
    const lastRow = lines.number(parts, 2, 'the number of the last sample')
    if (count > 0 && !(rateHz > 0 && rateHz <= 1e7))
      lines.fail('the sampling rate is not between 0 and 10 MHz', 1, parts[0])
    if (!Number.isInteger(lastRow) || lastRow < 1)
      lines.fail('the number of the last sample is not a whole number above 0', 2, parts[1])
    if (lastRow <= (rates.at(-1)?.lastRow ?? 0))
      lines.fail('the rates are not in the order of their samples', 2, parts[1])
    if (lastRow * channels > most.values || lastRow > most.rows)
      lines.fail(
        'the recording is longer than this program reads; cut it to the minutes around the outage',
        2,
        parts[1],
      )
    rates.push({ rateHz, lastRow })
  }
  return { rates: count === 0 ? [] : rates, sampleCount: rates.at(-1)?.lastRow ?? 0 }
}

const DATE = /^(\d{1,2})\/(\d{1,2})\/(\d{2}|\d{4})$/
const TIME = /^\d{2}:\d{2}:\d{2}(?:\.\d{1,9})?$/

/** Local time of the first sample as an ISO text; the first edition writes month/day/year, the later ones day/month/year. */
function startTime([date = '', time = '']: readonly string[], revision: ComtradeRevision): string | null {
  const match = DATE.exec(date)
  if (match === null || !TIME.test(time)) return null
  const [, first = '', second = '', year = ''] = match
  const [month, day] = revision === 1991 ? [first, second] : [second, first]
  // two-digit years: a recorder of the last century is not what is read here
  const whole = year.length === 2 ? `20${year}` : year
  if (Number(month) < 1 || Number(month) > 12 || Number(day) < 1 || Number(day) > 31) return null
  return `${whole}-${month.padStart(2, '0')}-${day.padStart(2, '0')}T${time}`
}

function dataTypeOf(lines: ConfigurationLines): ComtradeDataType {
  const word = (lines.fields(1, 'the data type')[0] ?? '').toUpperCase()
  const known = DATA_TYPES.find((type) => type === word)
  return known ?? lines.fail('the data type is not ASCII, BINARY, BINARY32 or FLOAT32', 1, word)
}

/**
 * Reads the configuration of a COMTRADE recording (IEEE C37.111-1991, -1999 and -2013), with one sampling rate, several, or none where the
 * stamps alone say the time.
 *
 * @throws RecordingError naming file, line and field
 */
export function parseComtradeConfiguration(
  text: string,
  file: string,
  most: MostRows = HELD_AS_ONE,
): ComtradeConfiguration {
  if (text.length > RECORDING_BOUNDS.maxConfigurationBytes)
    throw new RecordingError('the configuration is too large to be one', { file })
  const lines = new ConfigurationLines(text, file)
  const revision = revisionOf(lines)
  const counts = channelCounts(lines)
  const analog = Array.from({ length: counts.analog }, (_, k) => analogChannel(lines, revision, k))
  const statusIds = Array.from(
    { length: counts.status },
    (_, k) => lines.fields(3, `status channel ${k + 1}`)[1] || `status ${k + 1}`,
  )
  const lineHz = lines.number(lines.fields(1, 'the line frequency'), 1, 'the line frequency')
  const { rates, sampleCount } = samplingRates(lines, counts.analog + counts.status, most)
  const startedAt = startTime(lines.fields(1, 'the time of the first sample'), revision)
  lines.fields(1, 'the trigger time')
  const dataType = dataTypeOf(lines)
  const factor = revision === 1991 ? 1 : Number(lines.optional() || 1)
  return {
    revision,
    analog,
    statusIds,
    lineHz,
    rates,
    sampleCount,
    stampS: 1e-6 * (Number.isFinite(factor) && factor > 0 ? factor : 1),
    startedAt,
    dataType,
  }
}
