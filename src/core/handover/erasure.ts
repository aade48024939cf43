import { type OneAndSeveral, counted } from '../quantity/counted'

/** What can be taken out of a job on a customer's request, each counted. */
export const ERASED_KINDS = [
  'answers',
  'householdPictures',
  'crewPictures',
  'faultCalls',
  'signatures',
  'packs',
  'links',
  'years',
  'sentences',
] as const
export type ErasedKind = (typeof ERASED_KINDS)[number]
export type ErasedCounts = Readonly<Record<ErasedKind, number>>

/** How each is called, one and several of it. */
export const ERASED_WORDS: Readonly<Record<ErasedKind, OneAndSeveral>> = {
  answers: ['answer of the household', 'answers of the household'],
  householdPictures: ['picture of the household', 'pictures of the household'],
  crewPictures: ['picture of the crew', 'pictures of the crew'],
  faultCalls: ['fault call', 'fault calls'],
  signatures: ['signature of the customer', 'signatures of the customer'],
  packs: ['sealed pack', 'sealed packs'],
  links: ['link', 'links'],
  years: ['year of metering, PV or prices', 'years of metering, PV or prices'],
  sentences: ['sentence of the crew', 'sentences of the crew'],
}

/** One taking out, as it stands on record. */
export interface Erasure {
  id: string
  reason: string
  erased: ErasedCounts
  byName: string
  at: string
}

/**
 * What was taken out, in words; “nothing” where none of it was there.
 *
 * @example erasedWords({ ...none, answers: 2, packs: 1 }) // '2 answers of the household, 1 sealed pack'
 */
export function erasedWords(erased: ErasedCounts): string {
  const told = ERASED_KINDS.filter((kind) => erased[kind] > 0).map((kind) => counted(erased[kind], ERASED_WORDS[kind]))
  return told.length === 0 ? 'nothing but its name and place' : told.join(', ')
}

const MONTHS_A_YEAR = 12
/** Customers' data may be kept for so long after the last sealing, in months. */
export const RETENTION_MONTHS = { least: 6, most: 30 * MONTHS_A_YEAR } as const
