import { excerptComtrade } from './excerpt/excerptComtrade'
import type { WaveExcerpt } from './excerpt/waveExcerpt'
import type { NamedBytes } from './recording'

const RATE_HZ = 10_000
const NOMINAL_V = 230
const MAINS_HZ = 50
const DEAD_S = { from: 0.4, to: 0.48 } as const

/**
 * A made-up second of a supply that is lost for 80 ms and comes back: what its reading runs through is what any recording's does.
 *
 * @example readRecording([practiceSecond()]).analog[0]?.samples.length // 10000
 */
export function practiceSecond(): NamedBytes {
  const samples = Float64Array.from({ length: RATE_HZ }, (_, k) => {
    const atS = k / RATE_HZ
    return atS >= DEAD_S.from && atS < DEAD_S.to ? 0 : NOMINAL_V * Math.SQRT2 * Math.sin(2 * Math.PI * MAINS_HZ * atS)
  })
  const excerpt: WaveExcerpt = {
    channels: [{ id: 'UL1', phase: 'L1', unit: 'V', skewS: 0, samples }],
    timesS: null,
    sampleRateHz: RATE_HZ,
    nominalHz: MAINS_HZ,
    startedAt: null,
  }
  return { name: 'practice.cff', bytes: excerptComtrade(excerpt, 'practice') }
}
