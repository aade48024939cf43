import { RULE_PACKS } from '../rules/packs'
import type { RulePackId } from '../rules/rulePack'

/** A known change of load and what the meter made of it, in watts. */
export interface CtStep {
  appliedW: number
  meterW: number
}

export type CtState = 'right' | 'reversed' | 'wrongConductor' | 'wrongRatio'

export interface CtSense {
  /** Slope of the line through the origin: +1 right, −1 reversed, 0 wrong conductor or phase. */
  scale: number | null
  residualRmsW: number | null
  /** Standard error of the scale; `null` for one step. */
  scaleError: number | null
  state: CtState | null
  /** The smallest step that tells +1, 0 and −1 apart at the meter's noise. */
  smallestStepW: number
  /** What the configured ratio must be multiplied with. */
  impliedRatio: number | null
  verdict: 'proven' | 'watch' | 'stop' | 'open'
}

/** Half a step is three standard deviations of the difference of two readings. */
const STEP_PER_NOISE = 6 * Math.SQRT2
const SLACK = 1e-12

export interface CtSenseInput {
  /** Whose limits hold; the first pack's where it is left out, as W-5 has them. */
  pack?: RulePackId
  steps: readonly CtStep[]
  meterNoiseW: number
}

/**
 * W-5: sense and ratio of a current transformer from known load steps, by least squares through the origin. Open without a step that
 * moves anything; Watch when it looks right but the steps are too small for the meter's noise, or the scale is not known well enough.
 */
export function ctSense({ pack = 'iec-1ph-230', steps, meterNoiseW }: CtSenseInput): CtSense {
  const { ctScaleMin, ctScaleMax, ctScaleNothing } = RULE_PACKS[pack].limits
  const smallestStepW = STEP_PER_NOISE * meterNoiseW
  const applied = steps.reduce((sum, { appliedW }) => sum + appliedW ** 2, 0)
  if (applied === 0)
    return {
      scale: null,
      residualRmsW: null,
      scaleError: null,
      state: null,
      smallestStepW,
      impliedRatio: null,
      verdict: 'open',
    }
  const scale = steps.reduce((sum, { appliedW, meterW }) => sum + appliedW * meterW, 0) / applied
  const squares = steps.reduce((sum, { appliedW, meterW }) => sum + (meterW - scale * appliedW) ** 2, 0)
  const n = steps.length
  const scaleError = n > 1 ? Math.sqrt(squares / (n - 1) / applied) : null
  const size = Math.abs(scale)
  const unity = size >= ctScaleMin.value - SLACK && size <= ctScaleMax.value + SLACK
  const state: CtState = unity
    ? scale > 0
      ? 'right'
      : 'reversed'
    : size <= ctScaleNothing.value + SLACK
      ? 'wrongConductor'
      : 'wrongRatio'
  const unsure =
    Math.max(...steps.map(({ appliedW }) => Math.abs(appliedW))) < smallestStepW ||
    (scaleError !== null && (scale - 3 * scaleError < ctScaleMin.value || scale + 3 * scaleError > ctScaleMax.value))
  return {
    scale,
    residualRmsW: Math.sqrt(squares / n),
    scaleError,
    state,
    smallestStepW,
    impliedRatio: size <= ctScaleNothing.value + SLACK ? null : 1 / scale,
    verdict: state !== 'right' ? 'stop' : unsure ? 'watch' : 'proven',
  }
}
