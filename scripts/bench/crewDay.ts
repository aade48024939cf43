import type { CrewDayInput, CrewTask } from '../../src/core/fit/crewDay'
import { crewSchedule } from '../../src/core/fit/crewSchedule'

// F-5: days of 40 tasks and 4 people, drawn by a fixed generator; each says how far from the best it can be at most.

let state = 5
const random = () => (state = (state * 1_103_515_245 + 12_345) % 2_147_483_648) / 2_147_483_648
const HOURS = { fromMin: 450, toMin: 1080 }
const PEOPLE = [true, true, false, false].map((licensed, k) => ({ id: `p${k}`, licensed, ...HOURS }))

/** A day whose work fills about a share of the crew's hours. */
function aDay(share: number): CrewDayInput {
  const tasks = Array.from({ length: 40 }, (_, k): CrewTask => ({
    id: `t${k}`,
    minutes: 5 * Math.max(1, Math.round((2 + random() * 16) * share)),
    people: random() < 0.25 ? 2 : 1,
    licensed: random() < 0.35,
    after:
      k === 0
        ? []
        : [
            ...new Set(
              Array.from(
                { length: Math.floor(random() * 2.6) },
                () => `t${Math.max(0, k - 1 - Math.floor(random() * 10))}`,
              ),
            ),
          ],
    powerOff: random() < 0.2,
    daylight: random() < 0.15,
    dry: false,
    visit: null,
    earliestMin: null,
    pinnedMin: null,
    isolated: null,
  }))
  return {
    tasks,
    people: PEOPLE,
    rules: { powerOff: { fromMin: 500, toMin: 1000 }, daylight: { fromMin: 480, toMin: 1000 }, dry: null, visits: {} },
  }
}

for (const [name, share] of [
  ['that fit into a day', 0.7],
  ['that fill a day and slip', 1],
] as const) {
  const results = Array.from({ length: 12 }, () => {
    const input = aDay(share)
    const began = performance.now()
    const until = began + 1500
    const { gapShare, unplaced } = crewSchedule(input, { stopped: () => performance.now() > until })
    return { gap: 100 * gapShare, ms: performance.now() - began, whole: unplaced.length === 0 }
  })
  const gaps = results.map(({ gap }) => gap).sort((a, b) => a - b)
  const times = results.map(({ ms }) => ms).sort((a, b) => a - b)
  console.log(
    `F-5, 12 days of 40 tasks and 4 people ${name}: ${results.filter(({ gap }) => gap < 0.05).length} proven best, gap median ${(gaps[6] ?? 0).toFixed(1)} %, largest ${(gaps.at(-1) ?? 0).toFixed(1)} %; ${(times[6] ?? 0).toFixed(0)} ms median, ${(times.at(-1) ?? 0).toFixed(0)} ms at most; ${results.every(({ whole }) => whole) ? 'all whole' : 'some without a place'}`,
  )
}
