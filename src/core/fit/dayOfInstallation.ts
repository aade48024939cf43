import { getTimes } from 'suncalc'
import { type FitDetails, type FitItem, fitOf } from '../installation/fit'
import type { Installation } from '../installation/installation'
import type { Reading } from '../evidence/reading'
import { zoneFormats } from '../time/zoneFormats'
import { taskTimesOf } from '../evidence/families/taskTime'
import type { CrewDayInput, DailyWindow } from './crewDay'
import { type Undelivered, deliveryWait } from './deliveries'
import { TASK_TEMPLATES } from './taskTemplates'
import type { CrewSchedule } from './crewSchedule'

const WHOLE_DAY: DailyWindow = { fromMin: 0, toMin: 1440 }
/** When nothing is said, the supply may be off during working hours. */
const USUAL_OFF: DailyWindow = { fromMin: 540, toMin: 960 }

/** What isolating takes where the day has no task for it. */
const USUAL_ISOLATION_MIN = 20

/** Whether a task works on dead parts: as it is written down, or as its kind has it. */
const needsIsolation = ({ isolated, template }: FitDetails['task']): boolean =>
  isolated ?? TASK_TEMPLATES.some(({ key, onDeadParts }) => key === template && onDeadParts === true)

/** Where the sun is watched from, and which clock the crew works by; without both, minutes are of solar time. */
export interface SunPlace {
  latitudeDeg: number
  longitudeDeg: number | null
  /** IANA name, such as `Europe/Lisbon`. */
  timeZone: string | null
}

const clockIn = zoneFormats('en-GB', { hour: '2-digit', minute: '2-digit', hour12: false })

/** Minutes after midnight on the clock of a zone. */
function clockMinutes(at: Date, clock: Intl.DateTimeFormat): number {
  const parts = clock.formatToParts(at).map(({ type, value }): [string, number] => [type, Number(value)])
  const { hour = 0, minute = 0 } = Object.fromEntries(parts) as { hour?: number; minute?: number }
  return (hour % 24) * 60 + minute
}

/**
 * Daylight on a day, in minutes of the crew's clock; of solar time while longitude or zone is not known, or the zone not to this device. The whole
 * day where the sun does not set, an empty window where it does not rise.
 *
 * @example
 * daylightAt({ latitudeDeg: 40, longitudeDeg: -8, timeZone: 'Europe/Lisbon' }, '2026-06-21') // => { fromMin: 366, toMin: 1263 } or so
 */
export function daylightAt({ latitudeDeg, longitudeDeg, timeZone }: SunPlace, day: string): DailyWindow {
  const clock = longitudeDeg === null ? null : clockIn(timeZone)
  const times = getTimes(new Date(`${day}T12:00:00Z`), latitudeDeg, clock === null ? 0 : (longitudeDeg ?? 0))
  if (times.sunrise === null || times.sunset === null) return times.alwaysUp ? WHOLE_DAY : { fromMin: 720, toMin: 720 }
  const minutes = (at: Date) => (clock === null ? at.getUTCHours() * 60 + at.getUTCMinutes() : clockMinutes(at, clock))
  return { fromMin: minutes(times.sunrise), toMin: minutes(times.sunset) }
}

