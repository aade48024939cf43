import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { crewTask as task } from '../../../tests/support/tasks'
import { finishLowerBound } from './crewBound'
import { type CrewDayInput, type CrewTask, DAY_MIN, ringOf, startWindows, taskFaults } from './crewDay'
import { type CrewSchedule, crewSchedule } from './crewSchedule'
import { noPlaceWords } from './noPlace'

const HOURS = { fromMin: 480, toMin: 1020 }
const PEOPLE = [
  { id: 'lead', licensed: true, ...HOURS },
  { id: 'hand', licensed: false, ...HOURS },
]
const RULES = {
  powerOff: { fromMin: 540, toMin: 960 },
  daylight: { fromMin: 500, toMin: 970 },
  dry: null,
  visits: { meterOwner: { fromMin: 600, toMin: 720 } },
}
const day = (tasks: CrewTask[], change: Partial<CrewDayInput> = {}): CrewDayInput => ({
  tasks,
  people: PEOPLE,
  rules: RULES,
  ...change,
})
const startOf = ({ planned }: CrewSchedule, id: string) => planned.find((one) => one.id === id)?.startMin

/** What a schedule breaks: people in two places, predecessors, windows, licences. */
function broken({ tasks, people, rules }: CrewDayInput, { planned }: CrewSchedule): string[] {
  const wrong: string[] = []
  const byId = new Map(planned.map((one) => [one.id, one]))
  for (const { id, startMin, endMin, people: own } of planned) {
    const asked = tasks.find((one) => one.id === id) as CrewTask
    if (endMin - startMin !== asked.minutes || new Set(own).size !== asked.people) wrong.push(`${id}: time or people`)
    if (asked.licensed && !own.some((who) => people.find((person) => person.id === who)?.licensed))
      wrong.push(`${id}: nobody licensed`)
    for (const before of asked.after)
      if ((byId.get(before)?.endMin ?? Infinity) > startMin) wrong.push(`${id}: before ${before}`)
    if (
      !startWindows(asked, { people, rules }).some((window) => startMin >= window.fromMin && startMin <= window.toMin)
    )
      wrong.push(`${id}: outside its windows`)
    for (const who of own) {
      const person = people.find((one) => one.id === who)
      const ofDay = startMin % DAY_MIN
      if (!person || ofDay < person.fromMin || ofDay + asked.minutes > person.toMin)
        wrong.push(`${id}: ${who} is not there`)
      for (const other of planned)
        if (other.id !== id && other.people.includes(who) && other.startMin < endMin && other.endMin > startMin)
          wrong.push(`${id}: ${who} is at ${other.id} too`)
    }
  }
  return wrong
}

