import type { NoPlace } from './noPlace'
import {
  type CrewDayInput,
  type CrewPerson,
  type CrewTask,
  DAY_MIN,
  type DayMin,
  type DayRules,
  MOST_DAYS,
  type StartWindow,
  startWindows,
  taskFaults,
} from './crewDay'
import { finishLowerBound } from './crewBound'

export interface PlannedTask {
  id: string
  startMin: DayMin
  endMin: DayMin
  people: string[]
}

export interface CrewSchedule {
  planned: PlannedTask[]
  /** Tasks without a place, and why. With any the schedule is not whole. */
  unplaced: { id: string; reason: NoPlace }[]
  finishMin: DayMin
  /** Isolated and proven dead again on a later day, before work on dead parts goes on. */
  isolatedAgain: PlannedTask[]
  /** When the customer has no supply, day by day. */
  powerOff: { fromMin: DayMin; toMin: DayMin }[]
  powerOffMinutes: number
  /** No schedule of these tasks ends earlier. */
  lowerBoundMin: DayMin
  /** (finish − bound) over the length of the work, both in working minutes; 0 is proven best. */
  gapShare: number
  /** Tasks that decide when the work ends, in their order. */
  critical: string[]
  /** Tasks that slip to the next day or later. */
  slips: string[]
  verdict: 'fits' | 'tight' | 'exceeds'
}

interface Busy {
  fromMin: DayMin
  toMin: DayMin
}

/** What the search needs of a problem, worked out once. */
interface Problem {
  tasks: readonly CrewTask[]
  people: readonly CrewPerson[]
  index: ReadonlyMap<string, number>
  before: readonly (readonly number[])[]
  after: readonly (readonly number[])[]
  windows: readonly (readonly StartWindow[])[]
  powerOff: DayRules['powerOff']
}

interface Built {
  start: Float64Array
  who: (readonly number[])[]
  finish: number
  offMinutes: number
  unplaced: number
  /** By day: the isolation that is made again, with who makes it. */
  again: ReadonlyMap<number, Again>
}

interface Again extends Busy {
  person: number
}

const problemOf = (tasks: readonly CrewTask[], input: CrewDayInput): Problem => {
  const index = new Map(tasks.map(({ id }, k) => [id, k]))
  const before = tasks.map(({ after }) => after.map((id) => index.get(id)).filter((k) => k !== undefined))
  const after: number[][] = tasks.map(() => [])
  before.forEach((list, k) => list.forEach((j) => after[j]?.push(k)))
  return {
    tasks,
    people: input.people,
    index,
    before,
    after,
    windows: tasks.map((task) => startWindows(task, input)),
    powerOff: input.rules.powerOff,
  }
}

const NONE = -1

/** Whether a person is there and free for a whole stretch. */
function isFree(person: CrewPerson, busy: readonly Busy[], fromMin: DayMin, toMin: DayMin): boolean {
  const midnight = Math.floor(fromMin / DAY_MIN) * DAY_MIN
  return (
    fromMin >= midnight + person.fromMin &&
    toMin <= midnight + person.toMin &&
    !busy.some((one) => one.fromMin < toMin && one.toMin > fromMin)
  )
}

/** Who does a task at a time: a licensed one where it has to be, otherwise those without a licence first, so that licences stay free. */
function team(task: CrewTask, { people }: Problem, busy: readonly Busy[][], atMin: DayMin): number[] | null {
  const free: number[] = []
  people.forEach((person, k) => {
    if (isFree(person, busy[k] as Busy[], atMin, atMin + task.minutes)) free.push(k)
  })
  if (free.length < task.people) return null
  const unlicensed = free.filter((k) => !people[k]?.licensed)
  const licensed = free.filter((k) => people[k]?.licensed)
  if (task.licensed && licensed.length === 0) return null
  const head = task.licensed ? licensed.slice(0, 1) : []
  return [...head, ...unlicensed, ...licensed.slice(head.length)].slice(0, task.people)
}

