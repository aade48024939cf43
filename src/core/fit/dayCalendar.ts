import ical, { ICalCalendarMethod } from 'ical-generator'
import type { PlannedTask } from './crewSchedule'
import { DAY_MIN } from './crewDay'

export interface CalendarInput {
  jobId: string
  jobName: string
  place: string
  /** ISO date of the first day. */
  day: string
  tasks: readonly (PlannedTask & { name: string })[]
  nameOfPerson: (id: string) => string
  powerOff: readonly { fromMin: number; toMin: number }[]
  /** What has no place in the day, in sentences: a calendar of a part says what it lacks. */
  lacking?: readonly string[]
}

/** A local time without a zone: the crew's clocks and the house's are the same. */
const localTime = (day: string, minutes: number): string => {
  const at = new Date(Date.parse(`${day}T00:00:00Z`) + minutes * 60_000)
  return at.toISOString().slice(0, 19)
}

/** Names on one line: a line of its own in a calendar file would be an entry of its own. */
const oneLine = (text: string) => text.replace(/[\p{Cc}\u2028\u2029]+/gu, ' ').trim()

/** The crew's day as an iCalendar (RFC 5545): one event a task with its people, one for the time without supply, and one for the whole day where tasks have no place in it. Times float: they are local wherever they are read. */
export function dayCalendar({
  jobId,
  jobName,
  place,
  day,
  tasks,
  nameOfPerson,
  powerOff,
  lacking = [],
}: CalendarInput): string {
  const calendar = ical({
    name: `${oneLine(jobName)}: crew day`,
    method: ICalCalendarMethod.PUBLISH,
    prodId: { company: 'Awlbright', product: 'Crew day' },
  })
  for (const { id, name, startMin, endMin, people } of tasks)
    calendar.createEvent({
      id: `${id}@${jobId}`,
      floating: true,
      start: localTime(day, startMin),
      end: localTime(day, endMin),
      summary: oneLine(name),
      location: oneLine(place),
      description: people.map((id) => oneLine(nameOfPerson(id))).join(', '),
    })
  for (const [k, { fromMin, toMin }] of powerOff.entries())
    calendar.createEvent({
      id: `off${k}@${jobId}`,
      floating: true,
      start: localTime(day, fromMin),
      end: localTime(day, toMin),
      summary: `${oneLine(jobName)}: no supply`,
      location: oneLine(place),
      description: fromMin >= DAY_MIN ? 'on a later day' : '',
    })
  if (lacking.length > 0)
    calendar.createEvent({
      id: `lacking@${jobId}`,
      allDay: true,
      floating: true,
      start: localTime(day, 0),
      summary: `${oneLine(jobName)}: not the whole work, ${lacking.length === 1 ? 'one task has' : `${lacking.length} tasks have`} no place`,
      location: oneLine(place),
      description: lacking.map(oneLine).join('\n'),
    })
  return calendar.toString()
}
