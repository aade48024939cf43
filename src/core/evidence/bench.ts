import { RULE_PACKS } from '../rules/packs'
import type { Verdict } from '../rules/verdict'
import { type HoldLine, type HoldOverride, type HoldStepId, type HoldState, holdLine, holdStates } from './holdPoints'
import { POINT_FAMILIES } from './families'
import type { Attachment, EvidenceContext, Judgement, Point, SerialElsewhere, Stage } from './point'
import { STAGES } from './point'
import { type Reading, standingReadings } from './reading'
import type { Replacement } from '../installation/fit'
import type { Installation, Instrument } from '../installation/installation'
import { type PromiseEvidence, promiseEvidence } from './promiseEvidence'
import { afterReplacement, withoutOvertaken } from './replacements'

/** What is stored about a job: everything else is worked out from it. */
export interface JobRecord {
  installation: Installation
  readings: readonly Reading[]
  attachments: readonly Attachment[]
  instruments: readonly Instrument[]
  overrides: readonly HoldOverride[]
  /** Components that were taken out, oldest first. */
  replacements: readonly Replacement[]
  /** Serials of this job that other jobs of the crew have on record too. */
  serialsElsewhere: readonly SerialElsewhere[]
  today: string
}

/** All that can be said about a job, derived: the same in the browser and on the server. */
export interface Bench {
  context: EvidenceContext
  points: readonly Point[]
  judgements: ReadonlyMap<string, Judgement>
  holds: readonly HoldState[]
  holdLine: HoldLine
  promises: readonly PromiseEvidence[]
}

const families = new Map(POINT_FAMILIES.map((family) => [family.id, family]))

/** Every point that an installation asks for, in working order within each stage. */
export function pointsOf(installation: Installation): Point[] {
  const pack = RULE_PACKS[installation.packId]
  const points = POINT_FAMILIES.flatMap((family) => family.derive(installation, pack))
  return points
    .filter(({ fullOnly }) => !fullOnly || installation.testDepth === 'full')
    .sort((a, b) => workingRank(a.key) - workingRank(b.key))
}

/** Judges one point with the context's readings. */
export function judgePoint(point: Point, context: EvidenceContext): Judgement {
  const family = families.get(point.family)
  if (!family) throw new Error(`point ${point.key} belongs to no known family (${point.family})`)
  return family.judge(point, context)
}

/** Derives points, verdicts, hold points and promises from what is stored. */
export function benchOf(record: JobRecord): Bench {
  const { installation } = record
  const { readings, attachments, overtaken } = withoutOvertaken(
    installation,
    standingReadings(record.readings),
    record.attachments,
    record.replacements,
  )
  const context: EvidenceContext = {
    installation,
    pack: RULE_PACKS[installation.packId],
    readings,
    attachments,
    instruments: record.instruments,
    serialsElsewhere: record.serialsElsewhere,
    today: record.today,
  }
  const points = pointsOf(installation)
  const judgements = new Map(
    points.map((point) => [point.key, afterReplacement(judgePoint(point, context), overtaken.get(point.key))]),
  )
  const holds = holdStates(points, judgements, record.overrides)
  return {
    context,
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
  for (const { pointKey, recordedAt } of readings)
    if ((last.get(pointKey) ?? '') < recordedAt) last.set(pointKey, recordedAt)
  return last
}

/** Points that have to be shown: all but the times of the work itself. */
export const pointsToShow = ({ points }: Pick<Bench, 'points'>): Point[] => points.filter(({ timing }) => !timing)

/** The order in which a crew works; a point's rank is that of the first pattern its key matches. */
const WORKING_ORDER: readonly RegExp[] = [
  /^survey\./,
  /^fit\./,
  /^wire\.positions/,
  /^wire\.identity/,
  /^wire\.cores/,
  /^wire\.loop/,
  /^wire\.torque/,
  /^wire\.dead/,
  /^earth\.electrode/,
  /^wire\.live/,
  /^wire\.ct/,
  /^earth\.rcd\..*\.grid$/,
  /^settings\./,
  /^outage\.medical/,
  /^outage\.told/,
  /^outage\.licensed/,
  /^outage\.bypass/,
  /^outage\.circuitsOpen/,
  /^outage\.islandSource/,
  /^earth\.islandBond/,
  /^earth\.rcd\..*\.island$/,
  /^outage\.saved/,
  /^outage\.heavyOff/,
  /^outage\.helper/,
  /^outage\.callout/,
  /^outage\.gap/,
  /^outage\.stayedOn/,
  /^outage\.returnGap/,
  /^outage\.cleanReturns/,
  /^outage\.asLeft/,
  /^handover\./,
]

const workingRank = (key: string): number => {
  const rank = WORKING_ORDER.findIndex((pattern) => pattern.test(key))
  return rank < 0 ? WORKING_ORDER.length : rank
}

/** The hold step that must be released before a point may be worked on; `null` for what is safe with the supply on. */
export function stepBefore(pointKey: string): HoldStepId | null {
  if (/^wire\.(live|ct)\./.test(pointKey) && pointKey !== 'wire.live.dead') return 'firstLive'
  if (/^outage\.islandSource|^earth\.islandBond|^earth\.rcd\..*\.island$/.test(pointKey)) return 'firstIsland'
  if (/^outage\.(gap|stayedOn|returnGap|cleanReturns)/.test(pointKey)) return 'loadedIsland'
  return null
}

export interface NextPoint {
  point: Point
  because: string
}

/** The crew's next open point in working order, and why it is next; stopped points come first, live ones wait for their hold. */
export function nextPoint(
  { points, judgements, holds }: Pick<Bench, 'points' | 'judgements' | 'holds'>,
  after?: string,
): NextPoint | null {
  const released = (key: string) => {
    const step = stepBefore(key)
    return step === null || (holds.find((state) => state.step.id === step)?.released ?? false)
  }
  const verdict = (point: Point) => judgements.get(point.key)?.verdict ?? 'open'
  const ready = points.filter((point) => !point.timing && released(point.key))
  const from = after === undefined ? 0 : ready.findIndex(({ key }) => key === after) + 1
  const ring = [...ready.slice(from), ...ready.slice(0, from)].filter(({ key }) => key !== after || ready.length === 1)
  const stopped = after === undefined ? ring.find((point) => verdict(point) === 'stop') : undefined
  if (stopped) return { point: stopped, because: 'It is stopped, and live steps wait for it.' }
  const open = ring.find((point) => verdict(point) === 'open')
  return open ? { point: open, because: open.why } : null
}

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
    const verdicts = own.map(({ key }) => judgements.get(key)?.verdict ?? 'open')
    return {
      stage,
      verdicts,
      proven: verdicts.filter((verdict) => verdict === 'proven').length,
      total: own.length,
      holdsJobUp: own.some(({ key }) => waiting.has(key)),
    }
  })
}

/** What a point's verdict would be with one more reading: shown while a value is typed, before it is stored. */
export function judgeWith(
  record: Pick<JobRecord, 'readings'>,
  context: EvidenceContext,
  point: Point,
  reading: Reading,
): Judgement {
  return judgePoint(point, { ...context, readings: standingReadings([...record.readings, reading]) })
}
