import ICAL from 'ical.js'
import { describe, expect, it } from 'vitest'
import { aRun, fitItem, house, reading, recordOf } from '../../../tests/support/house'
import { aTask } from '../../../tests/support/tasks'
import { benchOf } from '../evidence/bench'
import { PARKED_KEY, PARKED_STEPS } from '../evidence/families/parkedOvernight'
import type { Reading } from '../evidence/reading'
import { taskPointKey, taskTimesOf } from '../evidence/families/taskTime'
import { crewSchedule } from './crewSchedule'
import { dayCalendar } from './dayCalendar'
import { dayOfInstallation, daylightAt, overnightState, restOfDay } from './dayOfInstallation'
import { pickChanges, usedAgainstPlan } from './pickList'
import { NO_TIMES, crewTimes } from './crewTimes'
import { learnedMinutes } from './learnedMinutes'
import { TASK_TEMPLATES, tasksOfPlan } from './taskTemplates'
import { taskFaults } from './crewDay'
import { materialsOfInstallation } from '../plan/materialsOfInstallation'

const people = [
  fitItem('person', 'p1', { licensed: true, fromMin: 480, toMin: 1020 }),
  fitItem('person', 'p2', { licensed: false, fromMin: 480, toMin: 1020 }),
]

describe('daylight by the clock', () => {
  const at = (longitudeDeg: number | null, timeZone: string | null, day = '2026-06-21') =>
    daylightAt({ latitudeDeg: 40, longitudeDeg, timeZone }, day)
  it('follows the place and its time zone, summer time included', () => {
    // in the middle of its zone the sun stands highest at noon, an hour later in summer time
    const summer = at(0, 'Europe/London')
    expect((summer.fromMin + summer.toMin) / 2).toBeCloseTo(720 + 60, -1)
    const winter = at(0, 'Europe/London', '2026-12-21')
    expect((winter.fromMin + winter.toMin) / 2).toBeCloseTo(720, -1)
    // fifteen degrees west of it, on the same clock, an hour later still
    const west = at(-15, 'Europe/London')
    expect(west.fromMin - summer.fromMin).toBeCloseTo(60, -1)
  })
  it('is of solar time while place or clock is not known', () => {
    expect(at(null, 'Europe/London')).toEqual(at(null, null))
    expect(at(-15, null)).toEqual(at(null, null))
  })
})

describe('daylight', () => {
  it('is long in summer, short in winter, none or whole beyond the circle', () => {
    const length = (latitude: number, day: string) => {
      const { fromMin, toMin } = daylightAt({ latitudeDeg: latitude, longitudeDeg: null, timeZone: null }, day)
      return (toMin - fromMin) / 60
    }
    expect(length(54, '2026-06-21')).toBeGreaterThan(16.5)
    expect(length(54, '2026-12-21')).toBeLessThan(8)
    expect(length(-54, '2026-12-21')).toBeGreaterThan(16.5)
    expect([length(75, '2026-06-21'), length(75, '2026-12-21')]).toEqual([24, 0])
  })
})

describe('tasks of a plan', () => {
  it('wait for what is there, and fit into a day without a fault', () => {
    const installation = house({ fit: [...people] })
    const tasks = tasksOfPlan(installation, NO_TIMES, null)
    expect(tasks.map(({ detail }) => detail.template)).not.toContain('pv')
    const input = dayOfInstallation(
      { ...installation, fit: [...people, ...tasks.map(({ tag, detail }) => fitItem('task', tag, detail))] },
      '2026-06-01',
    )
    expect(taskFaults(input)).toEqual([])
    expect(crewSchedule(input, { most: 50 }).unplaced).toEqual([])
    expect(
      TASK_TEMPLATES.every(({ after }) =>
        after.every((key) => TASK_TEMPLATES.some((template) => template.key === key)),
      ),
    ).toBe(true)
  })
  it('learn their minutes from two earlier jobs or more, and never from a forgotten stop', () => {
    const learned = learnedMinutes([
      { template: 'isolate', minutes: 31 },
      { template: 'isolate', minutes: 43 },
      { template: 'handover', minutes: 12 },
      { template: 'outage', minutes: 900 },
      { template: 'outage', minutes: 800 },
    ])
    expect([...learned]).toEqual([['isolate', 37]])
    const isolate = tasksOfPlan(
      house(),
      crewTimes([
        { template: 'isolate', minutes: 31 },
        { template: 'isolate', minutes: 43 },
      ]),
      null,
    ).find(({ detail }) => detail.template === 'isolate')
    expect(isolate).toMatchObject({ minutesFrom: 'earlierJobs', detail: { minutes: 35 } })
  })
})

