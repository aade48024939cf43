import { boundOf } from '@/core/evidence/figure'
import type { JobRecord } from '@/core/evidence/judge'
import { ASK_CODES } from '@/core/evidence/readEntry'
import type { Reading } from '@/core/evidence/reading'
import type { WiringRevision } from '@/core/installation/wiring'

const withoutJob = <T extends object>(thing: T): Omit<T, 'jobId'> => {
  const { jobId: _job, ...rest } = thing as T & { jobId?: string }
  return rest as Omit<T, 'jobId'>
}

/** A thing of a kind: the fields of its kind stand beside its names. */
const thing = ({ detail, ...names }: { detail: object }) => ({ ...names, ...detail })

const revision = (made: WiringRevision | null) => {
  if (made === null) return null
  const { jobId: _job, layer: _layer, ...rest } = made
  return rest
}

/** A reading taken apart: what stands in its detail by a rule of entry has a place of its own. */
function reading(one: Reading) {
  const { bound: _bound, confirmed, ...detail } = one.detail ?? {}
  return {
    id: one.id,
    at: one.recordedAt,
    by: one.recordedByName,
    byId: one.recordedBy,
    point: one.pointKey,
    slot: one.slot,
    number: one.valueNumber,
    word: one.valueWord,
    digits: one.digits,
    unit: one.unit,
    bound: boundOf(one),
    confirmed: Array.isArray(confirmed) ? ASK_CODES.filter((code) => (confirmed as unknown[]).includes(code)) : [],
    detail: Object.keys(detail).length > 0 ? detail : null,
    ...(one.instrumentId !== null && { with: one.instrumentId }),
    receivedAt: one.receivedAt,
    supersedes: one.supersedes,
    supersedeReason: one.supersedeReason,
    shownVerdict: one.shownVerdict,
  }
}

/** A job's record as one open file, from which `recordOfJobFile` makes the same record again. */
export function jobFileOfRecord(
  record: JobRecord,
  { place, scheduledDay }: { place: string; scheduledDay: string | null },
) {
  const { installation } = record
  return {
    id: installation.jobId,
    name: installation.name,
    place,
    scheduledDay,
    packId: installation.packId,
    today: record.today,
    testDepth: installation.testDepth,
    checksAsOf: installation.checksAsOf,
    acceptsShedding: installation.acceptsShedding,
    chosenSchool: installation.chosenSchool,
    schoolReason: installation.schoolReason,
    supply: installation.supply,
    sources: installation.sources,
    site: installation.site,
    assumptions: installation.assumptions,
    loads: installation.loads.map(withoutJob),
    components: installation.components.map(withoutJob),
    circuits: installation.circuits.map(withoutJob),
    runs: installation.runs.map(withoutJob),
    electrodes: installation.electrodes.map(withoutJob),
    settings: installation.settings.map(withoutJob),
    survey: installation.survey.map((item) => thing(withoutJob(item))),
    fit: installation.fit.map((item) => thing(withoutJob(item))),
    coreColours: installation.coreColours,
    ownLimits: installation.ownLimits.map(({ byName, ...limit }) => ({ ...limit, by: byName })),
    promises: installation.promises.map(withoutJob),
    wiring: { planned: revision(installation.wiring.planned), wired: revision(installation.wiring.wired) },
    instruments: record.instruments,
    readings: record.readings.map(reading),
    attachments: record.attachments.map(withoutJob),
    overrides: record.overrides.map(({ id, step, condition, reason, byName, at }) => ({
      id,
      step,
      condition,
      reason,
      by: byName,
      at,
    })),
    outageMarks: record.outageMarks.map(({ byName, ...mark }) => ({ ...withoutJob(mark), by: byName })),
    visits: record.visits.map(({ byName, ...visit }) => ({ ...withoutJob(visit), by: byName })),
    replacements: record.replacements.map(
      ({ id, componentTag, oldSerial, cause, reason, replacedAt, replacedByName }) => ({
        id,
        componentTag,
        oldSerial,
        cause,
        reason,
        at: replacedAt,
        by: replacedByName,
      }),
    ),
    serialsElsewhere: record.serialsElsewhere.map(({ serial, jobName }) => ({ serial, jobName })),
  }
}
