import {
  type CrewDayInput,
  type CrewPerson,
  type CrewTask,
  DAY_MIN,
  type DayMin,
  MOST_DAYS,
  startWindows,
} from './crewDay'

/** Earliest start that windows and predecessors leave a task when people are no matter. */
function headsOf(tasks: readonly CrewTask[], input: CrewDayInput): Map<string, DayMin> {
  const byId = new Map(tasks.map((task) => [task.id, task]))
  const heads = new Map<string, DayMin>()
  const headOf = (task: CrewTask): DayMin => {
    const known = heads.get(task.id)
    if (known !== undefined) return known
    const ready = Math.max(
      0,
      ...task.after
        .map((id) => byId.get(id))
        .filter((before) => before !== undefined)
        .map((before) => headOf(before) + before.minutes),
    )
    const window = startWindows(task, input).find(({ toMin }) => toMin >= ready)
    const head = window ? Math.max(window.fromMin, ready) : ready
    heads.set(task.id, head)
    return head
  }
  for (const task of tasks) headOf(task)
  return heads
}

/** Minutes of work that must still follow a task's end. */
function tailsOf(tasks: readonly CrewTask[]): Map<string, number> {
  const tails = new Map<string, number>()
  const tailOf = (id: string): number => {
    const known = tails.get(id)
    if (known !== undefined) return known
    const tail = Math.max(
      0,
      ...tasks.filter(({ after }) => after.includes(id)).map((next) => next.minutes + tailOf(next.id)),
    )
    tails.set(id, tail)
    return tail
  }
  for (const { id } of tasks) tailOf(id)
  return tails
}

/** Earliest minute by which some people can have done a number of person-minutes, from a minute on. */
function doneBy(people: readonly CrewPerson[], fromMin: DayMin, personMinutes: number): DayMin {
  if (personMinutes <= 0) return fromMin
  const edges = new Set<number>([fromMin])
  for (let day = 0; day <= MOST_DAYS; day++)
    for (const person of people) for (const edge of [person.fromMin, person.toMin]) edges.add(day * DAY_MIN + edge)
  const sorted = [...edges].filter((edge) => edge >= fromMin).sort((a, b) => a - b)
  let left = personMinutes
  for (let k = 0; k + 1 < sorted.length; k++) {
    const [a, b] = [sorted[k] as number, sorted[k + 1] as number]
    const there = people.filter((person) => a % DAY_MIN >= person.fromMin && a % DAY_MIN < person.toMin).length
    if (there * (b - a) >= left) return a + left / there
    left -= there * (b - a)
  }
  return sorted.at(-1) ?? fromMin
}

/** Person-minutes that some people have between two minutes of one day. */
const capacity = (people: readonly CrewPerson[], fromMin: DayMin, toMin: DayMin): number =>
  people.reduce(
    (sum, person) => sum + Math.max(0, Math.min(toMin, person.toMin) - Math.max(fromMin, person.fromMin)),
    0,
  )

/** Whose time is counted against which work. */
interface WorkView {
  tasks: CrewTask[]
  people: readonly CrewPerson[]
  work: (task: CrewTask) => number
}

/** Whether some group of tasks cannot all be done on the first day: between their earliest starts and their latest ends there is too little time. */
function tooMuchForOneDay(
  views: readonly WorkView[],
  head: (task: CrewTask) => DayMin,
  due: (task: CrewTask) => DayMin,
): boolean {
  return views.some((view) =>
    [...new Set(view.tasks.map(head))].some((fromMin) => {
      const late = view.tasks.filter((task) => head(task) >= fromMin)
      return [...new Set(late.map(due))].some(
        (byMin) =>
          late.reduce((sum, task) => (due(task) <= byMin ? sum + view.work(task) : sum), 0) >
          capacity(view.people, fromMin, byMin) + 1e-9,
      )
    }),
  )
}

const commonStep = (a: number, b: number): number => (b === 0 ? a : commonStep(b, a % b))

/**
 * A minute before which no schedule of these tasks can end (F-5): the longest chain of predecessors with its windows, and for every group
 * of tasks that begins late enough and has enough to follow, the person-minutes it takes of the crew, of the licensed, and of tasks so
 * large that no two of them go side by side; the next day when some group has no room on the first. Rounded up to the minutes at which
 * anything can end at all. 0 without tasks.
 */
export function finishLowerBound(tasks: readonly CrewTask[], input: CrewDayInput): DayMin {
  if (tasks.length === 0 || input.people.length === 0) return 0
  const heads = headsOf(tasks, input)
  const tails = tailsOf(tasks)
  const head = (task: CrewTask) => heads.get(task.id) as number
  const tail = (task: CrewTask) => tails.get(task.id) as number
  let bound = Math.max(...tasks.map((task) => head(task) + task.minutes + tail(task)))
  const { people } = input
  const widest = {
    ...(people[0] as CrewPerson),
    fromMin: Math.min(...people.map(({ fromMin }) => fromMin)),
    toMin: Math.max(...people.map(({ toMin }) => toMin)),
  }
  const all: WorkView[] = [
    { tasks: [...tasks], people, work: ({ minutes, people: needed }) => minutes * needed },
    {
      tasks: tasks.filter(({ licensed }) => licensed),
      people: people.filter(({ licensed }) => licensed),
      work: ({ minutes }) => minutes,
    },
    {
      tasks: tasks.filter(({ people: needed }) => 2 * needed > people.length),
      people: [widest],
      work: ({ minutes }) => minutes,
    },
  ]
  const views = all.filter((view) => view.people.length > 0)
  for (const view of views) {
    for (const fromMin of new Set(view.tasks.map(head))) {
      const late = view.tasks.filter((task) => head(task) >= fromMin)
      for (const follows of new Set(late.map(tail))) {
        const group = late.filter((task) => tail(task) >= follows)
        bound = Math.max(
          bound,
          doneBy(
            view.people,
            fromMin,
            group.reduce((sum, task) => sum + view.work(task), 0),
          ) + follows,
        )
      }
    }
  }
  const lastStart = (task: CrewTask) =>
    Math.max(
      -Infinity,
      ...startWindows(task, input)
        .filter(({ fromMin }) => fromMin < DAY_MIN)
        .map(({ toMin }) => toMin),
    )
  const due = (task: CrewTask) => Math.min(lastStart(task) + task.minutes, widest.toMin - tail(task))
  if (bound > widest.toMin || tooMuchForOneDay(views, head, due))
    bound = Math.max(bound, DAY_MIN + widest.fromMin + Math.min(...tasks.map(({ minutes }) => minutes)))
  const edges = [
    ...tasks.flatMap((task) => [task.minutes, ...startWindows(task, input).map(({ fromMin }) => fromMin)]),
    ...people.map(({ fromMin }) => fromMin),
  ]
  const step = edges.every(Number.isInteger) ? edges.reduce(commonStep, 0) : 0
  return step > 0 ? Math.ceil(bound / step - 1e-9) * step : bound
}
