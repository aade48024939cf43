import { id } from '@/schemas/fields'
import { Problem } from '../problem'

/** As many as one notification names. */
export const MOST_ASKED_READINGS = 150

const readingId = id('reading').required()

/** The ids that a screen asks for. @throws Problem 422 for none, for too many, and for what is no id */
export function askedReadings(text: string | null): string[] {
  const ids = (text ?? '').split(',', MOST_ASKED_READINGS + 1)
  if (ids.length > MOST_ASKED_READINGS)
    throw new Problem(422, `${MOST_ASKED_READINGS} readings at most are given at once.`)
  if (!ids.every((one) => readingId.isValidSync(one))) throw new Problem(422, 'ids is a list of readings, with commas.')
  return ids
}
