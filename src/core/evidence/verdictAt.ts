import type { Verdict } from '../rules/verdict'
import type { Judgement } from './point'

/**
 * The verdict of a point by its key; a point that nobody has judged is Open.
 *
 * @example verdictAt(new Map(), 'earth.electrode') // 'open'
 */
export const verdictAt = (judgements: ReadonlyMap<string, Judgement>, pointKey: string): Verdict =>
  judgements.get(pointKey)?.verdict ?? 'open'
