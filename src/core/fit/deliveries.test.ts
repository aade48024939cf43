import { describe, expect, it } from 'vitest'
import { fitItem } from '../../../tests/support/house'
import { aTask } from '../../../tests/support/tasks'
import { type FitDetails, type FitItem } from '../installation/fit'
import { dayCalendar } from './dayCalendar'
import { dayOfInstallation } from './dayOfInstallation'
import { deliveriesFor, deliveryWait } from './deliveries'
import { deliveryWords } from './deliveryWords'
import { taskFaults } from './crewDay'

const delivery = (change: Partial<FitDetails['delivery']> = {}): FitItem =>
  fitItem('delivery', 'dl1', {
    onDay: null,
    fromMin: null,
    arrived: false,
    byCustomer: false,
    forTasks: 't1',
    note: null,
    ...change,
  })
const material = (deliveryTag: string | null, taskTag: string | null): FitItem =>
  fitItem('material', 'm1', {
    group: 'Cable',
    unit: 'm',
    planned: 3,
    vanPlace: null,
    taskTag,
    deliveryTag,
    loaded: null,
    used: null,
    note: null,
  })
const wait = (change: Partial<FitDetails['delivery']>, day: string | null = '2026-05-04') =>
  deliveryWait('t1', [delivery(change)], day)

describe('what a task waits for', () => {
  it.each([
    ['what is on site holds nothing', { arrived: true }, 0, null],
    ['what nobody has a day for', {}, 0, 'noDeliveryDay'],
    ['what comes on the first day', { onDay: '2026-05-04', fromMin: 600 }, 600, null],
    ['what comes on the second', { onDay: '2026-05-05' }, 1440, null],
    ['what comes after the work', { onDay: '2026-05-07' }, 0, 'deliveryTooLate'],
    ['what should have come and has not', { onDay: '2026-05-01' }, 0, 'noDeliveryDay'],
  ] as const)('%s', (_name, change, earliestMin, code) => {
    expect(wait(change)).toEqual({ earliestMin, undelivered: code && { delivery: 'dl1', code } })
  })
  it('is not known to come where the work has no day', () => {
    expect(wait({ onDay: '2026-05-04' }, null).undelivered).toEqual({ delivery: 'dl1', code: 'noDeliveryDay' })
  })
  it('is what names it, and what brings its material', () => {
    const unnamed = delivery({ forTasks: 't2, t3' })
    expect(deliveriesFor('t1', [unnamed, material('dl1', 't1')]).map(({ tag }) => tag)).toEqual(['dl1'])
    expect(deliveriesFor('t1', [unnamed, material('dl1', 't9'), material(null, 't1')])).toEqual([])
    expect(deliveriesFor('t3', [unnamed]).map(({ tag }) => tag)).toEqual(['dl1'])
  })
  it('keeps the task out of the day, and says why', () => {
    const site = { latitudeDeg: null, longitudeDeg: null, timeZone: null } as never
    const tasks = [aTask('t1'), fitItem('person', 'p1', { licensed: true, fromMin: 480, toMin: 1020 })]
    const input = dayOfInstallation({ fit: [...tasks, delivery()], site }, '2026-05-04')
    expect(taskFaults(input)).toContainEqual({
      id: 't1',
      field: 'delivery',
      reason: { code: 'noDeliveryDay', delivery: 'dl1' },
    })
    const there = dayOfInstallation({ fit: [...tasks, delivery({ arrived: true })], site }, '2026-05-04')
    expect(taskFaults(there).filter(({ field }) => field === 'delivery')).toEqual([])
  })
})

it('a delivery says when it comes and who bought it', () => {
  const { detail } = delivery({ onDay: '2026-05-05', fromMin: 600, byCustomer: true }) as FitItem<'delivery'>
  expect(deliveryWords(detail, '5 May 2026')).toBe(
    'comes on 5 May 2026, not before 10:00; the customer bought it: look at model and parts when it is there',
  )
  expect(deliveryWords({ ...detail, arrived: true, byCustomer: false }, null)).toBe('is on site')
})

it('the calendar of a part of the work says what it lacks', () => {
  const calendar = (lacking: string[]) =>
    dayCalendar({
      jobId: 'j',
      jobName: 'House',
      place: 'Testholm',
      day: '2026-05-04',
      tasks: [],
      nameOfPerson: (id) => id,
      powerOff: [],
      lacking,
    })
  expect(calendar(['Mount: It needs “Crate”.'])).toMatch(/SUMMARY:House: not the whole work\\, one task has no place/)
  expect(calendar(['a', 'b'])).toContain('2 tasks have no place')
  expect(calendar([])).not.toContain('not the whole work')
})
