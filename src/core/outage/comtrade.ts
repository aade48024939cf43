import { decodedText } from '../exchange/decodedText'
import { parseComtradeConfiguration } from './comtradeConfiguration'
import { bridgeChannels, parseComtradeData } from './comtradeData'
import { type NamedBytes, RECORDING_BOUNDS, type Recording, RecordingError, type SamplingRate } from './recording'
import { singleFileSections, tooShort } from './singleFileSections'
import { isAscending, ratesOfStamps, timesOfRates, timesOfStamps } from './rowTimes'

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

/** Rows whose stamp was left out; a file without any stamp at all simply has none. */
function missingStamps(stamps: Float64Array, file: string): number[] {
  const rows: number[] = []
  for (let row = 0; row < stamps.length; row++) if (Number.isNaN(stamps[row] as number)) rows.push(row)
  if (rows.length === stamps.length) return []
  if (rows.length > RECORDING_BOUNDS.maxMissing)
    throw new RecordingError(`more than ${RECORDING_BOUNDS.maxMissing} stamps are missing`, { file })
  return rows
}

/**
 * Reads the single-file form of 2013.
 *
 * @throws RecordingError saying what is wrong and where
 */
export function parseComtradeSingleFile({ name, bytes }: NamedBytes): Recording {
  const { configuration, dataAt, declaredBytes } = singleFileSections(bytes, name)
  const data = bytes.subarray(dataAt)
  if (declaredBytes !== null && data.length < declaredBytes) tooShort(name, data.length, declaredBytes)
  return parseComtrade(
    { name: `${name} (CFG)`, bytes: configuration },
    { name: `${name} (DAT)`, bytes: declaredBytes === null ? data : data.subarray(0, declaredBytes) },
  )
}
