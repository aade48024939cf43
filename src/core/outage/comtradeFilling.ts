import type { ComtradeConfiguration } from './comtradeConfiguration'
import { type AnalogChannel, RECORDING_BOUNDS, RecordingError, type StatusChannel } from './recording'

const UNIT_FACTORS: Readonly<Record<string, { unit: 'V' | 'A'; factor: number }>> = {
  V: { unit: 'V', factor: 1 },
  kV: { unit: 'V', factor: 1000 },
  mV: { unit: 'V', factor: 0.001 },
  A: { unit: 'A', factor: 1 },
  kA: { unit: 'A', factor: 1000 },
  mA: { unit: 'A', factor: 0.001 },
}

/** A channel that is filled row by row, with the scale that takes stored numbers to primary V or A. */
export interface Filling {
  channel: AnalogChannel
  a: number
  b: number
}

/** What a parser fills: channels in other units are `null`, since their bytes still stand in every row. */
export interface Target {
  status: StatusChannel[]
  /** A stamp a row, in the file's unit; NaN where it was left out. */
  stamps: Float64Array
  fillings: (Filling | null)[]
}

/** Empty channels for the rows of a configuration. */
export function target({ analog, statusIds, sampleCount }: ComtradeConfiguration): Target {
  return {
    fillings: analog.map(({ id, phase, skewS, unit, a, b, primaryFactor }) => {
      const known = UNIT_FACTORS[unit]
      if (!known) return null
      const factor = known.factor * primaryFactor
      const samples = new Float64Array(sampleCount)
      const channel = { id, unit: known.unit, samples, phase, skewS, missingRows: [], holes: [] }
      return { channel, a: a * factor, b: b * factor }
    }),
    status: statusIds.map((id): StatusChannel => ({ id, samples: new Uint8Array(sampleCount) })),
    stamps: new Float64Array(sampleCount),
  }
}

/** Notes a row without a value. @throws RecordingError where there are more of them than a recording has */
export function noteMissing({ channel }: Filling, row: number, file: string): void {
  if (channel.missingRows.length >= RECORDING_BOUNDS.maxMissing)
    throw new RecordingError(`more than ${RECORDING_BOUNDS.maxMissing} samples of ${channel.id} are missing`, { file })
  channel.missingRows.push(row)
}
