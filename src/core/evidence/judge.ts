import type { Replacement } from '../installation/fit'
import type { Installation, Instrument } from '../installation/installation'
import type { Visit } from '../installation/visit'
import type { OutageMark } from '../outage/run/outageMark'
import { rulesOf } from '../installation/rulesOf'
import { familyOf } from './families'
import type { HoldOverride } from './holdPoints'
import type { Attachment, EvidenceContext, Judgement, Point, SerialElsewhere } from './point'
import { type Reading, standingReadings } from './reading'
import { asideByReplacements } from './replacements'
import { type SetsAside, afterSetAside, withoutOvertaken } from './setAside'
import { asideByVisits } from './visits'
import { unusableFigures } from './slotReadings'

/** What stands on the cover of a job, beside all that is judged. */
export interface JobCover {
  place: string
  scheduledDay: string | null
  gatewayHost: string | null
  gatewayPort: number | null
}

/** What is stored about a job: everything else is worked out from it. */
export interface JobRecord {
  installation: Installation
  readings: readonly Reading[]
  attachments: readonly Attachment[]
  instruments: readonly Instrument[]
  overrides: readonly HoldOverride[]
  /** What was tapped while the supply was cut, in the order it came in. */
  outageMarks: readonly OutageMark[]
  /** Components that were taken out, oldest first. */
  replacements: readonly Replacement[]
  /** Later visits, oldest first. */
  visits: readonly Visit[]
  /** Serials of this job that other jobs of the crew have on record too. */
  serialsElsewhere: readonly SerialElsewhere[]
  today: string
  /** Known where the job is open on a bench: nothing is judged by it. */
  cover?: JobCover
}

/** A record as its judges see it: what still counts, and what took the rest. */
export interface Evidence {
  context: EvidenceContext
  overtaken: ReadonlyMap<string, SetsAside>
}

/** What still counts of a record: nothing corrected, nothing taken back, nothing shown with a component that is gone or before a visit that asks for it again. */
export function evidenceOf(record: JobRecord): Evidence {
  const { installation, instruments, serialsElsewhere, today, replacements, visits } = record
  const { readings, attachments, overtaken } = withoutOvertaken(
    installation,
    standingReadings(record.readings),
    record.attachments,
    [...asideByReplacements(installation, replacements), ...asideByVisits(installation, visits)],
  )
  return {
    context: {
      installation,
      pack: rulesOf(installation),
      readings,
      attachments,
      instruments,
      serialsElsewhere,
      today,
    },
    overtaken,
  }
}

/** Adds which figures count for nothing, so that an Open verdict over a typed figure is no riddle. */
function withUnusable(judgement: Judgement, point: Point, context: EvidenceContext): Judgement {
  if (judgement.verdict !== 'open' || familyOf(point).tellsFigures) return judgement
  const unusable = unusableFigures(point, context)
  return unusable.length === 0 ? judgement : { ...judgement, why: [judgement.why, ...unusable].join(' ') }
}

/** The one judgement of a point, for the bench and for the verdict while typing alike. */
export function judgementOf({ context, overtaken }: Evidence, point: Point): Judgement {
  const judged = withUnusable(familyOf(point).judge(point, context), point, context)
  return afterSetAside(judged, overtaken.get(point.key))
}

/** What a point's verdict would be with one more reading: that of the bench of the record with it. */
export const judgeWith = (record: JobRecord, point: Point, reading: Reading): Judgement =>
  judgementOf(evidenceOf({ ...record, readings: [...record.readings, reading] }), point)
