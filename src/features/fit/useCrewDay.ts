import { useMemo, useState } from 'react'
import { taskTimesOf } from '@/core/evidence/families/taskTime'
import type { Reading } from '@/core/evidence/reading'
import { type CrewDayInput, taskFaults } from '@/core/fit/crewDay'
import { dayOfInstallation, restOfDay } from '@/core/fit/dayOfInstallation'
import { type NoPlace, noPlaceWords } from '@/core/fit/noPlace'
import { type FitItem, fitOf } from '@/core/installation/fit'
import type { Installation } from '@/core/installation/installation'
import { useJob } from '../job/JobContext'
import { useCrewSchedule } from './useCrewSchedule'

/** The day as it stands: who and what is in it, how it is planned, and how far it has come. */
export interface CrewDay {
  people: FitItem<'person'>[]
  tasks: FitItem<'task'>[]
  visits: FitItem<'visit'>[]
  deliveries: FitItem<'delivery'>[]
  rules: FitItem<'dayRules'> | null
  input: CrewDayInput
  schedule: ReturnType<typeof useCrewSchedule>['schedule']
  running: boolean
  failure: string | null
  faults: ReturnType<typeof taskFaults>
  progress: ReadonlyMap<string, 'begun' | 'done'>
  /** Whether any task is done: then there is a rest to plan. */
  anyDone: boolean
  fromNowMin: number | null
  planFromNow: (minutes: number | null) => void
  nameOf: (tag: string) => string
  personOf: (tag: string) => string
  reasonWords: (reason: NoPlace) => string
}

/** Tags of the tasks that are done, as one text: a list would be another one each time. */
const doneTagsOf = ({ fit }: Installation, readings: readonly Reading[]): string =>
  fitOf(fit, 'task')
    .filter(({ tag }) => taskTimesOf(readings, tag).doneAt !== null)
    .map(({ tag }) => tag)
    .join(' ')

/** What the day is planned from: all of it, or what is left of it from a minute on. */
function useDayInput(
  installation: Installation,
  scheduledDay: string | null,
  doneTags: string,
  fromNowMin: number | null,
): CrewDayInput {
  return useMemo(() => {
    const whole = dayOfInstallation(installation, scheduledDay)
    return fromNowMin === null ? whole : restOfDay(whole, new Set(doneTags.split(' ')), fromNowMin)
  }, [installation, scheduledDay, doneTags, fromNowMin])
}

/** The crew's day of the open job, planned anew in a worker whenever something changes. */
export function useCrewDay(): CrewDay {
  const {
    record: { installation, readings },
    view: { scheduledDay },
  } = useJob()
  const { fit } = installation
  const people = fitOf(fit, 'person')
  const tasks = fitOf(fit, 'task')
  const visits = fitOf(fit, 'visit')
  const deliveries = fitOf(fit, 'delivery')
  const rules = fitOf(fit, 'dayRules')[0] ?? null
  const [fromNowMin, setFromNowMin] = useState<number | null>(null)
  const doneTags = doneTagsOf(installation, readings)
  const input = useDayInput(installation, scheduledDay, doneTags, fromNowMin)
  const ready = people.length > 0 && tasks.length > 0
  const { schedule, running, failure } = useCrewSchedule(ready ? input : null)
  const faults = ready ? taskFaults(input) : []
  const progress = new Map(
    tasks.flatMap(({ tag }): [string, 'begun' | 'done'][] => {
      const times = taskTimesOf(readings, tag)
      return times.doneAt ? [[tag, 'done']] : times.startedAt ? [[tag, 'begun']] : []
    }),
  )
  const nameOf = (tag: string) => tasks.find((task) => task.tag === tag)?.name ?? tag
  const personOf = (tag: string) => people.find((person) => person.tag === tag)?.name ?? tag
  const reasonWords = (reason: NoPlace) =>
    noPlaceWords(reason, (id) => [...visits, ...deliveries].find(({ tag }) => tag === id)?.name ?? nameOf(id))
  return {
    people,
    tasks,
    visits,
    deliveries,
    rules,
    input,
    schedule,
    running,
    failure,
    faults,
    progress,
    anyDone: doneTags !== '',
    fromNowMin,
    planFromNow: setFromNowMin,
    nameOf,
    personOf,
    reasonWords,
  }
}
