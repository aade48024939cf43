import { waveLevels } from '../../src/core/outage/waveLevels'
import { waveLayout } from '../../src/features/outage/wave/waveLayout'
import { median } from './median'

// What it takes to draw one picture of ten million points a channel: the whole, a tenth, and a few cycles, while it is moved along.

const RATE_HZ = 10_000
const POINTS = 10_000_000
const samples = Float64Array.from({ length: POINTS }, (_, k) => 325 * Math.sin((2 * Math.PI * 50 * k) / RATE_HZ))
const began = performance.now()
const levels = waveLevels(samples)
console.log(
  `coarser pictures of ${POINTS / 1e6} million points: ${Math.round(performance.now() - began)} ms, once, in the worker`,
)

const durationS = POINTS / RATE_HZ
for (const [name, spanS] of [
  ['the whole', durationS],
  ['a tenth', durationS / 10],
  ['a second', 1],
  ['six cycles', 0.12],
] as const) {
  const times = Array.from({ length: 41 }, (_, k) => {
    const fromS = ((durationS - spanS) * k) / 41
    const at = performance.now()
    waveLayout(
      {
        voltages: [{ samples, levels }],
        sampleRateHz: RATE_HZ,
        timesS: null,
        rms: [],
        lanes: [],
        nominalV: 230,
        gap: null,
        window: { fromS, toS: fromS + spanS },
      },
      { width: 1000, waveHeight: 204, rmsHeight: 86, laneHeight: 84 },
    )
    return performance.now() - at
  })
  console.log(`${name}: ${median(times).toFixed(2)} ms a picture and channel (a 60th of a second is 16.7)`)
}