/** Builds a schedule task by task in a given order, each at its earliest time; the supply goes off not before `offFromMin` of a day. */
function build(problem: Problem, order: readonly number[], offFromMin: number): Built {
  const { tasks, before, windows, people } = problem
  const start = new Float64Array(tasks.length).fill(NONE)
  const who: (readonly number[])[] = tasks.map(() => [])
  const busy: Busy[][] = people.map(() => [])
  const again = new Map<number, Again>()
  let [finish, unplaced] = [0, 0]
  const place = (k: number, atMin: DayMin, own: readonly number[]) => {
    const { minutes } = tasks[k] as CrewTask
    start[k] = atMin
    who[k] = own
    for (const person of own) busy[person]?.push({ fromMin: atMin, toMin: atMin + minutes })
    finish = Math.max(finish, atMin + minutes)
  }
  // what is pinned keeps its people, whatever comes before it in the order
  const reserved = new Map<number, number[]>()
  for (const k of order) {
    const task = tasks[k] as CrewTask
    if (task.pinnedMin === null) continue
    const own = team(task, problem, busy, task.pinnedMin)
    if (own === null) continue
    reserved.set(k, own)
    for (const person of own) busy[person]?.push({ fromMin: task.pinnedMin, toMin: task.pinnedMin + task.minutes })
  }
  for (const k of order) {
    const task = tasks[k] as CrewTask
    const waits = before[k] as readonly number[]
    if (waits.some((j) => start[j] === NONE)) {
      unplaced++
      continue
    }
    const ready = waits.reduce(
      (latest, j) => Math.max(latest, (start[j] as number) + (tasks[j] as CrewTask).minutes),
      0,
    )
    if (task.pinnedMin !== null) {
      const own = reserved.get(k)
      if (own && ready <= task.pinnedMin && standsIsolated(problem, start, again, k, task.pinnedMin)) {
        start[k] = task.pinnedMin
        who[k] = own
        finish = Math.max(finish, task.pinnedMin + task.minutes)
      } else unplaced++
      continue
    }
    let found = false
    for (const { fromMin, toMin } of windows[k] as readonly StartWindow[]) {
      const day = Math.floor(fromMin / DAY_MIN)
      const midnight = day * DAY_MIN
      const ready1 = Math.max(fromMin, ready, task.powerOff ? midnight + offFromMin : 0)
      const isolating = isolatingAgain(problem, start, again, busy, k, day, ready1)
      if (isolating === 'impossible') continue
      const first = Math.max(ready1, isolating?.toMin ?? 0)
      if (first > toMin) continue
      const withAgain = isolating && !again.has(day) ? isolating : null
      if (withAgain) busy[withAgain.person]?.push(withAgain)
      const times = [first]
      people.forEach((person, p) => {
        const comes = midnight + person.fromMin
        if (comes > first && comes <= toMin) times.push(comes)
        for (const one of busy[p] as Busy[]) if (one.toMin > first && one.toMin <= toMin) times.push(one.toMin)
      })
      times.sort((a, b) => a - b)
      for (const atMin of times) {
        const own = team(task, problem, busy, atMin)
        if (own === null) continue
        place(k, atMin, own)
        if (withAgain) again.set(day, withAgain)
        found = true
        break
      }
      if (found) break
      if (withAgain) busy[withAgain.person]?.pop()
    }
    if (!found) unplaced++
  }
  let offMinutes = 0
  for (let day = 0; day < MOST_DAYS; day++) {
    let [from, to] = [Infinity, -Infinity]
    tasks.forEach((task, k) => {
      const at = start[k] as number
      if (!task.powerOff || at === NONE || Math.floor(at / DAY_MIN) !== day) return
      from = Math.min(from, at)
      to = Math.max(to, at + task.minutes)
    })
    from = Math.min(from, again.get(day)?.fromMin ?? Infinity)
    if (to > from) offMinutes += to - from
  }
  return { start, who, finish, offMinutes, unplaced, again }
}

/** Day on which a task's own isolation is made. */
const isolationDay = ({ tasks, index }: Problem, start: Float64Array, k: number): number | null => {
  const isolated = (tasks[k] as CrewTask).isolated
  if (isolated === null) return null
  const by = isolated.by === null ? undefined : index.get(isolated.by)
  return by === undefined ? 0 : Math.floor((start[by] as number) / DAY_MIN)
}

