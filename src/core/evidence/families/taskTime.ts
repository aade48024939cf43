import { type FitItem, fitOf } from '../../installation/fit'
import type { PointFamily } from '../family'
import type { SlotInput } from '../point'
import { type Reading, latestBySlot } from '../reading'

/** When a task was begun and when it was done, as recorded; `null` for what has not happened. */
export interface TaskTimes {
  startedAt: string | null
  doneAt: string | null
  minutes: number | null
}

const word = (is: string): SlotInput => ({ kind: 'word', words: { [is]: ['now'] } })

/** What every task's key begins with, before its tag: for the database, which joins by it. */
export const TASK_KEY_STEM = 'fit.task.'
export const taskPointKey = (tag: string): string => TASK_KEY_STEM + tag

/** Times of a task from the readings on it; a start after the end is a new start, and the task runs again. */
export function taskTimesOf(readings: readonly Reading[], tag: string): TaskTimes {
  const latest = latestBySlot(readings, taskPointKey(tag))
  const startedAt = latest.get('start')?.recordedAt ?? null
  const done = latest.get('done')?.recordedAt ?? null
  const doneAt = done !== null && (startedAt === null || done >= startedAt) ? done : null
  return {
    startedAt,
    doneAt,
    minutes: startedAt !== null && doneAt !== null ? (Date.parse(doneAt) - Date.parse(startedAt)) / 60_000 : null,
  }
}

function whyOf({ startedAt, doneAt, minutes }: TaskTimes): string {
  if (doneAt !== null)
    return minutes === null ? 'Done; its beginning was not recorded.' : `Took ${Math.round(minutes)} min.`
  return startedAt === null ? 'Not begun.' : 'Under way.'
}

/** Beginning and end of every task of the crew's day: work itself, not evidence, but kept as safely. */
export const taskTime: PointFamily<FitItem<'task'>> = {
  id: 'taskTime',
  place: 'mounting',
  view: 'fit.day',
  precedes: [],
  waitsFor: null,
  restsOn: [],
  proves: [],
  timing: true,
  things: ({ fit }) => fitOf(fit, 'task'),
  key: ({ tag }) => taskPointKey(tag),
  point: ({ tag, name }) => ({
    subject: tag,
    label: name,
    why: 'How long it took this time plans the next job.',
    slots: [
      { id: 'start', label: 'Begun', path: ['begin', tag], input: word('begun') },
      { id: 'done', label: 'Done', path: ['done', tag], input: word('done') },
    ],
  }),
  judge: (point, context) => {
    const times = taskTimesOf(context.readings, point.thing.tag)
    return {
      verdict: times.doneAt === null ? 'open' : 'proven',
      value: times.minutes === null ? null : `${Math.round(times.minutes)} min`,
      why: whyOf(times),
      limit: null,
      basis: null,
      code: 'F-5',
    }
  },
}
