import type { RulePack } from '../rules/rulePack'
import type { CtSense, CtState, CtStep } from './ctSense'

/** Within as many standard errors lies what is claimed. */
const STANDARD_ERRORS = 3

type Limits = Pick<RulePack['limits'], 'ctScaleMin' | 'ctScaleMax' | 'ctScaleNothing'>

/**
 * W-5: how far the scale of a transformer may be off, three standard errors: by what the steps differ among themselves, and by the
 * meter's noise alone where they agree by chance or there is one of them (each answer is a difference of two readings).
 *
 * @param scaleError standard error of the scale by the steps; `null` for one step
 * @returns without unit, as the scale; `Infinity` where nothing was switched
 * @example ctScaleBound([{ appliedW: 200, meterW: 190 }], 15, null) // 0.318
 */
export function ctScaleBound(steps: readonly CtStep[], meterNoiseW: number, scaleError: number | null): number {
  const switchedW = Math.sqrt(steps.reduce((sum, { appliedW }) => sum + appliedW ** 2, 0))
  const byNoise = (Math.SQRT2 * meterNoiseW) / switchedW
  return STANDARD_ERRORS * Math.max(byNoise, scaleError ?? 0)
}

/** How far a scale is from the nearest place where another state begins. */
const marginOf = (scale: number, { ctScaleMin, ctScaleMax, ctScaleNothing }: Limits): number =>
  Math.min(...[ctScaleMin, ctScaleMax, ctScaleNothing].map(({ value }) => Math.abs(Math.abs(scale) - value)))

/**
 * W-5: the step, in watts, that is large enough at the meter's noise for a transformer that answers so: no other state is within three
 * standard errors. The step that tells +1 from 0 and −1 is smaller by far, and may still hide a wrong ratio.
 *
 * @param scale what it answers for 1; `Infinity` is returned where that lies on a limit itself
 * @example ctDecidingStepW(15, limits, 1) // 636
 */
export const ctDecidingStepW = (meterNoiseW: number, limits: Limits, scale: number): number =>
  (STANDARD_ERRORS * Math.SQRT2 * meterNoiseW) / marginOf(scale, limits)

/**
 * W-5: whether all of what the scale may be leads to the same state.
 *
 * @param bound how far the scale may be off
 * @example ctIsCertain({ scale: 0.95, state: 'right' }, 0.318, limits) // false: it may as well be 0.7
 */
export function ctIsCertain(
  { scale, state }: Pick<CtSense, 'scale' | 'state'>,
  bound: number,
  limits: Limits,
): boolean {
  if (scale === null || state === null) return false
  const [least, most] = [Math.abs(scale) - bound, Math.abs(scale) + bound]
  const isUnity = least >= limits.ctScaleMin.value && most <= limits.ctScaleMax.value
  const isNothing = most <= limits.ctScaleNothing.value
  const touchesUnity = least <= limits.ctScaleMax.value && most >= limits.ctScaleMin.value
  const touchesNothing = least <= limits.ctScaleNothing.value
  const certain: Readonly<Record<CtState, boolean>> = {
    right: isUnity,
    reversed: isUnity,
    wrongConductor: isNothing,
    wrongRatio: !touchesUnity && !touchesNothing,
  }
  return certain[state]
}
