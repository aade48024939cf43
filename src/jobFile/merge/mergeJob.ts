import type { JobRecord } from '@/core/evidence/judge'
import type { Reading } from '@/core/evidence/reading'
import type { Installation } from '@/core/installation/installation'
import { WIRING_LAYERS, type WiringRevision } from '@/core/installation/wiring'
import { type EvidenceMerge, mergeEvidence } from './mergeEvidence'
import { sameValue } from '@/core/pack/sameValue'
import { THING_LISTS, type ThingMerge, mergeThings } from './mergeThings'

/** Parts of a job that are one thing each, as they stand in its installation. */
export const JOB_PARTS = [
  'name',
  'testDepth',
  'acceptsShedding',
  'chosenSchool',
  'schoolReason',
  'supply',
  'sources',
  'site',
  'assumptions',
  'coreColours',
] as const satisfies readonly (keyof Installation)[]
export type JobPart = (typeof JOB_PARTS)[number]

/** Lists of evidence: rows are added to them, and never changed. */
export const EVIDENCE_LISTS = [
  'readings',
  'attachments',
  'overrides',
  'outageMarks',
  'visits',
  'replacements',
  'ownLimits',
] as const
export type EvidenceList = (typeof EVIDENCE_LISTS)[number]

/** What a job's file would do to the job that is here, or to none. */
export interface JobMerge {
  isNew: boolean
  readings: EvidenceMerge<Reading> & {
    /** Corrections whose reading is nowhere, or was corrected otherwise already. */
    stray: readonly Reading[]
  }
  attachments: EvidenceMerge<JobRecord['attachments'][number]>
  overrides: EvidenceMerge<JobRecord['overrides'][number]>
  outageMarks: EvidenceMerge<JobRecord['outageMarks'][number]>
  visits: EvidenceMerge<JobRecord['visits'][number]>
  replacements: EvidenceMerge<JobRecord['replacements'][number]>
  ownLimits: EvidenceMerge<Installation['ownLimits'][number]>
  parts: readonly JobPart[]
  things: readonly ThingMerge[]
  /** The promises differ, whose evidence would have to be shown anew. */
  promisesDiffer: boolean
  wiring: readonly WiringRevision[]
}

const NO_EVIDENCE = {
  readings: [],
  attachments: [],
  overrides: [],
  outageMarks: [],
  visits: [],
  replacements: [],
} as const

/** Readings in an order in which each correction comes after what it corrects; those that can never come are apart. */
export function inOrder(fresh: readonly Reading[], here: readonly Reading[]) {
  const placed = new Set(here.map(({ id }) => id))
  const corrected = new Set(here.flatMap(({ supersedes }) => supersedes ?? []))
  const ordered: Reading[] = []
  let waiting = fresh
  for (let before = Infinity; waiting.length > 0 && waiting.length < before;) {
    before = waiting.length
    waiting = waiting.filter((reading) => {
      const { id, supersedes } = reading
      if (supersedes !== null && (!placed.has(supersedes) || corrected.has(supersedes))) return true
      if (supersedes !== null) corrected.add(supersedes)
      placed.add(id)
      ordered.push(reading)
      return false
    })
  }
  return { ordered, stray: waiting }
}

const promisesAs = ({ promises }: Installation) =>
  promises.map(({ kind, sentence, gapClass, runtimeH, loadTags }) => ({ kind, sentence, gapClass, runtimeH, loadTags }))

/**
 * What a job's file adds to a job, and where the two differ. Evidence is added by id and never changed; things of the plan are new, the same, or differ
 * by field; what only stands here stays.
 *
 * @param file the record of the file, with the ids it gets here
 * @param here the job as it stands; `null` where it is new
 * @param wiringHere ids of every revision of its wiring
 */
export function mergeJob(file: JobRecord, here: JobRecord | null, wiringHere: ReadonlySet<string>): JobMerge {
  const standing = here ?? NO_EVIDENCE
  const readings = mergeEvidence<Reading>(file.readings, standing.readings, [
    'pointKey',
    'slot',
    'valueNumber',
    'valueWord',
    'digits',
    'unit',
    'recordedAt',
    'supersedes',
  ])
  const { ordered, stray } = inOrder(readings.fresh, standing.readings)
  const own = here?.installation ?? null
  return {
    isNew: here === null,
    readings: { ...readings, fresh: ordered, stray },
    attachments: mergeEvidence(file.attachments, standing.attachments, ['kind', 'subject', 'sha256']),
    overrides: mergeEvidence(file.overrides, standing.overrides, ['step', 'condition', 'reason']),
    outageMarks: mergeEvidence(file.outageMarks, standing.outageMarks, ['runId', 'kind', 'subject', 'value', 'at']),
    visits: mergeEvidence(file.visits, standing.visits, ['kind', 'reason', 'touched', 'openedAt']),
    replacements: mergeEvidence(file.replacements, standing.replacements, ['componentTag', 'cause', 'reason']),
    ownLimits: mergeEvidence(file.installation.ownLimits, own?.ownLimits ?? [], ['key', 'value', 'reason']),
    parts: own === null ? [] : JOB_PARTS.filter((part) => !sameValue(own[part], file.installation[part])),
    things: THING_LISTS.map((list) => mergeThings(list, file.installation[list], own?.[list] ?? [])),
    promisesDiffer: own !== null && !sameValue(promisesAs(own), promisesAs(file.installation)),
    wiring: WIRING_LAYERS.flatMap((layer) => {
      const revision = file.installation.wiring[layer]
      return revision === null || wiringHere.has(revision.id) ? [] : [revision]
    }),
  }
}
