import { median } from './median'
import { yardstick } from './yardstick'
import { type WaveScenario, waveAsSingleFile, waveSamples } from '@/devices/waveSource'
import { analyseRecording } from '@/core/outage/analyseRecording'
import { readRecording } from '@/core/outage/readRecording'
import type { Recording } from '@/core/outage/recording'
import { RULE_PACKS } from '@/core/rules/packs'

// How fast a recorder's file becomes a gap: reading and analysis together, single-threaded, with the memory that what was found takes.
const MB = 1024 * 1024
const SCENARIO: WaveScenario = {
  station: 'BENCH',
  rateHz: 10_000,
  durationS: 30,
  nominalV: 230,
  hz: 50,
  phases: 1,
  gapStartS: 12,
  gapMs: 80,
  jumpDeg: 30,
  islandHz: 50.2,
  noise: 0.002,
  seed: 1,
}

function asCsv(scenario: WaveScenario): Uint8Array {
  const [volts = new Float64Array()] = waveSamples(scenario)
  return new TextEncoder().encode(
    `time_s,v1_V\n${Array.from(volts, (v, k) => `${(k / scenario.rateHz).toFixed(6)},${v.toFixed(3)}`).join('\n')}\n`,
  )
}

for (const [form, name, bytes, scenario] of [
  ['COMTRADE 2013 single file, BINARY', 'a.cff', waveAsSingleFile(SCENARIO), SCENARIO],
  [
    'COMTRADE, three phases, 5 min',
    'a.cff',
    waveAsSingleFile({ ...SCENARIO, phases: 3, durationS: 300 }),
    { ...SCENARIO, phases: 3, durationS: 300 },
  ],
  ['CSV', 'a.csv', asCsv({ ...SCENARIO, durationS: 16 }), { ...SCENARIO, durationS: 16 }],
] as const) {
  const run = () => analyseRecording(readRecording([{ name, bytes }]), RULE_PACKS['iec-1ph-230'])
  run()
  const times: number[] = []
  global.gc?.()
  const before = process.memoryUsage()
  let heldBytes = 0
  for (let k = 0; k < 5; k++) {
    const started = performance.now()
    const found = run()
    times.push(performance.now() - started)
    // what a screen goes on with; what was only passed through is gone
    global.gc?.()
    const { heapUsed, arrayBuffers } = process.memoryUsage()
    heldBytes = Math.max(heldBytes, heapUsed + arrayBuffers - before.heapUsed - before.arrayBuffers)
    if (Math.abs((found.analysis.gap?.longestPhaseMs ?? NaN) - 80) > 2)
      throw new Error(`the gap came out as ${found.analysis.gap?.longestPhaseMs} ms`)
  }
  const samples = scenario.durationS * scenario.rateHz * scenario.phases
  const ms = median(times)
  console.log(
    `${form}: ${(bytes.length / MB).toFixed(2)} MB, ${samples} samples, ${ms.toFixed(0)} ms, ${(samples / ms / 1000).toFixed(1)} million samples/s, ${(heldBytes / MB).toFixed(0)} MB held beside the file`,
  )
}

// the analysis alone, of one voltage that is there as numbers already, beside a plain C program that finds gap, RMS and distortion of it
const LONG: WaveScenario = { ...SCENARIO, durationS: 600, gapStartS: 360, gapMs: 412 }
const REPEATS = 25
const [volts = new Float64Array()] = waveSamples(LONG)
const recording = readRecording([{ name: 'a.csv', bytes: asCsv({ ...SCENARIO, durationS: 16 }) }])
const long: Recording = {
  ...recording,
  timesS: null,
  sampleRateHz: LONG.rateHz,
  analog: recording.analog.map((channel) => ({ ...channel, samples: volts })),
}
const times = Array.from({ length: REPEATS }, () => {
  const started = performance.now()
  const { analysis } = analyseRecording(long, RULE_PACKS['iec-1ph-230'])
  const took = performance.now() - started
  if (Math.abs((analysis.gap?.longestPhaseMs ?? NaN) - LONG.gapMs) > 2)
    throw new Error(`the gap came out as ${analysis.gap?.longestPhaseMs} ms`)
  return took
})
const c = yardstick<{ gapMs: number; ms: number }>('wave', new Uint8Array(Float32Array.from(volts).buffer), [
  LONG.rateHz,
  LONG.hz,
  LONG.nominalV,
  REPEATS,
])
if (c && Math.abs(c.gapMs - LONG.gapMs) > 2) throw new Error(`the yardstick found a gap of ${c.gapMs} ms`)
const best = Math.min(...times)
console.log(
  `the analysis of one voltage, ${volts.length} samples: best of ${REPEATS} ${best.toFixed(0)} ms, median ${median(times).toFixed(0)} ms${c ? `; plain C ${c.ms.toFixed(1)} ms, ratio ${(best / c.ms).toFixed(1)}` : ''}`,
)
