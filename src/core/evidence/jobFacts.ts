import { type TaskRecord, modelsOf } from '../fit/firstTime'
import { verdictAt } from './verdictAt'
import { fitOf } from '../installation/fit'
import type { Verdict } from '../rules/verdict'
import { STAGE_WORDS, type Stage } from './point'
import { benchOf, pointsToShow, stageSummaries } from './bench'
import { COMMISSIONING_STEPS, stepWork } from '../settings/commissioning'
import { stepRecord } from './families/commissioning'
import { TASK_KEY_STEM } from './families/taskTime'
import type { JobRecord } from './judge'
import { madeAt, standingReadings } from './reading'

/** Marks of one stage that a card of the job shows; a stage may have hundreds. */
export const MOST_MARKS = 14

/** What a list says of a job, so that nothing is worked out in it. */
export interface JobFacts {
  counts: Record<Verdict, number>
  stages: { stage: Stage; verdicts: Verdict[]; total: number; holdsJobUp: boolean }[]
  /** The first hold in a sentence, and the point to begin with. */
  hold: string
  holdPoint: string | null
  readingCount: number
  surveyed: boolean
  planned: boolean
  /** Something stands in the way of the work: a danger, or a stage that holds a planned job up. */
  held: boolean
  /** Ids of those who recorded in it, and names of those who are planned for its day. */
  people: string[]
  /** When the server last got a reading of it. */
  lastRecordedAt: string | null
  /** Minutes that its tasks took, by template, and its steps of commissioning, by their name. */
  taskMinutes: TaskRecord[]
}

/** Counts up whenever the same record would give other facts: what was stored before is then worked out anew. */
export const FACTS_VERSION = 19

/** What a list says of a job, from all that is stored of it. */
export function jobFacts(record: JobRecord): JobFacts {
  const bench = benchOf(record)
  const counts: JobFacts['counts'] = { proven: 0, watch: 0, open: 0, stop: 0 }
  for (const { key } of pointsToShow(bench)) counts[verdictAt(bench.judgements, key)]++
  const { installation } = record
  const stages = stageSummaries(bench)
  const planned = installation.chosenSchool !== null
  return {
    counts,
    stages: stages.map(({ stage, verdicts, holdsJobUp }) => ({
      stage,
      verdicts: verdicts.slice(0, MOST_MARKS),
      total: verdicts.length,
      holdsJobUp,
    })),
    hold: bench.holdLine.sentence,
    holdPoint: bench.holdLine.pointKey,
    readingCount: record.readings.length,
    surveyed: installation.loads.length > 0 && installation.sources.units.length > 0,
    planned,
    held: counts.stop > 0 || (planned && stages.some(({ holdsJobUp }) => holdsJobUp)),
    people: peopleOf(record),
    lastRecordedAt: lastRecordedAt(record),
    taskMinutes: [...taskMinutesOf(record), ...stepMinutesOf(record)],
  }
}

function peopleOf({ installation, readings }: JobRecord): string[] {
  const planned = fitOf(installation.fit, 'person').map(({ name }) => name)
  return [...new Set([...readings.map(({ recordedBy }) => recordedBy), ...planned])].sort()
}

const lastRecordedAt = ({ readings }: JobRecord): string | null =>
  readings.reduce<string | null>(
    (last, { receivedAt }) => (receivedAt !== null && (last === null || receivedAt > last) ? receivedAt : last),
    null,
  )

/** From the last start to the last end of each task, as recorded on site. */
function taskMinutesOf({ installation, readings }: JobRecord): JobFacts['taskMinutes'] {
  const last = new Map<string, string>()
  for (const reading of standingReadings(readings))
    if (reading.pointKey.startsWith(TASK_KEY_STEM)) last.set(`${reading.pointKey}/${reading.slot}`, madeAt(reading))
  return installation.fit.flatMap((item) => {
    if (item.kind !== 'task' || item.detail.template === null) return []
    const key = TASK_KEY_STEM + item.tag
    const [start, done] = [last.get(`${key}/start`), last.get(`${key}/done`)]
    if (start === undefined || done === undefined || done <= start) return []
    return [
      {
        template: item.detail.template,
        minutes: (Date.parse(done) - Date.parse(start)) / 60_000,
        at: done,
        models: modelsOf(installation.components),
      },
    ]
  })
}

/** From the last beginning to the last end of each step of commissioning that was done. */
function stepMinutesOf({ installation, readings }: JobRecord): JobFacts['taskMinutes'] {
  return COMMISSIONING_STEPS.flatMap((step) => {
    const { begunMs, ended } = stepRecord(step, readings)
    if (begunMs === null || ended?.as !== 'done' || ended.atMs <= begunMs) return []
    return [
      {
        template: stepWork(step),
        minutes: (ended.atMs - begunMs) / 60_000,
        at: new Date(ended.atMs).toISOString(),
        models: modelsOf(installation.components),
      },
    ]
  })
}

/** Every stage without a mark: what a job shows of itself while nothing is worked out yet. */
export const NO_STAGES: JobFacts['stages'] = (Object.keys(STAGE_WORDS) as Stage[]).map((stage) => ({
  stage,
  verdicts: [],
  total: 0,
  holdsJobUp: false,
}))
