import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { aTask, crewTask } from '../../../tests/support/tasks'
import { house } from '../../../tests/support/house'
import { type CrewDayInput, type CrewTask, DAY_MIN } from './crewDay'
import { type CrewSchedule, crewSchedule } from './crewSchedule'
import { dayOfInstallation, restOfDay } from './dayOfInstallation'
import { NO_TIMES } from './crewTimes'
import { tasksOfPlan } from './taskTemplates'

const HOURS = { fromMin: 480, toMin: 1020 }
const day = (tasks: CrewTask[]): CrewDayInput => ({
  tasks,
  people: [
    { id: 'lead', licensed: true, ...HOURS },
    { id: 'hand', licensed: false, ...HOURS },
  ],
  rules: { powerOff: { fromMin: 540, toMin: 960 }, daylight: { fromMin: 0, toMin: DAY_MIN }, dry: null, visits: {} },
})
const isolate = crewTask('isolate', 20, { licensed: true, powerOff: true })
const dead = (id: string, minutes: number, change: Partial<CrewTask> = {}) =>
  crewTask(id, minutes, {
    licensed: true,
    powerOff: true,
    after: ['isolate'],
    isolated: { by: 'isolate', minutes: 20 },
    ...change,
  })
const dayOf = (min: number) => Math.floor(min / DAY_MIN)

/** What stands on another day than its isolation without one made again before it, or where somebody is in two places. */
function withoutIsolation({ tasks }: CrewDayInput, { planned, isolatedAgain }: CrewSchedule): string[] {
  const startOf = (id: string) => planned.find((one) => one.id === id)?.startMin ?? Infinity
  const unproven = planned.filter(({ id, startMin }) => {
    const isolated = tasks.find((task) => task.id === id)?.isolated
    if (!isolated || dayOf(startMin) === dayOf(isolated.by === null ? 0 : startOf(isolated.by))) return false
    return !isolatedAgain.some((again) => dayOf(again.startMin) === dayOf(startMin) && again.endMin <= startMin)
  })
  const twice = isolatedAgain.filter((again) =>
    planned.some(
      ({ people, startMin, endMin }) =>
        people.some((who) => again.people.includes(who)) && startMin < again.endMin && endMin > again.startMin,
    ),
  )
  return [...unproven, ...twice].map(({ id }) => id)
}

describe('an isolation', () => {
  it('holds for the session it was made in', () => {
    const schedule = crewSchedule(day([isolate, dead('a', 120), dead('b', 120)]))
    expect(schedule.isolatedAgain).toEqual([])
    expect(schedule.planned.every(({ startMin }) => startMin < DAY_MIN)).toBe(true)
  })
  it('does not survive a night: what slips to the next day is isolated and proven dead again', () => {
    const tasks = [isolate, dead('a', 300), dead('b', 300, { after: ['a'] })]
    const schedule = crewSchedule(day(tasks))
    expect(schedule.isolatedAgain).toMatchObject([{ startMin: DAY_MIN + 540, endMin: DAY_MIN + 560, people: ['lead'] }])
    expect(schedule.planned.find(({ id }) => id === 'b')?.startMin).toBe(DAY_MIN + 560)
    expect(schedule.powerOff[1]?.fromMin).toBe(DAY_MIN + 540)
  })
  it('is not passed over by a pin, nor where nobody licensed is left to make it again', () => {
    const pinned = crewSchedule(day([isolate, dead('b', 60, { pinnedMin: DAY_MIN + 600 })]))
    expect(pinned.unplaced).toEqual([{ id: 'b', reason: { code: 'pinNotIsolated' } }])
    const long = [isolate, dead('a', 390), dead('b', 405, { after: ['a'], licensed: false })]
    // 405 minutes fit the window of 420, but not with 20 minutes of isolating before them
    expect(crewSchedule(day(long)).unplaced.map(({ id }) => id)).toEqual(['b'])
  })
  it('made earlier on the day counts for the rest of it, and not for the next', () => {
    const rest = (nowMin: number) => restOfDay(day([isolate, dead('b', 120)]), new Set(['isolate']), nowMin)
    expect(crewSchedule(rest(600)).isolatedAgain).toEqual([])
    expect(crewSchedule(rest(900)).isolatedAgain).toHaveLength(1)
  })
  it('never stands behind work of another day, whatever the tasks', () => {
    fc.assert(
      fc.property(
        fc.array(fc.record({ minutes: fc.integer({ min: 5, max: 300 }), dead: fc.boolean() }), { maxLength: 9 }),
        fc.integer({ min: 0, max: 400 }),
        (list, first) => {
          const tasks = [
            crewTask('first', Math.max(5, first)),
            { ...isolate, after: ['first'] },
            ...list.map((one, k) => (one.dead ? dead(`d${k}`, one.minutes) : crewTask(`t${k}`, one.minutes))),
          ]
          const input = day(tasks)
          expect(withoutIsolation(input, crewSchedule(input, { most: 200 }))).toEqual([])
        },
      ),
      { seed: 7, numRuns: 60 },
    )
  })
})

describe('the tasks of a job', () => {
  const proposed = tasksOfPlan(house(), NO_TIMES, null)
  const of = (template: string) => proposed.find(({ detail }) => detail.template === template)?.detail
  it('work on dead parts under one isolation, and cut the supply for the outage test', () => {
    expect([of('terminate')?.isolated, of('deadTests')?.isolated, of('energise')?.isolated]).toEqual([
      true,
      true,
      false,
    ])
    expect([of('outage')?.powerOff, of('energise')?.powerOff]).toEqual([true, false])
  })
  it('keep their isolation as they are written down, or as their kind has it', () => {
    const fit = [
      aTask('t1', { template: 'isolate', minutes: 25 }),
      aTask('t2', { template: 'terminate', isolated: null }),
      aTask('t3', { template: 'terminate', isolated: false }),
      aTask('t4', { isolated: true }),
    ]
    expect(dayOfInstallation(house({ fit }), null).tasks.map(({ isolated }) => isolated)).toEqual([
      null,
      { by: 't1', minutes: 25 },
      null,
      { by: 't1', minutes: 25 },
    ])
  })
})
