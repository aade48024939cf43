import { scaleLinear } from 'd3'

/** A loop's expected value with its allowed band and what was measured, on one small scale. */
export interface LoopScale {
  bandX: number
  bandWidth: number
  expectedX: number
  measuredX: number | null
  /** The measured value lies off the scale; its mark stands at the end. */
  off: boolean
}

/** Lays out the scale of one loop over `width` px: from 0 to three allowed deviations above the expected value. */
export function loopScaleLayout(
  { expectedOhm, allowedOhm, measuredOhm }: { expectedOhm: number; allowedOhm: number; measuredOhm: number | null },
  width: number,
): LoopScale {
  const most = Math.max(expectedOhm + 3 * allowedOhm, 1e-9)
  const x = scaleLinear([0, most], [0, width]).clamp(true)
  return {
    bandX: x(Math.max(0, expectedOhm - allowedOhm)),
    bandWidth: x(expectedOhm + allowedOhm) - x(Math.max(0, expectedOhm - allowedOhm)),
    expectedX: x(expectedOhm),
    measuredX: measuredOhm === null ? null : x(measuredOhm),
    off: measuredOhm !== null && (measuredOhm > most || measuredOhm < 0),
  }
}