/** Whether work on dead parts may be done at a time: on the day of its isolation, or after it was made again. */
function standsIsolated(
  problem: Problem,
  start: Float64Array,
  again: ReadonlyMap<number, Again>,
  k: number,
  atMin: DayMin,
): boolean {
  const isolatedOn = isolationDay(problem, start, k)
  const day = Math.floor(atMin / DAY_MIN)
  return isolatedOn === null || isolatedOn === day || (again.get(day)?.toMin ?? Infinity) <= atMin
}

/** The isolation that has to be made again before a task on a day, by a licensed person who is free; `null` where none is needed. */
function isolatingAgain(
  problem: Problem,
  start: Float64Array,
  again: ReadonlyMap<number, Again>,
  busy: readonly Busy[][],
  k: number,
  day: number,
  fromMin: DayMin,
): Again | 'impossible' | null {
  const isolatedOn = isolationDay(problem, start, k)
  if (isolatedOn === null || isolatedOn === day) return null
  const there = again.get(day)
  if (there) return there
  const minutes = (problem.tasks[k] as CrewTask).isolated?.minutes ?? 0
  const closes = day * DAY_MIN + problem.powerOff.toMin
  const found: Again[] = problem.people.flatMap((person, p): Again[] => {
    if (!person.licensed) return []
    const times = [fromMin, day * DAY_MIN + person.fromMin, ...(busy[p] as Busy[]).map(({ toMin }) => toMin)]
    const at = times
      .filter((time) => time >= fromMin && time + minutes <= closes)
      .sort((a, b) => a - b)
      .find((time) => isFree(person, busy[p] as Busy[], time, time + minutes))
    return at === undefined ? [] : [{ fromMin: at, toMin: at + minutes, person: p }]
  })
  return found.sort((a, b) => a.toMin - b.toMin)[0] ?? 'impossible'
}

/** Fewer tasks without a place, then an earlier finish, then less time without supply. */
const isBetter = (a: Built, b: Built): boolean =>
  (a.unplaced - b.unplaced || a.finish - b.finish || a.offMinutes - b.offMinutes) < 0

/** Tasks in an order that respects predecessors, those with the longest way still before them first. */
function firstOrder({ tasks, before, after }: Problem): number[] {
  const tail = new Float64Array(tasks.length).fill(NONE)
  const tailOf = (k: number): number => {
    if (tail[k] === NONE)
      tail[k] = (tasks[k] as CrewTask).minutes + Math.max(0, ...(after[k] as readonly number[]).map(tailOf))
    return tail[k] as number
  }
  const waiting = before.map((list) => list.length)
  const order: number[] = []
  const ready = tasks.map((_, k) => k).filter((k) => waiting[k] === 0)
  while (ready.length > 0) {
    ready.sort((a, b) => tailOf(b) - tailOf(a) || a - b)
    const next = ready.shift() as number
    order.push(next)
    for (const k of after[next] as readonly number[]) if (--(waiting[k] as number) === 0) ready.push(k)
  }
  return order
}

/** A small generator of even numbers below 1, so that a schedule is the same each time it is made. */
function evenNumbers(seed: number): () => number {
  let state = seed >>> 0
  return () => {
    state = (state + 0x6d2b79f5) >>> 0
    let mixed = Math.imul(state ^ (state >>> 15), state | 1)
    mixed ^= mixed + Math.imul(mixed ^ (mixed >>> 7), mixed | 61)
    return ((mixed ^ (mixed >>> 14)) >>> 0) / 2 ** 32
  }
}

/** Moves one task to another place of the order that its predecessors and successors allow. */
function moved(order: readonly number[], { before, after }: Problem, random: () => number): number[] {
  const from = Math.floor(random() * order.length)
  const task = order[from] as number
  const place = new Map(order.map((k, at) => [k, at]))
  const low = Math.max(-1, ...(before[task] as readonly number[]).map((k) => place.get(k) as number)) + 1
  const high = Math.min(order.length, ...(after[task] as readonly number[]).map((k) => place.get(k) as number)) - 1
  const to = low + Math.floor(random() * (high - low + 1))
  const next = order.filter((_, at) => at !== from)
  next.splice(to, 0, task)
  return next
}

