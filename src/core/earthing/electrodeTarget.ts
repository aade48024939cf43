import type { InstrumentAccuracy } from '../quantity/accuracy'
import { type Verdict } from '../rules/verdict'
import { judgeBand } from '../rules/judgeFigure'

export interface ElectrodeTargetInput {
  resistanceOhm: number | null
  /** The house target the crew picked: 200, 100, 50 or 20 Ω. */
  targetOhm: number
  /** Dry-season factor, at least 1; 1.5 by default. */
  seasonalFactor: number
  /** Rated residual current of the protection that relies on this electrode, in mA; `null` when none does. */
  iDeltaNMa: number | null
  instrument?: InstrumentAccuracy | null
}

export interface ElectrodeTarget {
  /** What the electrode may read in a dry season. */
  seasonalOhm: number | null
  /** `RA·IΔn`, which must stay at or below 50 V whatever the target. */
  touchV: number | null
  verdict: Verdict
}

/** Touch voltage that `RA·IΔn` must never exceed (E-4). */
export const ABSOLUTE_TOUCH_LIMIT_V = 50

/**
 * E-4: an electrode reading against the crew's target. Beyond the target is Stop; meeting it today but not in a dry season is Watch.
 *
 * @throws RangeError when the seasonal factor is below 1
 */
export function electrodeTarget({
  resistanceOhm,
  targetOhm,
  seasonalFactor,
  iDeltaNMa,
  instrument,
}: ElectrodeTargetInput): ElectrodeTarget {
  if (!(seasonalFactor >= 1)) throw new RangeError(`seasonalFactor must be 1 or more, got ${seasonalFactor}`)
  if (resistanceOhm === null) return { seasonalOhm: null, touchV: null, verdict: 'open' }
  const seasonalOhm = resistanceOhm * seasonalFactor
  const touchV = iDeltaNMa === null ? null : (seasonalOhm * iDeltaNMa) / 1000
  if (touchV !== null && touchV > ABSOLUTE_TOUCH_LIMIT_V) return { seasonalOhm, touchV, verdict: 'stop' }
  const today = judgeBand(resistanceOhm, { max: targetOhm }, instrument)
  const dry = judgeBand(seasonalOhm, { max: targetOhm }, instrument)
  return { seasonalOhm, touchV, verdict: today === 'proven' && dry !== 'proven' ? 'watch' : today }
}
