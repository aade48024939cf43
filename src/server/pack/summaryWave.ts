import type { PackWave } from './packWave'

/** The wave of the house's own test, small enough for its page: lowest and highest volts of each column, whole numbers. */
export interface SummaryWave {
  fromS: number
  toS: number
  /** An end that the recording does not hold is `null`. */
  gap: { fromS: number | null; toS: number | null }
  peakV: number
  channels: { name: string; low: (number | null)[]; high: (number | null)[] }[]
}

const whole = (volts: Float64Array) => Array.from(volts, (value) => (Number.isFinite(value) ? Math.round(value) : null))

/** The wave of a pack as its page keeps it. */
export const summaryWave = ({ fromS, toS, gap, peakV, channels }: PackWave): SummaryWave => ({
  fromS,
  toS,
  gap,
  peakV: Math.round(peakV),
  channels: channels.map(({ name, low, high }) => ({ name, low: whole(low), high: whole(high) })),
})
