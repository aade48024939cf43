import { excerptComtrade } from './excerpt/excerptComtrade'
import type { WaveExcerpt } from './excerpt/waveExcerpt'
import type { NamedBytes } from './recording'

const RATE_HZ = 10_000
/** As long as it takes for the engine to see loops that are worth compiling. */
const LENGTH_S = 3
const NOMINAL_V = 230
const LOAD_A = 8
const MAINS_HZ = 50
const DEAD_S = { from: 1.2, to: 1.28 } as const

/**
 * A made-up recording of a supply that is lost for 80 ms and comes back, with its current: what its reading runs through is what any
 * recording's does.
 *
 * @example readRecording([practiceRecording()]).analog[0]?.samples.length // 30000
 */
export function practiceRecording(): NamedBytes {
  const wave = (rms: number) =>
    Float64Array.from({ length: RATE_HZ * LENGTH_S }, (_, k) => {
      const atS = k / RATE_HZ
      const isDead = atS >= DEAD_S.from && atS < DEAD_S.to
      return isDead ? 0 : rms * Math.SQRT2 * Math.sin(2 * Math.PI * MAINS_HZ * atS)
    })
  const excerpt: WaveExcerpt = {
    channels: [
      { id: 'UL1', phase: 'L1', unit: 'V', skewS: 0, samples: wave(NOMINAL_V) },
      { id: 'IL1', phase: 'L1', unit: 'A', skewS: 0, samples: wave(LOAD_A) },
    ],
    timesS: null,
    sampleRateHz: RATE_HZ,
    nominalHz: MAINS_HZ,
    startedAt: null,
  }
  return { name: 'practice.cff', bytes: excerptComtrade(excerpt, 'practice') }
}
