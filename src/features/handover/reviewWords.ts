import type { ReviewState } from '@/core/handover/review'
import type { SealingConcern } from '@/core/handover/beforeSealing'
import type { SigningCapacity } from '@/core/handover/signature'

export const REVIEW_STATE_WORDS: Readonly<Record<ReviewState, string>> = {
  notSeen: 'not seen by a checker',
  agreed: 'agreed',
  sentBack: 'sent back',
  changedSince: 'changed since it was seen',
}

export const CAPACITY_WORDS: Readonly<Record<SigningCapacity, string>> = {
  lead: 'The lead',
  checker: 'The checker',
  customer: 'The customer',
}

/** What whoever seals should know, by how many there are of it. */
export const CONCERN_WORDS: Readonly<Record<SealingConcern, (count: number) => string>> = {
  stopped: (n) => `${n} ${n === 1 ? 'point is' : 'points are'} stopped`,
  open: (n) => `${n} ${n === 1 ? 'point is' : 'points are'} open`,
  watch: (n) => `${n} ${n === 1 ? 'point is' : 'points are'} to be watched`,
  sentBack: (n) => `${n} ${n === 1 ? 'point was' : 'points were'} sent back by the checker`,
  notReviewed: (n) =>
    `${n} ${n === 1 ? 'point has' : 'points have'} not been agreed with by a checker as ${n === 1 ? 'it stands' : 'they stand'}`,
  overridden: (n) => `${n} hold ${n === 1 ? 'point was' : 'points were'} gone past in writing`,
  setAside: (n) =>
    `evidence of ${n} ${n === 1 ? 'point was' : 'points was'} set aside by a replaced unit or a changed plan`,
  corrected: (n) => `readings of ${n} ${n === 1 ? 'point were' : 'points were'} corrected; both stand in the pack`,
  notSigned: (n) => `${n} of 3 signatures ${n === 1 ? 'is' : 'are'} missing for what stands now`,
}
