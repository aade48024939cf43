import { atLeast, atMost } from '../quantity/tolerance'
import type { Verdict } from '../rules/verdict'

/** A reading with the half-width of its instrument's band. */
export interface BandedOhm {
  ohm: number
  bandOhm: number
}

export interface JoinedElectrodes {
  /** All in parallel, as if they stood far apart: nothing that is only these can read lower. */
  leastOhm: number | null
  /** The best of them alone: joined they can read no higher. */
  mostOhm: number | null
  verdict: Verdict
  /** `tooLow`: another earth is connected; `tooHigh`: one of the readings is wrong, or one is not joined. */
  reason: 'missing' | 'between' | 'tooLow' | 'tooHigh'
}

/**
 * E-4b: electrodes measured singly and then joined. The joined value lies between all in parallel and the best single one, within the bands
 * of the readings; what lies outside says that something else was measured, and is Open.
 *
 * @param singles each electrode alone; `null` for one that was not measured
 * @example
 * joinedElectrodes([{ ohm: 60, bandOhm: 0 }, { ohm: 60, bandOhm: 0 }], { ohm: 12, bandOhm: 0 })
 * // => { leastOhm: 30, mostOhm: 60, verdict: 'open', reason: 'tooLow' }
 */
export function joinedElectrodes(singles: readonly (BandedOhm | null)[], joined: BandedOhm | null): JoinedElectrodes {
  const known = singles.filter((single): single is BandedOhm => single !== null && single.ohm > 0)
  if (joined === null || known.length < singles.length || known.length < 2)
    return { leastOhm: null, mostOhm: null, verdict: 'open', reason: 'missing' }
  const parallel = (ohmOf: (single: BandedOhm) => number) =>
    1 / known.reduce((sum, single) => sum + 1 / Math.max(ohmOf(single), Number.MIN_VALUE), 0)
  const best = known.reduce((lowest, single) => (single.ohm < lowest.ohm ? single : lowest))
  const figures = { leastOhm: parallel(({ ohm }) => ohm), mostOhm: best.ohm }
  // bands count for the readings: only what lies outside with all of them is outside
  const least = parallel(({ ohm, bandOhm }) => ohm - bandOhm)
  if (!atLeast(joined.ohm + joined.bandOhm, least)) return { ...figures, verdict: 'open', reason: 'tooLow' }
  if (!atMost(joined.ohm - joined.bandOhm, best.ohm + best.bandOhm))
    return { ...figures, verdict: 'open', reason: 'tooHigh' }
  return { ...figures, verdict: 'proven', reason: 'between' }
}
