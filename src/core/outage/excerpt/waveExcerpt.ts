import { firstIndexAt } from '../firstIndexAt'
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

/** A local time later by some seconds, to the microsecond; the text has no zone and none is read into it. */
function laterBy(startedAt: string | null, seconds: number): string | null {
  const match = /^(\d{4}-\d{2}-\d{2}T\d{2}:\d{2}:\d{2})(?:\.(\d{1,9}))?$/.exec(startedAt ?? '')
  if (!match) return null
  const wholeMs = Date.parse(`${match[1]}Z`)
  const fractionUs = Number(`0.${match[2] ?? '0'}`) * 1e6
  const us = Math.round(fractionUs + seconds * 1e6)
  const at = new Date(wholeMs + Math.floor(us / 1e6) * 1000).toISOString().slice(0, 19)
  return `${at}.${String(((us % 1e6) + 1e6) % 1e6).padStart(6, '0')}`
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
    startedAt: laterBy(startedAt, beganS),
  }
}

/** Time of a row from the excerpt's first, in s. */
export const rowTimeS = ({ timesS, sampleRateHz }: WaveExcerpt, row: number): number =>
  timesS ? (timesS[row] as number) : row / sampleRateHz
