import type { Circuit } from '../installation/installation'

/** What is said of a circuit that somebody has to be told of before it is switched off. */
export const SAFETY_WORDS = 'an alarm, a freezer or medical equipment is on it'

/**
 * The places of a drawing at which such circuits end.
 *
 * @example safetyPlaces([{ tag: 'c1', safety: true }, { tag: 'c2', safety: null }]) // Set { 'circuit.c1' }
 */
export const safetyPlaces = (circuits: readonly Pick<Circuit, 'tag' | 'safety'>[]): Set<string> =>
  new Set(circuits.flatMap(({ tag, safety }) => (safety === true ? [`circuit.${tag}`] : [])))