/** The crew's day as F-5 takes it, from people, tasks, visits and rules of a job. Daylight comes from the place and the day where it is not set. */
export function dayOfInstallation(
  { fit, site }: Pick<Installation, 'fit' | 'site'>,
  scheduledDay: string | null,
): CrewDayInput {
  const rules = fitOf(fit, 'dayRules')[0]?.detail ?? null
  const sun =
    site.latitudeDeg !== null && scheduledDay !== null
      ? daylightAt({ ...site, latitudeDeg: site.latitudeDeg }, scheduledDay)
      : WHOLE_DAY
  const tasks = fitOf(fit, 'task')
  const isolation = tasks.find(({ detail }) => detail.template === 'isolate')
  return {
    people: fitOf(fit, 'person').map(({ tag, detail }) => ({ id: tag, ...detail })),
    tasks: tasks.map(({ tag, detail }) => ({
      ...awaited(tag, detail, fit, scheduledDay),
      id: tag,
      minutes: detail.minutes,
      people: detail.people,
      licensed: detail.licensed,
      after: (detail.after ?? '').split(/[\s,;]+/).filter(Boolean),
      powerOff: detail.powerOff,
      daylight: detail.daylight,
      dry: detail.dry,
      visit: detail.visitTag,
      pinnedMin: detail.pinnedMin,
      isolated: needsIsolation(detail)
        ? { by: isolation?.tag ?? null, minutes: isolation?.detail.minutes ?? USUAL_ISOLATION_MIN }
        : null,
    })),
    rules: {
      powerOff: rules ? { fromMin: rules.powerOffFromMin, toMin: rules.powerOffToMin } : USUAL_OFF,
      daylight: { fromMin: rules?.daylightFromMin ?? sun.fromMin, toMin: rules?.daylightToMin ?? sun.toMin },
      dry:
        rules?.dryFromMin != null && rules.dryToMin != null
          ? { fromMin: rules.dryFromMin, toMin: rules.dryToMin }
          : null,
      visits: Object.fromEntries(
        fitOf(fit, 'visit').map(({ tag, detail }) => [tag, { fromMin: detail.fromMin, toMin: detail.toMin }]),
      ),
    },
  }
}

/** When a task may begin: as it was said, and once what is delivered for it is there. */
function awaited(
  tag: string,
  { earliestMin }: FitDetails['task'],
  fit: Installation['fit'],
  scheduledDay: string | null,
): { earliestMin: number | null; undelivered: Undelivered | null } {
  const wait = deliveryWait(tag, fit, scheduledDay)
  const latest = Math.max(earliestMin ?? 0, wait.earliestMin)
  return { earliestMin: latest > 0 ? latest : earliestMin, undelivered: wait.undelivered }
}

/** The rest of a day that is under way: what is done is out of it, and nothing begins before now. */
export function restOfDay(input: CrewDayInput, done: ReadonlySet<string>, nowMin: number): CrewDayInput {
  return {
    ...input,
    tasks: input.tasks
      .filter(({ id }) => !done.has(id))
      .map((task) => ({
        ...task,
        after: task.after.filter((id) => !done.has(id)),
        isolated:
          task.isolated?.by != null && done.has(task.isolated.by) ? { ...task.isolated, by: null } : task.isolated,
        earliestMin: Math.max(task.earliestMin ?? 0, nowMin),
        pinnedMin: task.pinnedMin !== null && task.pinnedMin < nowMin ? null : task.pinnedMin,
      })),
  }
}

/** What must be true before everybody goes home with work unfinished. */
export interface OvernightState {
  /** Tasks that are not done, in their order. */
  unfinished: FitItem<'task'>[]
  /** What the tasks that were begun leave open, in one sentence each. */
  leftOpen: string[]
}

/** Parked overnight (F-5): what is not done, and what the tasks that were begun leave open beside what always holds. Nothing is left out because a schedule said it would be done. */
export function overnightState(
  { fit }: Pick<Installation, 'fit'>,
  readings: readonly Reading[],
  schedule: Pick<CrewSchedule, 'planned'> | null,
): OvernightState {
  const order = new Map((schedule?.planned ?? []).map(({ id }, k) => [id, k]))
  const unfinished = fitOf(fit, 'task')
    .filter(({ tag }) => taskTimesOf(readings, tag).doneAt === null)
    .sort((a, b) => (order.get(a.tag) ?? Infinity) - (order.get(b.tag) ?? Infinity))
  const begun = unfinished.filter(({ tag }) => taskTimesOf(readings, tag).startedAt !== null)
  return {
    unfinished,
    leftOpen: [...new Set(begun.map(({ detail }) => detail.leavesOpen).filter((text) => text !== null))].map(
      (text) => `${text.slice(0, 1).toUpperCase()}${text.slice(1)}.`,
    ),
  }
}
