import { analyseRecording } from '@/core/outage/analyseRecording'
import { evenSamples } from '@/core/outage/evenSamples'
import { readRecording } from '@/core/outage/readRecording'
import { type NamedBytes, type Recording, RecordingError } from '@/core/outage/recording'
import { waveEnvelope } from '@/core/outage/waveEnvelope'
import type { RulePack } from '@/core/rules/rulePack'

/** Columns of the picture, and what is drawn before and after the gap, in seconds. */
const COLUMNS = 520
const BESIDE_S = 0.15
const MOST_CHANNELS = 3

/** The wave around the gap, as the report draws it. */
export interface PackWave {
  fileName: string
  fromS: number
  toS: number
  /** An end that the recording does not hold is `null`: such a gap has no length. */
  gap: { fromS: number | null; toS: number | null }
  channels: { name: string; low: Float64Array; high: Float64Array }[]
  peakV: number
}

const voltagesOf = ({ analog }: Recording) => analog.filter(({ unit }) => unit === 'V').slice(0, MOST_CHANNELS)

/**
 * The wave of a recording around its gap. Where the recording begins or ends dead, the picture goes to its end and the gap stays open there.
 *
 * @returns `null` for a recording that cannot be read here, holds no voltage, or no gap
 */
export function packWave(files: readonly NamedBytes[], pack: RulePack): PackWave | null {
  try {
    const recording = readRecording(files)
    const { gap } = analyseRecording(recording, pack).analysis
    const voltages = voltagesOf(recording)
    if (!gap || voltages.length === 0) return null
    const even = voltages.map(({ id, samples, holes }) => ({ id, ...evenSamples(recording, samples, holes) }))
    const lastS = Math.max(...even.map(({ samples, rateHz }) => samples.length / rateHz))
    const fromS = Math.max(0, (gap.startS ?? 0) - BESIDE_S)
    const toS = Math.min(lastS, (gap.endS ?? lastS) + BESIDE_S)
    const channels = even.map(({ id, samples, rateHz }) => ({
      name: id,
      ...waveEnvelope(samples, Math.floor(fromS * rateHz), Math.ceil(toS * rateHz), COLUMNS),
    }))
    const peakV = channels
      .flatMap(({ high, low }) => [...high, ...low])
      .reduce((most, volts) => (Number.isFinite(volts) ? Math.max(most, Math.abs(volts)) : most), 1)
    return { fileName: files[0]?.name ?? '', fromS, toS, gap: { fromS: gap.startS, toS: gap.endS }, channels, peakV }
  } catch (error) {
    if (!(error instanceof RecordingError)) throw error
    return null
  }
}

/** What the picture says of its gap: one without both ends is never given a length. */
export function packGapWords({ gap, fromS, toS }: PackWave, durationWords: (ms: number) => string): string {
  const { fromS: startS, toS: endS } = gap
  if (startS !== null && endS !== null) return `gap ${durationWords((endS - startS) * 1000)}`
  const seen = durationWords(((endS ?? toS) - (startS ?? fromS)) * 1000)
  return `open gap: at least ${seen}; the recording ${startS === null ? 'begins' : 'ends'} without voltage`
}
