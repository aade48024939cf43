import type { Point } from '../evidence/point'
import { type Reading, WITHDRAWN } from '../evidence/reading'

/**
 * Readings in which somebody wrote a sentence, and may have named somebody: those of slots for sentences, and those of points that are not in the plan any
 * more whose word has more than one word in it.
 *
 * @example sentencesOf([reading('declared.none', 'why', 'No pump in this house')], points) // that reading
 */
export function sentencesOf(readings: readonly Reading[], points: readonly Point[]): Reading[] {
  const slots = new Map(points.map(({ key, slots: own }) => [key, own]))
  return readings.filter(({ pointKey, slot, valueWord }) => {
    if (valueWord === null || valueWord === WITHDRAWN) return false
    const own = slots.get(pointKey)?.find(({ id }) => id === slot)
    if (own === undefined) return /\S\s+\S/.test(valueWord)
    return own.input.kind === 'text' && own.input.prose === true
  })
}