export interface SearchOptions {
  /** Schedules that are built at most. */
  most?: number
  /** Asked now and then; true ends the search with the best so far. */
  stopped?: (shareDone: number) => boolean
}

/** Orders without improvement after which the search starts again from the best one, shaken. */
const PATIENCE = 120

/**
 * F-5: a schedule of the crew's tasks that ends as early as can be found, then with the least time without supply: each order of tasks is
 * built task by task at the earliest time its windows, predecessors and people allow; orders are improved by moving single tasks. A lower
 * bound tells how far from the best it can be at most. Tasks that can have no place are named with the reason, and what waits for them with them.
 */
export function crewSchedule(input: CrewDayInput, { most = 6000, stopped }: SearchOptions = {}): CrewSchedule {
  const faults = taskFaults(input)
  const faulty = new Map<string, NoPlace>()
  for (const { id, reason } of faults) if (!faulty.has(id)) faulty.set(id, reason)
  let grew = true
  while (grew) {
    grew = false
    for (const { id, after } of input.tasks) {
      const cause = faulty.has(id) ? undefined : after.find((before) => faulty.has(before))
      if (cause === undefined) continue
      faulty.set(id, { code: 'waitsFor', before: cause })
      grew = true
    }
  }
  const sound = input.tasks.filter(({ id }) => !faulty.has(id))
  const problem = problemOf(sound, input)
  const lowerBoundMin = finishLowerBound(sound, input)
  const { best, order } = searchFinish(problem, lowerBoundMin, most, stopped)
  const shortest = shortenPowerOff(problem, order, best)
  return told(
    problem,
    shortest,
    [...faulty].map(([id, reason]) => ({ id, reason })),
    lowerBoundMin,
    input,
  )
}

function searchFinish(
  problem: Problem,
  lowerBoundMin: DayMin,
  most: number,
  stopped: SearchOptions['stopped'],
): { best: Built; order: number[] } {
  const random = evenNumbers(problem.tasks.length * 7919 + 17)
  let order = firstOrder(problem)
  let current = build(problem, order, 0)
  let [best, bestOrder] = [current, order]
  let [idle, sinceProven] = [0, 0]
  for (let k = 0; k < most && order.length > 1; k++) {
    // a proven finish leaves a while for the time without supply
    if (best.unplaced === 0 && best.finish <= lowerBoundMin && (best.offMinutes === 0 || ++sinceProven > most / 4))
      break
    if (k % 64 === 0 && stopped?.(k / most)) break
    const tried = moved(order, problem, random)
    const built = build(problem, tried, 0)
    // an order as good as the present one is taken too, so that the search drifts across plateaus
    if (!isBetter(current, built)) [order, current] = [tried, built]
    if (isBetter(built, best)) {
      ;[best, bestOrder] = [built, tried]
      idle = 0
    } else if (++idle > PATIENCE) {
      order = bestOrder
      for (let shake = 0; shake < 4; shake++) order = moved(order, problem, random)
      current = build(problem, order, 0)
      idle = 0
    }
  }
  return { best, order: bestOrder }
}

const OFF_STEP_MIN = 5

/** Lets the supply go off as late as the same finish allows. */
function shortenPowerOff(problem: Problem, order: readonly number[], best: Built): Built {
  if (best.offMinutes === 0) return best
  let shortest = best
  const off = problem.tasks.flatMap((task, k) =>
    task.powerOff && best.start[k] !== NONE ? [(best.start[k] as number) % DAY_MIN] : [],
  )
  const first = Math.min(...off)
  for (let from = first + OFF_STEP_MIN; from <= first + best.offMinutes; from += OFF_STEP_MIN) {
    const later = build(problem, order, from)
    if (later.unplaced > best.unplaced || later.finish > best.finish) break
    if (isBetter(later, shortest)) shortest = later
  }
  return shortest
}

