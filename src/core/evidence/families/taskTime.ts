import { fitOf } from '../../installation/fit'
import type { PointFamily, SlotInput } from '../point'
import { type Reading, latestBySlot } from '../reading'

/** When a task was begun and when it was done, as recorded; `null` for what has not happened. */
export interface TaskTimes {
  startedAt: string | null
  doneAt: string | null
  minutes: number | null
}

const word = (is: string): SlotInput => ({ kind: 'word', words: { [is]: ['now'] } })

export const taskPointKey = (tag: string): string => `fit.task.${tag}`

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

/** Beginning and end of every task of the crew's day: work itself, not evidence, but kept as safely. */
export const taskTime: PointFamily = {
  id: 'taskTime',
  derive: ({ fit }) =>
    fitOf(fit, 'task').map(({ tag, name }) => ({
      key: taskPointKey(tag),
      family: 'taskTime',
      stage: 'fit',
      subject: tag,
      label: name,
      why: 'How long it took this time plans the next job.',
      timing: true,
      slots: [
        { id: 'start', label: 'Begun', path: ['begin', tag], input: word('begun') },
        { id: 'done', label: 'Done', path: ['done', tag], input: word('done') },
      ],
    })),
  judge: (point, context) => {
    const { startedAt, doneAt, minutes } = taskTimesOf(context.readings, point.subject)
    return {
      verdict: doneAt ? 'proven' : 'open',
      value: minutes === null ? null : `${Math.round(minutes)} min`,
      why: doneAt
        ? minutes === null
          ? 'Done; its beginning was not recorded.'
          : `Took ${Math.round(minutes)} min.`
        : startedAt
          ? 'Under way.'
          : 'Not begun.',
      limit: null,
      basis: null,
      code: 'F-5',
    }
  },
}
