import { analyseRecording } from '@/core/outage/analyseRecording'
import { readRecording } from '@/core/outage/readRecording'
import { type NamedBytes, RecordingError } from '@/core/outage/recording'
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
  gap: { fromS: number; toS: number }
  channels: { name: string; low: Float64Array; high: Float64Array }[]
  peakV: number
}

/**
 * The wave of a recording around its gap.
 *
 * @returns `null` for a recording that cannot be read here, holds no voltage, or no gap with two ends
 */
export function packWave(files: readonly NamedBytes[], pack: RulePack): PackWave | null {
  try {
    const recording = readRecording(files)
    const { gap } = analyseRecording(recording, pack).analysis
    const channels = recording.analog.filter(({ unit }) => unit === 'V').slice(0, MOST_CHANNELS)
    if (!gap || gap.startS === null || gap.endS === null || channels.length === 0 || recording.timesS !== null)
      return null
    const rate = recording.sampleRateHz
    const lastS = (channels[0]?.samples.length ?? 0) / rate
    const [fromS, toS] = [Math.max(0, gap.startS - BESIDE_S), Math.min(lastS, gap.endS + BESIDE_S)]
    const drawn = channels.map(({ id, samples }) => ({
      name: id,
      ...waveEnvelope(samples, Math.floor(fromS * rate), Math.ceil(toS * rate), COLUMNS),
    }))
    const peakV = Math.max(
      1,
      ...drawn.flatMap(({ high, low }) => [...high, ...low].map(Math.abs).filter(Number.isFinite)),
    )
    return {
      fileName: files[0]?.name ?? '',
      fromS,
      toS,
      gap: { fromS: gap.startS, toS: gap.endS },
      channels: drawn,
      peakV,
    }
  } catch (error) {
    if (!(error instanceof RecordingError)) throw error
    return null
  }
}
