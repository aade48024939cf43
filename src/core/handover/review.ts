import type { Judgement, Point } from '../evidence/point'

export const REVIEW_WORDS = ['agreed', 'sentBack'] as const
/** What a checker says of a point: seen and agreed with, or sent back with a word. */
export type ReviewWord = (typeof REVIEW_WORDS)[number]

/** One thing a checker said of one point; kept for good, the latest stands. */
export interface Review {
  id: string
  pointKey: string
  word: ReviewWord
  /** Why it is sent back. */
  note: string | null
  /** The point as the checker saw it. */
  saw: string
  byName: string
  at: string
}

export const REVIEW_STATES = ['notSeen', 'agreed', 'sentBack', 'changedSince'] as const
/** How a point stands with the checker: what was said of it counts only while the point is as it was seen. */
export type ReviewState = (typeof REVIEW_STATES)[number]

/**
 * A point as somebody sees it: its verdict and its figure.
 *
 * @example pointAsSeen({ code: 'E-3', verdict: 'proven', value: '38.2 Ω', limit: null, basis: null, why: '' }) // 'proven 38.2 Ω'
 */
export const pointAsSeen = (judgement: Pick<Judgement, 'verdict' | 'value'> | undefined): string =>
  judgement === undefined ? 'open' : [judgement.verdict, judgement.value].filter(Boolean).join(' ')

/** The latest that was said of each point. */
export function latestReviews(reviews: readonly Review[]): ReadonlyMap<string, Review> {
  const latest = new Map<string, Review>()
  for (const review of [...reviews].sort(
    (one, other) => one.at.localeCompare(other.at) || one.id.localeCompare(other.id),
  ))
    latest.set(review.pointKey, review)
  return latest
}

/** How a point stands with the checker. A point that changed after it was agreed with has to be seen again; one that was sent back stays so until it changed. */
export function reviewState(review: Review | undefined, now: string): ReviewState {
  if (review === undefined) return 'notSeen'
  if (review.saw !== now) return 'changedSince'
  return review.word
}

/** Points of a job by how they stand with the checker, and the words they were sent back with. */
export interface ReviewSummary {
  counts: Readonly<Record<ReviewState, number>>
  states: ReadonlyMap<string, ReviewState>
  /** Whether a checker has agreed with every point as it stands now. */
  whole: boolean
}

/** Sums up a checker's review over the points that are shown. A job without points is not reviewed. */
export function reviewSummary(
  points: readonly Pick<Point, 'key'>[],
  judgements: ReadonlyMap<string, Judgement>,
  reviews: readonly Review[],
): ReviewSummary {
  const latest = latestReviews(reviews)
  const states = new Map(
    points.map(({ key }) => [key, reviewState(latest.get(key), pointAsSeen(judgements.get(key)))] as const),
  )
  const counts: Record<ReviewState, number> = { notSeen: 0, agreed: 0, sentBack: 0, changedSince: 0 }
  for (const state of states.values()) counts[state]++
  return { counts, states, whole: points.length > 0 && counts.agreed === points.length }
}
