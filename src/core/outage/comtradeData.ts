import type { ComtradeConfiguration } from './comtradeConfiguration'
import { DecimalScanner } from './decimalScanner'
import { type AnalogChannel, RecordingError, type StatusChannel } from './recording'

const UNIT_FACTORS: Readonly<Record<string, { unit: 'V' | 'A'; factor: number }>> = {
  V: { unit: 'V', factor: 1 },
  kV: { unit: 'V', factor: 1000 },
  mV: { unit: 'V', factor: 0.001 },
  A: { unit: 'A', factor: 1 },
  kA: { unit: 'A', factor: 1000 },
  mA: { unit: 'A', factor: 0.001 },
}

interface Decoded {
  analog: AnalogChannel[]
  status: StatusChannel[]
}

/** Channels sized for the recording, with the scale that takes stored numbers to primary V or A; channels in other units are left out (`null`). */
function emptyChannels({ analog, statusIds, sampleCount }: ComtradeConfiguration) {
  return {
    channels: analog.map((channel) => {
      const unit = UNIT_FACTORS[channel.unit]
      if (!unit) return null
      const factor = unit.factor * channel.primaryFactor
      return {
        id: channel.id,
        unit: unit.unit,
        samples: new Float64Array(sampleCount),
        a: channel.a * factor,
        b: channel.b * factor,
      }
    }),
    status: statusIds.map((id): StatusChannel => ({ id, samples: new Uint8Array(sampleCount) })),
  }
}

const analogOf = (channels: ReturnType<typeof emptyChannels>['channels']): AnalogChannel[] =>
  channels.flatMap((channel) => (channel ? [{ id: channel.id, unit: channel.unit, samples: channel.samples }] : []))

/**
 * Reads the data of a COMTRADE recording in any of its four forms into primary volts and amperes.
 *
 * @throws RecordingError when rows are missing, left over, or not numbers
 */
export function parseComtradeData(bytes: Uint8Array, configuration: ComtradeConfiguration, file: string): Decoded {
  return configuration.dataType === 'ASCII'
    ? parseAscii(bytes, configuration, file)
    : parseBinary(bytes, configuration, file)
}

function parseBinary(bytes: Uint8Array, configuration: ComtradeConfiguration, file: string): Decoded {
  const { dataType, sampleCount, analog, statusIds } = configuration
  const width = dataType === 'BINARY' ? 2 : 4
  const statusWords = Math.ceil(statusIds.length / 16)
  const rowBytes = 8 + analog.length * width + statusWords * 2
  if (bytes.length < rowBytes * sampleCount) {
    const whole = Math.floor(bytes.length / rowBytes)
    throw new RecordingError(
      `the data ends after ${whole} of ${sampleCount} samples; copy the whole file from the recorder again`,
      { file },
    )
  }
  const { channels, status } = emptyChannels(configuration)
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength)
  for (let row = 0, at = 0; row < sampleCount; row++, at += rowBytes) {
    let place = at + 8
    for (const channel of channels) {
      if (channel) {
        const stored =
          dataType === 'BINARY'
            ? view.getInt16(place, true)
            : dataType === 'BINARY32'
              ? view.getInt32(place, true)
              : view.getFloat32(place, true)
        const value = channel.a * stored + channel.b
        if (!Number.isFinite(value))
          throw new RecordingError(`sample ${row + 1} of ${channel.id} is not a finite number`, { file })
        channel.samples[row] = value
      }
      place += width
    }
    for (let k = 0; k < status.length; k++)
      (status[k] as StatusChannel).samples[row] = (view.getUint16(place + 2 * (k >> 4), true) >> (k & 15)) & 1
  }
  return { analog: analogOf(channels), status }
}

function parseAscii(bytes: Uint8Array, configuration: ComtradeConfiguration, file: string): Decoded {
  const { channels, status } = emptyChannels(configuration)
  const scanner = new DecimalScanner(bytes)
  const comma = 0x2c
  const field = (row: number, column: number): number => {
    if (column > 1 && !scanner.take(comma))
      throw new RecordingError(`row ${row + 1} has too few fields`, {
        file,
        line: scanner.line,
        column,
        value: scanner.fieldHere(),
      })
    const value = scanner.number()
    if (Number.isNaN(value)) {
      const ends = scanner.done || scanner.fieldHere() === ''
      const message = ends ? `the data ends in row ${row + 1} of ${configuration.sampleCount}` : 'not a number'
      throw new RecordingError(message, {
        file,
        line: scanner.line,
        column,
        value: ends ? undefined : scanner.fieldHere(),
      })
    }
    return value
  }
  for (let row = 0; row < configuration.sampleCount; row++) {
    field(row, 1)
    // the stamp may be left empty where the rate says the time
    if (scanner.bytes[scanner.at] === comma && scanner.bytes[scanner.at + 1] === comma) scanner.at++
    else field(row, 2)
    let column = 3
    for (const channel of channels) {
      const stored = field(row, column++)
      if (channel) channel.samples[row] = channel.a * stored + channel.b
    }
    for (const channel of status) channel.samples[row] = field(row, column++) ? 1 : 0
    if (!scanner.endOfLine())
      throw new RecordingError(`row ${row + 1} has more fields than there are channels`, {
        file,
        line: scanner.line,
        column,
        value: scanner.fieldHere(),
      })
  }
  return { analog: analogOf(channels), status }
}
