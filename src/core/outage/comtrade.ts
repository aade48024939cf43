import { decodedText } from '../exchange/decodedText'
import { parseComtradeConfiguration } from './comtradeConfiguration'
import { bridgeChannels, parseComtradeData } from './comtradeData'
import { type NamedBytes, RECORDING_BOUNDS, type Recording, RecordingError, type SamplingRate } from './recording'
import { ratesOfStamps, timesOfRates, timesOfStamps } from './rowTimes'

const latin1 = (bytes: Uint8Array) => new TextDecoder('latin1').decode(bytes)

/** The rate at a row. */
function rateAtRow(rates: readonly SamplingRate[], row: number): number {
  return (rates.find(({ lastRow }) => row < lastRow) ?? rates.at(-1))?.rateHz ?? 1
}

/**
 * Reads a COMTRADE recording from its configuration and data files (IEEE C37.111-1991, -1999 and -2013).
 *
 * @throws RecordingError saying what is wrong and where
 */
export function parseComtrade(configurationFile: NamedBytes, dataFile: NamedBytes): Recording {
  const configuration = parseComtradeConfiguration(decodedText(configurationFile.bytes), configurationFile.name)
  const { analog, status, ignored, stamps } = parseComtradeData(dataFile.bytes, configuration, dataFile.name)
  const { lineHz, sampleCount, stampS, startedAt } = configuration
  const stampTimesS = configuration.rates.length === 0 ? timesOfStamps(stamps, stampS) : null
  if (stampTimesS && !isAscending(stampTimesS))
    throw new RecordingError('there is no sampling rate, and the stamps do not go on', { file: dataFile.name })
  const rates = stampTimesS ? ratesOfStamps(stampTimesS) : configuration.rates
  bridgeChannels(analog, lineHz, (row) => rateAtRow(rates, row))
  return {
    form: 'comtrade',
    sampleRateHz: Math.max(...rates.map(({ rateHz }) => rateHz)),
    rates,
    timesS: rates.length === 1 ? null : (stampTimesS ?? timesOfRates(rates, sampleCount)),
    nominalHz: lineHz > 0 ? lineHz : null,
    analog,
    status,
    ignored,
    missingStamps: missingStamps(stamps, dataFile.name),
    startedAt,
  }
}

function isAscending(timesS: Float64Array): boolean {
  for (let row = 1; row < timesS.length; row++)
    if (!((timesS[row] as number) > (timesS[row - 1] as number))) return false
  return true
}

/** Rows whose stamp was left out; a file without any stamp at all simply has none. */
function missingStamps(stamps: Float64Array, file: string): number[] {
  const rows: number[] = []
  for (let row = 0; row < stamps.length; row++) if (Number.isNaN(stamps[row] as number)) rows.push(row)
  if (rows.length === stamps.length) return []
  if (rows.length > RECORDING_BOUNDS.maxMissing)
    throw new RecordingError(`more than ${RECORDING_BOUNDS.maxMissing} stamps are missing`, { file })
  return rows
}

/** `--- file type: DAT BINARY: 540000 ---`: the section's name, its form and its byte count. */
const SECTION = /^---\s*file type:\s*([A-Z]+)(?:\s+([A-Z0-9]+))?(?:\s*:\s*(\d+))?\s*---$/i
const LONGEST_SECTION_LINE = 120

/**
 * Reads the single-file form of 2013: sections CFG, INF, HDR and DAT behind their marker lines.
 *
 * @throws RecordingError saying what is wrong and where
 */
export function parseComtradeSingleFile({ name, bytes }: NamedBytes): Recording {
  let configuration: Uint8Array | null = null
  let at = 0
  let open: { kind: string; from: number } | null = null
  while (at < bytes.length) {
    let end = bytes.indexOf(0x0a, at)
    if (end < 0) end = bytes.length
    const isMarker =
      bytes[at] === 0x2d && bytes[at + 1] === 0x2d && bytes[at + 2] === 0x2d && end - at <= LONGEST_SECTION_LINE
    const match = isMarker ? SECTION.exec(latin1(bytes.subarray(at, end)).trim()) : null
    if (match) {
      if (open?.kind === 'CFG') configuration = bytes.subarray(open.from, at)
      const kind = (match[1] ?? '').toUpperCase()
      open = { kind, from: end + 1 }
      if (kind === 'DAT') {
        if (!configuration) throw new RecordingError('the data section comes before the configuration', { file: name })
        const declared = match[3] === undefined ? null : Number(match[3])
        const data = bytes.subarray(end + 1)
        if (declared !== null && data.length < declared)
          throw new RecordingError(
            `the data section holds ${data.length} of ${declared} bytes; copy the whole file again`,
            { file: name },
          )
        return parseComtrade(
          { name: `${name} (CFG)`, bytes: configuration },
          { name: `${name} (DAT)`, bytes: declared === null ? data : data.subarray(0, declared) },
        )
      }
    }
    at = end + 1
  }
  throw new RecordingError(
    'no data section; a single-file recording has the lines “--- file type: CFG ---” and “--- file type: DAT … ---”',
    { file: name },
  )
}