describe('a day under way', () => {
  it('plans the rest from now, without what is done and what waited for it', () => {
    const input = dayOfInstallation(house({ fit: [...people, aTask('t1'), aTask('t2', { after: 't1' })] }), null)
    const rest = restOfDay(input, new Set(['t1']), 700)
    expect(rest.tasks).toMatchObject([{ id: 't2', after: [], earliestMin: 700 }])
    expect(crewSchedule(rest).planned[0]?.startMin).toBe(700)
  })
  it('reads times from the readings; a new beginning runs again', () => {
    const at = (slot: string, recordedAt: string) =>
      reading(taskPointKey('t1'), slot, slot === 'start' ? 'begun' : 'done', { recordedAt })
    const readings = [at('start', '2026-01-01T08:00:00Z'), at('done', '2026-01-01T08:45:00Z')]
    expect(taskTimesOf(readings, 't1')).toMatchObject({ minutes: 45 })
    expect(taskTimesOf([...readings, at('start', '2026-01-01T09:00:00Z')], 't1')).toMatchObject({
      doneAt: null,
      minutes: null,
    })
    expect(taskTimesOf([], 't1')).toEqual({ startedAt: null, doneAt: null, minutes: null })
  })
  it('parks overnight with what was begun, and is parked when somebody has looked at every step', () => {
    const installation = house({
      fit: [
        aTask('t1', { leavesOpen: 'pit open: covered and marked' }),
        aTask('t2', { leavesOpen: 'never begun' }),
        aTask('t3'),
      ],
    })
    const state = overnightState(
      installation,
      [
        reading(taskPointKey('t1'), 'start', 'begun'),
        reading(taskPointKey('t3'), 'start', 'begun', { recordedAt: '2026-01-02T08:00:00Z' }),
        reading(taskPointKey('t3'), 'done', 'done', { recordedAt: '2026-01-02T09:00:00Z' }),
      ],
      null,
    )
    expect(state.unfinished.map(({ tag }) => tag)).toEqual(['t1', 't2'])
    expect(state.leftOpen).toEqual(['Pit open: covered and marked.'])
    const parked = (readings: Reading[]) =>
      benchOf(recordOf(installation, readings)).judgements.get(PARKED_KEY)?.verdict
    const steps = Object.keys(PARKED_STEPS)
    expect([
      parked(steps.map((step) => reading(PARKED_KEY, step, 'yes'))),
      parked(steps.map((step) => reading(PARKED_KEY, step, step === 'locks' ? 'no' : 'yes'))),
      parked([]),
    ]).toEqual(['proven', 'open', 'open'])
  })
})

describe('the calendar', () => {
  it('is read back by another reader, in local time', () => {
    const text = dayCalendar({
      jobId: 'j',
      jobName: 'Mill, north; old',
      place: 'Quay',
      day: '2026-03-28',
      tasks: [
        { id: 't1', name: 'Board up', startMin: 480, endMin: 545, people: ['p1', 'p2'] },
        { id: 't2', name: 'Rest', startMin: 1440 + 480, endMin: 1440 + 500, people: ['p1'] },
      ],
      nameOfPerson: (id) => (id === 'p1' ? 'Ann' : 'Bo'),
      powerOff: [{ fromMin: 600, toMin: 660 }],
    })
    const events = new ICAL.Component(ICAL.parse(text))
      .getAllSubcomponents('vevent')
      .map((event) => new ICAL.Event(event))
    expect(
      events.map(({ summary, startDate, endDate }) => [summary, startDate.toString(), endDate.toString()]),
    ).toEqual([
      ['Board up', '2026-03-28T08:00:00', '2026-03-28T09:05:00'],
      ['Rest', '2026-03-29T08:00:00', '2026-03-29T08:20:00'],
      ['Mill, north; old: no supply', '2026-03-28T10:00:00', '2026-03-28T11:00:00'],
    ])
    expect(events[0]?.description).toBe('Ann, Bo')
    expect(new Set(events.map(({ startDate }) => startDate.zone.tzid))).toEqual(new Set(['floating']))
  })
})

describe('the pick list', () => {
  const installation = house({ runs: [aRun({ size: '16', lengthM: 10 })] })
  const lines = materialsOfInstallation(installation)
  it('takes over what is new or has another quantity, and leaves the rest', () => {
    expect(pickChanges(installation, lines).every(({ item }) => item === null)).toBe(true)
    const [cable] = lines
    const listed = fitItem(
      'material',
      'm1',
      {
        group: cable?.group ?? '',
        unit: 'm',
        planned: 5,
        vanPlace: 'rack',
        taskTag: null,
        loaded: 5,
        used: 6,
        note: 'one bend more',
      },
      { name: cable?.item },
    )
    const own = fitItem('material', 'm2', {
      group: 'own',
      unit: 'pieces',
      planned: 1,
      vanPlace: null,
      taskTag: null,
      loaded: null,
      used: 1,
      note: null,
    })
    const changes = pickChanges({ fit: [listed, own] }, lines)
    expect(changes[0]?.item?.tag).toBe('m1')
    expect(changes).toHaveLength(lines.length)
    expect(usedAgainstPlan({ fit: [listed, own] })).toMatchObject([{ item: { tag: 'm1' }, difference: 1 }])
  })
  it('gives a line its whole name that was cut once, and keeps what was noted on it', () => {
    const item = '“Two supplies: isolate both” at consumer unit, meter, gateway and each source'
    const line = { group: 'labels', item, unit: 'pieces', quantity: 4, from: 'meter, gateway, sources' } as const
    const detail = {
      group: 'labels',
      unit: 'pieces',
      planned: 4,
      vanPlace: 'drawer 2',
      taskTag: null,
      loaded: 4,
      used: null,
      note: null,
    }
    const named = (name: string) => pickChanges({ fit: [fitItem('material', 'm1', detail, { name })] }, [line])
    expect(named(item)).toEqual([])
    expect(named(item.slice(0, 60))).toMatchObject([{ item: { tag: 'm1', detail: { vanPlace: 'drawer 2' } } }])
    expect(named('“Two supplies')).toMatchObject([{ item: null }])
  })
})
