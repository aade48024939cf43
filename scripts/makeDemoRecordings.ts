import { writeFileSync } from 'node:fs'
import { fileURLToPath } from 'node:url'
import { type WaveScenario, waveAsSingleFile } from '@/devices/waveSource'

// Writes the demo's recordings afresh with the simulated recorder: deterministic, so that running it again changes nothing.
const SPLIT: WaveScenario = {
  station: 'NETTLE POINT',
  rateHz: 7680,
  durationS: 1.6,
  nominalV: 120,
  hz: 60,
  phases: 2,
  gapStartS: 0.5413,
  gapMs: 83.2,
  jumpDeg: 31,
  islandHz: 60.05,
  noise: 0.002,
  seed: 11,
}
const RECORDINGS: Readonly<Record<string, WaveScenario>> = {
  'nettle-point-leaving.cff': SPLIT,
  'nettle-point-return.cff': {
    ...SPLIT,
    gapStartS: 0.6127,
    gapMs: 11.6,
    jumpDeg: 4,
    hz: 60.05,
    islandHz: 60.01,
    seed: 12,
  },
  'tidewrack-house-leaving.cff': {
    station: 'TIDEWRACK HOUSE',
    rateHz: 10_000,
    durationS: 1.5,
    nominalV: 230,
    hz: 50.01,
    phases: 1,
    gapStartS: 0.5236,
    gapMs: 64.5,
    jumpDeg: 38,
    islandHz: 50.2,
    noise: 0.002,
    seed: 21,
  },
}
for (const [name, scenario] of Object.entries(RECORDINGS))
  writeFileSync(fileURLToPath(new URL(`../demo/recordings/${name}`, import.meta.url)), waveAsSingleFile(scenario))
