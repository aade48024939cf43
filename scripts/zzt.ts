import { waveAsSingleFile } from '@/devices/waveSource'
import { recordingCalls } from '@/workers/recordingCalls'
import { RULE_PACKS } from '@/core/rules/packs'
const pack = RULE_PACKS['iec-1ph-230']
const bytes = waveAsSingleFile({ station: 'BENCH', rateHz: 10000, durationS: 30, nominalV: 230, hz: 50, phases: 1, gapStartS: 12, gapMs: 80, jumpDeg: 30, islandHz: 50.2, noise: 0.002, seed: 1 } as never)
const t0 = performance.now()
recordingCalls.practise(pack)
const t1 = performance.now()
const out = []
for (let k = 0; k < 3; k++) { const t = performance.now(); const r = recordingCalls.analyse([{ name: 'a.cff', bytes }], pack); out.push((performance.now() - t).toFixed(0)) ; if (!r.ok) throw new Error() }
console.log('practise', (t1 - t0).toFixed(0), 'then', out.join(' '))
