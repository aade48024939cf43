import { firstIndexAt } from '../firstIndexAt'
import { localTimeLater } from '../localTimeLater'
import type { AnalogChannel, Recording } from '../recording'

/** The voltages of a recording, or of a part of it. */
export interface WaveExcerpt {
  channels: Pick<AnalogChannel, 'id' | 'unit' | 'phase' | 'skewS' | 'samples'>[]
  sampleRateHz: number
  /** Time of each row from the excerpt's first, where the stamps are uneven. */
  timesS: Float64Array | null
  nominalHz: number
  /** Local time of the first row as an ISO text; `null` where the recording says none. */
  startedAt: string | null
}

type Source = Pick<Recording, 'sampleRateHz' | 'timesS' | 'startedAt'> & {
  channels: WaveExcerpt['channels']
  nominalHz: number
}

/**
 * The rows of a recording from one time up to and without another, as a recording of its own that begins at its first row.
 *
 * @returns `null` where fewer than two rows lie between
 */
export function waveExcerpt(source: Source, fromS: number, toS: number): WaveExcerpt | null {
  const { channels, sampleRateHz, timesS, nominalHz, startedAt } = source
  const rows = channels[0]?.samples.length ?? 0
  const indexOf = (timeS: number) =>
    Math.min(rows, Math.max(0, timesS ? firstIndexAt(timesS, timeS) : Math.ceil(timeS * sampleRateHz - 1e-9)))
  const [from, to] = [indexOf(fromS), indexOf(toS)]
  if (to - from < 2) return null
  const beganS = timesS ? (timesS[from] as number) : from / sampleRateHz
  return {
    channels: channels.map((channel) => ({ ...channel, samples: channel.samples.subarray(from, to) })),
    sampleRateHz,
    timesS: timesS && timesS.subarray(from, to).map((timeS) => timeS - beganS),
    nominalHz,
    startedAt: localTimeLater(startedAt, beganS),
  }
}

/** Time of a row from the excerpt's first, in s. */
export const rowTimeS = ({ timesS, sampleRateHz }: WaveExcerpt, row: number): number =>
  timesS ? (timesS[row] as number) : row / sampleRateHz
