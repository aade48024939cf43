'use client'
import { Button } from '@/ui/Button'
import { minutesIn } from '@/ui/clock'
import { useToday } from '@/ui/useTimes'
import { ownZone } from '@/ui/zone'
import { useJob } from '../job/JobContext'
import { download } from '../survey/download'
import { AddPeople } from './AddPeople'
import type { FitEditing } from './FitItemOverlay'
import type { CrewDay } from './useCrewDay'

/** What can be done with the day as a whole. */
export function DayActions({
  day: { tasks, schedule, anyDone, fromNowMin, planFromNow, nameOf, personOf, reasonWords },
  edit,
  setEditing,
  onPark,
}: {
  day: CrewDay
  edit: boolean
  setEditing: (editing: FitEditing) => void
  onPark: () => void
}) {
  const {
    view,
    record: { installation },
  } = useJob()
  const today = useToday()
  const { jobId } = installation
  const calendar = async () => {
    if (!schedule || view.scheduledDay === null) return
    const { dayCalendar } = await import('@/core/fit/dayCalendar')
    download(
      `${installation.name} day.ics`,
      dayCalendar({
        jobId,
        jobName: installation.name,
        place: view.place,
        day: view.scheduledDay,
        tasks: [
          ...schedule.planned.map((task) => ({ ...task, name: nameOf(task.id) })),
          ...schedule.isolatedAgain.map((task) => ({ ...task, name: 'Isolate and prove dead again' })),
        ],
        nameOfPerson: personOf,
        powerOff: schedule.powerOff,
        lacking: schedule.unplaced.map(({ id, reason }) => `${nameOf(id)}: ${reasonWords(reason)}`),
      }),
      'text/calendar',
    )
  }
  return (
    <>
      {edit && <AddPeople setEditing={setEditing} />}
      {edit && tasks.length > 0 && (
        <Button
          size="sm"
          onClick={() =>
            setEditing({
              kind: 'task',
              item: null,
              first: { minutes: 30, people: 1 },
              without: ['template', 'pinnedMin'],
            })
          }
        >
          Add a task
        </Button>
      )}
      {schedule && schedule.planned.length > 0 && (
        <Button
          size="sm"
          disabled={view.scheduledDay === null}
          title={view.scheduledDay === null ? 'Give the job its day first.' : undefined}
          onClick={() => void calendar()}
        >
          Calendar
        </Button>
      )}
      {anyDone && view.scheduledDay === today && (
        <Button
          size="sm"
          variant={fromNowMin === null ? 'quiet' : 'chosen'}
          aria-pressed={fromNowMin !== null}
          onClick={() => planFromNow(fromNowMin === null ? minutesNow() : null)}
        >
          The rest from now
        </Button>
      )}
      {tasks.length > 0 && (
        <Button size="sm" onClick={() => onPark()}>
          Park overnight
        </Button>
      )}
    </>
  )
}

/** Minutes since midnight on this device's clock, up to the next five. */
const minutesNow = () => Math.ceil(minutesIn(Date.now(), ownZone()) / 5) * 5
