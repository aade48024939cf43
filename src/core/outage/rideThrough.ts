import { atMost } from '../quantity/tolerance'
import type { Limit, LimitKey, RulePack } from '../rules/rulePack'

export const RIDE_THROUGH_CLASSES = ['unnoticed', 'flicker', 'blink', 'pause', 'longPause', 'byHand'] as const
export type RideThroughClass = (typeof RIDE_THROUGH_CLASSES)[number]

export const RIDE_THROUGH_WORDS: Readonly<Record<RideThroughClass, string>> = {
  unnoticed: 'unnoticed',
  flicker: 'flicker',
  blink: 'blink',
  pause: 'pause',
  longPause: 'long pause',
  byHand: 'by hand',
}

/** The class of a gap as one of its kind: “an unnoticed gap”, “a blink”. */
export const RIDE_THROUGH_ONE: Readonly<Record<RideThroughClass, string>> = {
  unnoticed: 'an unnoticed gap',
  flicker: 'a flicker',
  blink: 'a blink',
  pause: 'a pause',
  longPause: 'a long pause',
  byHand: 'a changeover by hand',
}

const LONGEST: readonly [RideThroughClass, LimitKey][] = [
  ['unnoticed', 'rideUnnoticed'],
  ['flicker', 'rideFlicker'],
  ['blink', 'rideBlink'],
  ['pause', 'ridePause'],
]

/** T-6: the ride-through class of a gap in ms; limits included. A changeover by hand is a class of its own and never comes from a duration. */
export function rideThroughClass(gapMs: number, { limits }: Pick<RulePack, 'limits'>): RideThroughClass {
  return LONGEST.find(([, key]) => atMost(gapMs, limits[key].value))?.[0] ?? 'longPause'
}

/** The limit that bounds a class from above, or `null` for a class without one. */
export function rideThroughLimit(kind: RideThroughClass, { limits }: Pick<RulePack, 'limits'>): Limit | null {
  const key = LONGEST.find(([name]) => name === kind)?.[1]
  return key ? limits[key] : null
}

/** Whether a measured class is as good as the promised one, or better. */
export const classKept = (measured: RideThroughClass, promised: RideThroughClass): boolean =>
  RIDE_THROUGH_CLASSES.indexOf(measured) <= RIDE_THROUGH_CLASSES.indexOf(promised)