describe('a crew’s day', () => {
  it('runs side by side what can, in the order it must', () => {
    const schedule = crewSchedule(day([task('a', 60), task('b', 60), task('c', 30, { after: ['a', 'b'], people: 2 })]))
    expect(schedule.finishMin).toBe(570)
    expect(schedule).toMatchObject({ lowerBoundMin: 570, gapShare: 0, verdict: 'fits', slips: [], unplaced: [] })
    expect(schedule.critical.at(-1)).toBe('c')
  })
  it('keeps windows of supply, daylight and somebody else’s visit', () => {
    const schedule = crewSchedule(
      day([
        task('seal', 30, { visit: 'meterOwner' }),
        task('incomer', 90, { after: ['seal'], powerOff: true, licensed: true }),
        task('roof', 120, { daylight: true }),
      ]),
    )
    expect(startOf(schedule, 'seal')).toBe(600)
    expect(startOf(schedule, 'incomer')).toBe(630)
    expect(startOf(schedule, 'roof')).toBeGreaterThanOrEqual(500)
    expect(schedule.powerOff).toEqual([{ fromMin: 630, toMin: 720 }])
  })
  it('takes the supply away no longer than the finish asks for', () => {
    const schedule = crewSchedule(
      day([
        task('isolate', 20, { powerOff: true, licensed: true }),
        task('long', 240),
        task('wire', 60, { after: ['isolate', 'long'], powerOff: true, licensed: true }),
      ]),
    )
    expect(schedule.finishMin).toBe(780)
    expect(schedule.powerOffMinutes).toBeLessThanOrEqual(85)
  })
  it('says what slips to the next day, and never calls that whole', () => {
    const schedule = crewSchedule(
      day([task('one', 500, { people: 2 }), task('two', 100, { people: 2, after: ['one'] })]),
    )
    expect(schedule).toMatchObject({ verdict: 'tight', slips: ['two'] })
    expect(startOf(schedule, 'two')).toBe(DAY_MIN + 480)
  })
  it('holds a pin and moves the rest', () => {
    const free = crewSchedule(day([task('a', 60, { people: 2 }), task('b', 60, { people: 2 })]))
    const pinned = crewSchedule(day([task('a', 60, { people: 2, pinnedMin: 600 }), task('b', 60, { people: 2 })]))
    expect(free.finishMin).toBe(600)
    expect([startOf(pinned, 'a'), startOf(pinned, 'b')]).toEqual([600, 480])
    const against = crewSchedule(
      day([
        task('a', 60, { pinnedMin: 480 }),
        task('b', 60, { after: ['a'], pinnedMin: 500 }),
        task('c', 10, { after: ['b'] }),
      ]),
    )
    expect(against.verdict).toBe('exceeds')
    expect(against.unplaced).toEqual([
      { id: 'b', reason: { code: 'pinTooEarly', before: 'a' } },
      { id: 'c', reason: { code: 'waitsFor', before: 'b' } },
    ])
  })
  it('names rings, missing licences, people, visits and windows, each with what to change', () => {
    expect(
      ringOf([task('a', 1, { after: ['b'] }), task('b', 1, { after: ['c'] }), task('c', 1, { after: ['a'] })]),
    ).toEqual(['a', 'b', 'c'])
    const wrong = day(
      [
        task('a', 10, { after: ['b'] }),
        task('b', 10, { after: ['a'] }),
        task('l', 10, { licensed: true }),
        task('many', 10, { people: 3 }),
        task('none', 0),
        task('lost', 10, { after: ['gone'] }),
        task('long', 600),
        task('seal', 10, { visit: 'mason' }),
        task('pin', 10, { pinnedMin: 100 }),
        task('fine', 10),
        task('late', 10, { after: ['none'] }),
      ],
      { people: PEOPLE.map((person) => ({ ...person, licensed: false })) },
    )
    const faults = taskFaults(wrong)
    expect(faults.map(({ id, field }) => `${id} ${field}`)).toEqual([
      'a after',
      'b after',
      'l licensed',
      'many people',
      'none minutes',
      'lost after',
      'long window',
      'seal visit',
      'pin pin',
    ])
    for (const { reason } of faults) expect(noPlaceWords(reason, (id) => `task ${id}`)).toMatch(/\.$/)
    expect(noPlaceWords({ code: 'ring', ring: ['a', 'b'] }, (id) => id)).toContain('a waits for b waits for a.')
    const schedule = crewSchedule(wrong)
    expect(schedule.planned.map(({ id }) => id)).toEqual(['fine'])
    expect(schedule.unplaced).toHaveLength(10)
    expect(schedule.verdict).toBe('exceeds')
  })
  it('is empty for no tasks', () => {
    expect(crewSchedule(day([]))).toMatchObject({ planned: [], finishMin: 0, verdict: 'fits', powerOff: [] })
  })
  it('breaks no resource, window or predecessor, and never beats its bound', () => {
    const anyTask = fc.record({
      minutes: fc.integer({ min: 5, max: 180 }),
      people: fc.integer({ min: 1, max: 2 }),
      licensed: fc.boolean(),
      powerOff: fc.boolean(),
      daylight: fc.boolean(),
      visits: fc.integer({ min: 0, max: 9 }),
      before: fc.array(fc.nat(), { maxLength: 2 }),
      pin: fc.option(fc.integer({ min: 480, max: 900 }), { freq: 8 }),
    })
    fc.assert(
      fc.property(fc.array(anyTask, { maxLength: 12 }), (list) => {
        const tasks = list.map(({ visits, before, pin, ...one }, k) =>
          task(`t${k}`, one.minutes, {
            ...one,
            visit: visits === 0 ? 'meterOwner' : null,
            pinnedMin: pin,
            after: k === 0 ? [] : [...new Set(before.map((at) => `t${at % k}`))],
          }),
        )
        const input = day(tasks)
        const schedule = crewSchedule(input, { most: 60 })
        expect(broken(input, schedule)).toEqual([])
        expect(schedule.planned.length + schedule.unplaced.length).toBe(tasks.length)
        const whole = tasks.filter(({ id }) => schedule.planned.some((one) => one.id === id))
        expect(schedule.finishMin).toBeGreaterThanOrEqual(finishLowerBound(whole, input) - 1e-6)
      }),
      { numRuns: 120 },
    )
  })
  it('finds the best of small days, as trying every order does', () => {
    const anyTask = fc.record({
      minutes: fc.integer({ min: 1, max: 9 }).map((n) => n * 10),
      people: fc.integer({ min: 1, max: 2 }),
      licensed: fc.boolean(),
      before: fc.option(fc.nat()),
    })
    fc.assert(
      fc.property(fc.array(anyTask, { minLength: 1, maxLength: 5 }), (list) => {
        const tasks = list.map(({ before, ...one }, k) =>
          task(`t${k}`, one.minutes, { ...one, after: before === null || k === 0 ? [] : [`t${before % k}`] }),
        )
        const best = Math.min(...ordersOf(tasks).map((order) => crewSchedule(day(order), { most: 0 }).finishMin))
        expect(crewSchedule(day(tasks)).finishMin).toBeLessThanOrEqual(best)
      }),
      { numRuns: 25 },
    )
  })
})

function ordersOf<T>(items: readonly T[]): T[][] {
  return items.length <= 1
    ? [[...items]]
    : items.flatMap((item, k) => ordersOf([...items.slice(0, k), ...items.slice(k + 1)]).map((rest) => [item, ...rest]))
}
