import { type AnalogChannel, RecordingError } from './recording'

/** Samples that a cycle needs at least to be looked at as a wave. */
const LEAST_PER_CYCLE = 20

/** A rate at which a wave can be looked at. @throws RecordingError for a slower one */
export function demandWaveRate(sampleRateHz: number, nominalHz: number, file: string): void {
  const leastHz = LEAST_PER_CYCLE * nominalHz
  if (sampleRateHz >= leastHz) return
  throw new RecordingError(
    `${Math.round(sampleRateHz)} samples a second are too few for a wave; at least ${leastHz} are needed`,
    { file },
  )
}

/** The voltage of the house that stands for all. @throws RecordingError where there is none */
export function demandHouseVoltage(channel: AnalogChannel | undefined, file: string): AnalogChannel {
  if (!channel) throw new RecordingError('the recording has no voltage channel of the house', { file })
  return channel
}