function told(
  problem: Problem,
  built: Built,
  faulty: CrewSchedule['unplaced'],
  lowerBoundMin: DayMin,
  { people, rules }: CrewDayInput,
): CrewSchedule {
  const { tasks, before } = problem
  const planned: PlannedTask[] = []
  const unplaced = [...faulty]
  tasks.forEach((task, k) => {
    const at = built.start[k] as number
    if (at === NONE) unplaced.push({ id: task.id, reason: whyUnplaced(problem, built, k) })
    else
      planned.push({
        id: task.id,
        startMin: at,
        endMin: at + task.minutes,
        people: (built.who[k] as readonly number[]).map((p) => (people[p] as CrewPerson).id),
      })
  })
  planned.sort((a, b) => a.startMin - b.startMin || a.endMin - b.endMin)
  const powerOff: CrewSchedule['powerOff'] = []
  for (let day = 0; day < MOST_DAYS; day++) {
    const off = planned.filter(
      ({ id, startMin }) => tasks[problem.index.get(id) as number]?.powerOff && Math.floor(startMin / DAY_MIN) === day,
    )
    if (off.length > 0)
      powerOff.push({
        fromMin: Math.min(...off.map(({ startMin }) => startMin), built.again.get(day)?.fromMin ?? Infinity),
        toMin: Math.max(...off.map(({ endMin }) => endMin)),
      })
  }
  const beginMin = planned[0]?.startMin ?? rules.daylight.fromMin
  const [opens, closes] = [
    Math.min(...people.map(({ fromMin }) => fromMin)),
    Math.max(...people.map(({ toMin }) => toMin)),
  ]
  const worked = (atMin: DayMin) =>
    Math.floor(atMin / DAY_MIN) * (closes - opens) + Math.min(closes, Math.max(opens, atMin % DAY_MIN))
  const slips = planned.filter(({ startMin }) => startMin >= DAY_MIN).map(({ id }) => id)
  return {
    planned,
    unplaced,
    finishMin: built.finish,
    isolatedAgain: [...built.again.values()]
      .sort((a, b) => a.fromMin - b.fromMin)
      .map(({ fromMin, toMin, person }, n) => ({
        id: `again${n + 1}`,
        startMin: fromMin,
        endMin: toMin,
        people: [(people[person] as CrewPerson).id],
      })),
    powerOff,
    powerOffMinutes: built.offMinutes,
    lowerBoundMin,
    gapShare:
      built.finish > beginMin
        ? Math.max(0, worked(built.finish) - worked(lowerBoundMin)) / (worked(built.finish) - worked(beginMin))
        : 0,
    critical: criticalChain(planned, (id) =>
      (before[problem.index.get(id) as number] as readonly number[]).map((k) => (tasks[k] as CrewTask).id),
    ),
    slips,
    verdict: unplaced.length > 0 ? 'exceeds' : slips.length > 0 ? 'tight' : 'fits',
  }
}

function whyUnplaced(problem: Problem, built: Built, k: number): NoPlace {
  const { tasks, before } = problem
  const { start } = built
  const task = tasks[k] as CrewTask
  const waits = (before[k] as readonly number[]).find((j) => start[j] === NONE)
  if (waits !== undefined) return { code: 'waitsFor', before: (tasks[waits] as CrewTask).id }
  if (task.pinnedMin !== null) {
    if (!standsIsolated(problem, built.start, built.again, k, task.pinnedMin)) return { code: 'pinNotIsolated' }
    const late = (before[k] as readonly number[]).find(
      (j) => (start[j] as number) + (tasks[j] as CrewTask).minutes > (task.pinnedMin as number),
    )
    return late === undefined ? { code: 'pinTaken' } : { code: 'pinTooEarly', before: (tasks[late] as CrewTask).id }
  }
  return { code: 'nobodyFree' }
}

/** The chain that decides the finish: from the last task back through what ended when the next began, by precedence first, then by people. */
function criticalChain(planned: readonly PlannedTask[], beforeOf: (id: string) => string[]): string[] {
  const byId = new Map(planned.map((task) => [task.id, task]))
  const chain: string[] = []
  let at = planned.reduce<PlannedTask | undefined>(
    (last, task) => (last === undefined || task.endMin > last.endMin ? task : last),
    undefined,
  )
  while (at) {
    chain.unshift(at.id)
    const { startMin, people, id } = at
    at =
      beforeOf(id)
        .map((other) => byId.get(other))
        .find((other) => other?.endMin === startMin) ??
      planned.find((other) => other.endMin === startMin && other.people.some((person) => people.includes(person)))
  }
  return chain
}
