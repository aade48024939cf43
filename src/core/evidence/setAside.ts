import type { Installation } from '../installation/installation'
import type { Attachment, Judgement, Point } from './point'
import { allPointsOf } from './points'
import { type Reading, madeAt } from './reading'

/** Something that happened to a job, and took away what it made stale: a unit that was replaced, a later visit. */
export interface SetsAside {
  /** When; what was recorded before it no longer counts for the points it covers. */
  at: string
  covers: (point: Point) => boolean
  /** Subject of pictures that go with it; `null` where none do. */
  pictureSubject: string | null
  /** What happened, as the beginning of a sentence. */
  words: string
}

export interface Remaining {
  readings: readonly Reading[]
  attachments: readonly Attachment[]
  /** Points that lost evidence, and what took it. */
  overtaken: ReadonlyMap<string, SetsAside>
}

/**
 * Sets evidence aside that was recorded before something it rests on changed: it stays on record, but what it showed has to be shown again.
 *
 * @param causes oldest first; the latest of several is named
 */
export function withoutOvertaken(
  installation: Installation,
  readings: readonly Reading[],
  attachments: readonly Attachment[],
  causes: readonly SetsAside[],
): Remaining {
  if (causes.length === 0) return { readings, attachments, overtaken: new Map() }
  const covering = new Map(
    allPointsOf(installation).map((point) => [point.key, causes.filter(({ covers }) => covers(point))]),
  )
  const overtaken = new Map<string, SetsAside>()
  const remaining = readings.filter((reading) => {
    const at = madeAt(reading)
    const by = covering.get(reading.pointKey)?.findLast((cause) => at < cause.at)
    if (by) overtaken.set(reading.pointKey, by)
    return !by
  })
  return {
    readings: remaining,
    attachments: attachments.filter(
      ({ subject, receivedAt }) =>
        !causes.some(({ pictureSubject, at }) => subject === pictureSubject && receivedAt < at),
    ),
    overtaken,
  }
}

/** Says of an open point that it was shown before, and what took that away. */
export function afterSetAside(judgement: Judgement, by: SetsAside | undefined): Judgement {
  if (by === undefined || judgement.verdict !== 'open') return judgement
  return { ...judgement, why: `Open again: ${by.words}. ${judgement.why}` }
}
