import type { Undelivered } from './deliveries'
import type { NoPlace } from './noPlace'
/** Minutes from midnight of the first day; the second day begins at 1,440. */
export type DayMin = number
export const DAY_MIN = 1440
/** Days over which tasks are spread before they count as without a place. */
export const MOST_DAYS = 3

/** A stretch of every day, in minutes after midnight. */
export interface DailyWindow {
  fromMin: number
  toMin: number
}

export interface CrewTask {
  id: string
  minutes: number
  people: number
  /** At least one of them has to be licensed. */
  licensed: boolean
  after: readonly string[]
  powerOff: boolean
  daylight: boolean
  dry: boolean
  /** Somebody else's visit it needs, such as the meter owner's; `null` for none. */
  visit: string | null
  /** Not before this minute, such as when its delivery comes. */
  earliestMin: DayMin | null
  /** Something it needs is not known to be on site in time. */
  undelivered?: Undelivered | null
  /** Set by hand: it begins then, or it has no place. */
  pinnedMin: DayMin | null
  /** Work on dead parts: which isolation it stands under; `null` where it needs none. */
  isolated: Isolation | null
}

/** An isolation lasts one uninterrupted session: after a night everything is isolated and proven dead again. */
export interface Isolation {
  /** The task that isolates; `null` where that was done earlier on the first day. */
  by: string | null
  /** What doing it again takes. */
  minutes: number
}

export interface CrewPerson extends DailyWindow {
  id: string
  licensed: boolean
}

export interface DayRules {
  /** When the supply may be off. */
  powerOff: DailyWindow
  daylight: DailyWindow
  /** When no rain is expected; `null`: all day. */
  dry: DailyWindow | null
  /** Visits happen on the first day only. */
  visits: Readonly<Record<string, DailyWindow>>
}

export interface CrewDayInput {
  tasks: readonly CrewTask[]
  people: readonly CrewPerson[]
  rules: DayRules
}

/** Something that keeps a task from any schedule, and what to change. */
export interface TaskFault {
  id: string
  field: 'minutes' | 'people' | 'licensed' | 'after' | 'window' | 'visit' | 'pin' | 'delivery'
  reason: NoPlace
}

/** Starts that a task is allowed, inclusive, within one stretch of one day. */
export interface StartWindow {
  fromMin: DayMin
  toMin: DayMin
}

const overlap = (a: DailyWindow, b: DailyWindow): DailyWindow => ({
  fromMin: Math.max(a.fromMin, b.fromMin),
  toMin: Math.min(a.toMin, b.toMin),
})

/** Windows of starts that the task's needs leave, day by day; whether people are free then is not asked here. */
export function startWindows(task: CrewTask, { people, rules }: Pick<CrewDayInput, 'people' | 'rules'>): StartWindow[] {
  const crewHours = {
    fromMin: Math.min(...people.map(({ fromMin }) => fromMin)),
    toMin: Math.max(...people.map(({ toMin }) => toMin)),
  }
  let daily: DailyWindow = crewHours
  if (task.powerOff) daily = overlap(daily, rules.powerOff)
  if (task.daylight) daily = overlap(daily, rules.daylight)
  if (task.dry && rules.dry) daily = overlap(daily, rules.dry)
  const visit = task.visit === null ? null : rules.visits[task.visit]
  if (visit) daily = overlap(daily, visit)
  const windows: StartWindow[] = []
  for (let day = 0; day < (task.visit === null ? MOST_DAYS : 1); day++) {
    const fromMin = Math.max(day * DAY_MIN + daily.fromMin, task.earliestMin ?? 0)
    const toMin = day * DAY_MIN + daily.toMin - task.minutes
    if (task.pinnedMin !== null) {
      if (task.pinnedMin >= fromMin && task.pinnedMin <= toMin)
        windows.push({ fromMin: task.pinnedMin, toMin: task.pinnedMin })
    } else if (toMin >= fromMin) windows.push({ fromMin, toMin })
  }
  return windows
}

/** Tasks that wait for each other in a ring, in its order; `null` when there is none. */
export function ringOf(tasks: readonly Pick<CrewTask, 'id' | 'after'>[]): string[] | null {
  const byId = new Map(tasks.map((task) => [task.id, task]))
  const state = new Map<string, 'open' | 'done'>()
  const path: string[] = []
  const visit = (id: string): string[] | null => {
    if (state.get(id) === 'done') return null
    if (state.get(id) === 'open') return path.slice(path.indexOf(id))
    state.set(id, 'open')
    path.push(id)
    for (const before of byId.get(id)?.after ?? []) {
      const ring = byId.has(before) ? visit(before) : null
      if (ring) return ring
    }
    path.pop()
    state.set(id, 'done')
    return null
  }
  for (const { id } of tasks) {
    const ring = visit(id)
    if (ring) return ring
  }
  return null
}

/**
 * What keeps single tasks from any schedule: durations that are none, predecessors that are not there or wait in a ring, more people
 * than the crew has, nobody licensed, a visit nobody has announced, a delivery that is not known to come, windows that are too short, a pin outside them. Each says what to change.
 */
export function taskFaults(input: CrewDayInput): TaskFault[] {
  const { tasks, people, rules } = input
  const ids = new Set(tasks.map(({ id }) => id))
  const ring = ringOf(tasks)
  const faults: TaskFault[] = ring ? ring.map((id) => ({ id, field: 'after', reason: { code: 'ring', ring } })) : []
  const licensed = people.filter((person) => person.licensed).length
  for (const task of tasks) {
    const add = (field: TaskFault['field'], reason: NoPlace) => faults.push({ id: task.id, field, reason })
    if (!(task.minutes > 0) || !Number.isFinite(task.minutes)) add('minutes', { code: 'noTime' })
    if (!(task.people >= 1)) add('people', { code: 'nobody' })
    if (task.people > people.length) add('people', { code: 'tooFewPeople', needs: task.people, has: people.length })
    if (task.licensed && licensed === 0) add('licensed', { code: 'noLicence' })
    for (const before of task.after) if (!ids.has(before)) add('after', { code: 'unknownBefore', before })
    if (task.undelivered) add('delivery', task.undelivered)
    if (task.visit !== null && !rules.visits[task.visit]) add('visit', { code: 'noVisit', visit: task.visit })
    else if (people.length > 0 && task.minutes > 0 && startWindows(task, input).length === 0) {
      if (task.pinnedMin !== null && startWindows({ ...task, pinnedMin: null }, input).length > 0)
        add('pin', { code: 'pinOutside' })
      else add('window', { code: 'noWindow', minutes: task.minutes })
    }
  }
  return faults
}
