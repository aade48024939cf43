import { median } from './median'
import { yardstick } from './yardstick'
import { readFileSync } from 'node:fs'
import { readProfileCsv } from '@/core/exchange/profileCsv'
import { type KnownSystem, autonomyOfYear } from '@/core/plan/autonomy'
import { planOfInstallation } from '@/core/plan/planOfInstallation'
import { pricesOf } from '@/core/plan/tariff'
import { sizeCurve } from '@/core/plan/sizeCurve'
import { loadStripLayout } from '@/features/plan/loadStripLayout'
import { placed } from '@/features/plan/loadLanes'
import { aLoad, house } from '../../tests/support/house'

// How fast the plan answers: an outage from every hour of a year (P-8), a load in hand among 200 (P-4, P-6), sizes over a year (P-14).
function timed(times: number, run: () => unknown): { best: number; mid: number } {
  for (let k = 0; k < 5; k++) run()
  const took = Array.from({ length: times }, () => {
    const started = performance.now()
    run()
    return performance.now() - started
  })
  return { best: Math.min(...took), mid: median(took) }
}

const read = readProfileCsv(
  readFileSync(new URL('../../tests/reference/vectors/P-8-profile.csv', import.meta.url), 'utf8'),
)
if (!read.ok) throw new Error(read.error.message)
const profile = read.value
const system: KnownSystem = {
  capacityWh: 14_200,
  chargeEfficiency: 0.955,
  dischargeEfficiency: 0.95,
  chargeLimitW: 5000,
  dischargeLimitW: 5000,
  reserveSoc: 0.3,
  floorSoc: 0.04,
  initialSoc: 0.5,
  gridCharge: null,
  loadShare: 1,
  standbyW: 35,
  pvShare: 1,
  maxHours: 336,
  ensHours: 24,
}
const { steps, meanH } = autonomyOfYear(profile, system) ?? { steps: 0, meanH: null }
const year = timed(40, () => autonomyOfYear(profile, system))
console.log(
  `P-8, 8,760 starts × up to 336 h, one system: ${steps} steps, best ${year.best.toFixed(1)} ms, median ${year.mid.toFixed(1)} ms, ${(steps / year.mid / 1000).toFixed(0)} million steps/s`,
)
const pairs = Float64Array.from({ length: 2 * profile.loadW.length }, (_, k) =>
  Number(k % 2 === 0 ? profile.loadW[k / 2] : profile.pvW[(k - 1) / 2]),
)
const c = yardstick<{ meanH: number; steps: number; ms: number }>('year', new Uint8Array(pairs.buffer), [
  40,
  system.capacityWh,
  system.chargeEfficiency,
  system.dischargeEfficiency,
  system.chargeLimitW,
  system.dischargeLimitW,
  system.reserveSoc,
  system.floorSoc,
  system.standbyW,
  system.maxHours,
])
if (c) {
  if (c.steps !== steps || Math.abs(c.meanH - (meanH ?? NaN)) > 1e-3)
    throw new Error(`the yardstick took ${c.steps} steps to a mean of ${c.meanH} h, the plan ${steps} to ${meanH} h`)
  console.log(`the same steps in plain C: best ${c.ms.toFixed(1)} ms, ratio ${(year.best / c.ms).toFixed(2)}`)
}

let seed = 7
const chance = () => (seed = (seed * 1_664_525 + 1_013_904_223) >>> 0) / 2 ** 32
const crowded = (phases: readonly ('L1' | 'L2' | 'L3')[]) =>
  Array.from({ length: 200 }, (_, k) =>
    aLoad({
      id: `l${k}`,
      tag: `l${k}`,
      name: `Load ${k}`,
      powerW: Math.round(20 + 2500 * chance()),
      powerFactor: 0.9,
      duty: 0.15 * chance(),
      priority: 1 + Math.floor(9 * chance()),
      phase: phases[k % phases.length],
      mustStayOn: chance() < 0.1,
    }),
  )
const installation = house({ packId: 'iec-3ph-400', loads: crowded(['L1', 'L2', 'L3']) })
let turn = 0
const drag = timed(60, () => {
  turn++
  const moved = {
    ...installation,
    loads: installation.loads.map((load, k) =>
      // another one each time: what is remembered of the turn before is of no use
      k === turn % 200 ? placed(load, { lane: turn % 2 ? 'never' : 'staysOn', phase: 'L2' }) : load,
    ),
  }
  const plan = planOfInstallation(moved)
  return loadStripLayout(moved.loads, plan, ['L1', 'L2', 'L3'], 900)
})
console.log(
  `a load in hand among 200: limits, demand, lists, contradictions and the strip's layout in ${drag.mid.toFixed(1)} ms (median), best ${drag.best.toFixed(1)} ms`,
)

const sizes = Array.from({ length: 13 }, (_, moduleCount) => ({
  moduleCount,
  system: { ...system, capacityWh: 3000 * moduleCount, dischargeLimitW: 5000 },
}))
const curve = timed(10, () =>
  sizeCurve(profile, sizes, pricesOf({ kind: 'flat', importPrice: 0.3, exportPrice: 0.08 }, 1)),
)
console.log(`P-14, 13 sizes over two years each: ${curve.mid.toFixed(0)} ms`)
