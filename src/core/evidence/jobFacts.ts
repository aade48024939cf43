import { verdictAt } from './verdictAt'
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
  /** Minutes that its tasks took, by template, and its steps of commissioning, by their name. */
  taskMinutes: { template: string; minutes: number }[]
}

/** Counts up whenever the same record would give other facts: what was stored before is then worked out anew. */
export const FACTS_VERSION = 11

/** What a list says of a job, from all that is stored of it. */
export function jobFacts(record: JobRecord): JobFacts {
  const bench = benchOf(record)
  const counts: JobFacts['counts'] = { proven: 0, watch: 0, open: 0, stop: 0 }
  for (const { key } of pointsToShow(bench)) counts[verdictAt(bench.judgements, key)]++
  const { installation } = record
  return {
    counts,
    stages: stageSummaries(bench).map(({ stage, verdicts, holdsJobUp }) => ({
      stage,
      verdicts: verdicts.slice(0, MOST_MARKS),
      total: verdicts.length,
      holdsJobUp,
    })),
    hold: bench.holdLine.sentence,
    holdPoint: bench.holdLine.pointKey,
    readingCount: record.readings.length,
    surveyed: installation.loads.length > 0 && installation.sources.units.length > 0,
    planned: installation.chosenSchool !== null,
    taskMinutes: [...taskMinutesOf(record), ...stepMinutesOf(record)],
  }
}

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
    return [{ template: item.detail.template, minutes: (Date.parse(done) - Date.parse(start)) / 60_000 }]
  })
}

/** From the last beginning to the last end of each step of commissioning that was done. */
function stepMinutesOf({ readings }: JobRecord): JobFacts['taskMinutes'] {
  return COMMISSIONING_STEPS.flatMap((step) => {
    const { begunMs, ended } = stepRecord(step, readings)
    if (begunMs === null || ended?.as !== 'done' || ended.atMs <= begunMs) return []
    return [{ template: stepWork(step), minutes: (ended.atMs - begunMs) / 60_000 }]
  })
}

/** Every stage without a mark: what a job shows of itself while nothing is worked out yet. */
export const NO_STAGES: JobFacts['stages'] = (Object.keys(STAGE_WORDS) as Stage[]).map((stage) => ({
  stage,
  verdicts: [],
  total: 0,
  holdsJobUp: false,
}))
