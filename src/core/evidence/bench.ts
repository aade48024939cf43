import { verdictAt } from './verdictAt'
import { madeAt } from './reading'
import type { Verdict } from '../rules/verdict'
import { type HoldLine, type HoldState, holdLine, holdStates } from './holdPoints'
import { type JobRecord, evidenceOf, judgementOf } from './judge'
import { type EvidenceContext, type Judgement, type Point, STAGES, type Stage } from './point'
import { pointsOf } from './points'
import { type PromiseEvidence, promiseEvidence } from './promiseEvidence'

/** All that can be said about a job, derived: the same in the browser and on the server. */
export interface Bench {
  context: EvidenceContext
  points: readonly Point[]
  judgements: ReadonlyMap<string, Judgement>
  holds: readonly HoldState[]
  holdLine: HoldLine
  promises: readonly PromiseEvidence[]
}

/** Derives points, verdicts, hold points and promises from what is stored. */
export function benchOf(record: JobRecord): Bench {
  const { installation } = record
  const evidence = evidenceOf(record)
  const points = pointsOf(installation)
  const judgements = new Map(points.map((point) => [point.key, judgementOf(evidence, point)]))
  const holds = holdStates(points, judgements, record.overrides, installation.checksAsOf)
  return {
    context: evidence.context,
    points,
    judgements,
    holds,
    holdLine: holdLine(holds),
    promises: promiseEvidence(installation, points, judgements, lastEvidenceOf(record)),
  }
}

/** When each point last got a reading; ISO instants of one clock sort as text. */
function lastEvidenceOf({ readings }: JobRecord): Map<string, string> {
  const last = new Map<string, string>()
  for (const reading of readings) {
    const at = madeAt(reading)
    if ((last.get(reading.pointKey) ?? '') < at) last.set(reading.pointKey, at)
  }
  return last
}

/** Points that have to be shown: all but the times of the work itself. */
export const pointsToShow = ({ points }: Pick<Bench, 'points'>): Point[] => points.filter(({ timing }) => !timing)

export interface StageSummary {
  stage: Stage
  verdicts: readonly Verdict[]
  proven: number
  total: number
  /** Whether the next live step waits for a point of this stage. */
  holdsJobUp: boolean
}

/** The rail: each stage's points as verdicts, and whether it holds the job up. */
export function stageSummaries({ points, judgements, holdLine: line }: Bench): StageSummary[] {
  const waiting = new Set(line.blocked.flatMap(({ waiting }) => waiting))
  return STAGES.map((stage) => {
    const own = points.filter((point) => point.stage === stage && !point.timing)
    const verdicts = own.map(({ key }) => verdictAt(judgements, key))
    return {
      stage,
      verdicts,
      proven: verdicts.filter((verdict) => verdict === 'proven').length,
      total: own.length,
      holdsJobUp: own.some(({ key }) => waiting.has(key)),
    }
  })
}
