import { verdictAt } from '../evidence/verdictAt'
import { type Bench, pointsToShow } from '../evidence/bench'
import type { JobRecord } from '../evidence/judge'
import { type Review, reviewSummary } from './review'
import { type HandoverSignature, SIGNING_CAPACITIES, handoverDigest, signaturesNow } from './signature'

export const SEALING_CONCERNS = [
  'stopped',
  'open',
  'watch',
  'sentBack',
  'notReviewed',
  'overridden',
  'setAside',
  'corrected',
  'notSigned',
] as const
/** Something a pack would carry that whoever seals it should know first. */
export type SealingConcern = (typeof SEALING_CONCERNS)[number]

/** A concern with how many, and which: points by key, capacities for signatures. */
export interface SealingLine {
  concern: SealingConcern
  count: number
  keys: readonly string[]
}

/** What a pack sealed now would carry beside what is Proven, gravest first; nothing of it forbids the sealing, all of it is printed. */
export function beforeSealing(
  bench: Bench,
  record: Pick<JobRecord, 'readings' | 'overrides' | 'replacements'>,
  { reviews, signatures }: { reviews: readonly Review[]; signatures: readonly HandoverSignature[] },
): SealingLine[] {
  const points = pointsToShow(bench)
  const withVerdict = (verdict: string) =>
    points.filter(({ key }) => verdictAt(bench.judgements, key) === verdict).map(({ key }) => key)
  const review = reviewSummary(points, bench.judgements, reviews)
  const inState = (...states: readonly string[]) =>
    points.filter(({ key }) => states.includes(review.states.get(key) ?? 'notSeen')).map(({ key }) => key)
  const signed = signaturesNow(signatures, handoverDigest(bench))
  const counting = new Set(bench.context.readings.map(({ id }) => id))
  const superseded = new Set(record.readings.flatMap(({ supersedes }) => (supersedes === null ? [] : [supersedes])))
  // what neither counts any more nor was corrected was set aside: by a replaced unit, or a plan that changed
  const setAside = record.readings.filter(
    ({ id, supersedes }) => supersedes === null && !counting.has(id) && !superseded.has(id),
  )
  const lines: SealingLine[] = [
    ['stopped', withVerdict('stop')],
    ['open', withVerdict('open')],
    ['watch', withVerdict('watch')],
    ['sentBack', inState('sentBack')],
    ['notReviewed', inState('notSeen', 'changedSince')],
    ['overridden', record.overrides.map(({ condition }) => condition)],
    ['setAside', [...new Set(setAside.map(({ pointKey }) => pointKey))]],
    [
      'corrected',
      [...new Set(record.readings.flatMap(({ supersedes, pointKey }) => (supersedes === null ? [] : [pointKey])))],
    ],
    ['notSigned', SIGNING_CAPACITIES.filter((capacity) => signed[capacity]?.stands !== true)],
  ].map(([concern, keys]) => ({ concern: concern as SealingConcern, keys: keys as string[], count: keys?.length ?? 0 }))
  return lines.filter(({ count }) => count > 0)
}
