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

const RIGHT = { from: 0.9, to: 1.1 } as const
const NOTHING = 0.1
/** Half a step is three standard deviations of the difference of two readings. */
const STEP_PER_NOISE = 6 * Math.SQRT2
const SLACK = 1e-12

/**
 * W-5: sense and ratio of a current transformer from known load steps, by least squares through the origin. Open without a step that
 * moves anything; Watch when it looks right but the steps are too small for the meter's noise, or the scale is not known well enough.
 */
export function ctSense({ steps, meterNoiseW }: { steps: readonly CtStep[]; meterNoiseW: number }): CtSense {
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
  const unity = size >= RIGHT.from - SLACK && size <= RIGHT.to + SLACK
  const state: CtState = unity
    ? scale > 0
      ? 'right'
      : 'reversed'
    : size <= NOTHING + SLACK
      ? 'wrongConductor'
      : 'wrongRatio'
  const unsure =
    Math.max(...steps.map(({ appliedW }) => Math.abs(appliedW))) < smallestStepW ||
    (scaleError !== null && (scale - 3 * scaleError < RIGHT.from || scale + 3 * scaleError > RIGHT.to))
  return {
    scale,
    residualRmsW: Math.sqrt(squares / n),
    scaleError,
    state,
    smallestStepW,
    impliedRatio: size <= NOTHING + SLACK ? null : 1 / scale,
    verdict: state !== 'right' ? 'stop' : unsure ? 'watch' : 'proven',
  }
}
