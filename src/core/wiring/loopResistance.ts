import { atMost } from '../quantity/tolerance'
import { copperOhmPerKm, sizeSystemOf } from '../rules/conductors'
import type { RulePackId } from '../rules/rulePack'
import { RULE_PACKS } from '../rules/packs'
import type { Verdict } from '../rules/verdict'

export interface LoopResistanceInput {
  pack: RulePackId
  /** Size as printed on the cable: mm² or, in `na`, AWG. */
  size: string
  lengthM: number
  conductorTempC: number
  /** Reading with the leads nulled; `null` when not measured. */
  measuredOhm: number | null
  /** One digit of the meter. */
  resolutionOhm?: number | null
  /** Uncertainty of the nulling. */
  leadNullOhm?: number | null
}

export interface LoopResistance {
  expectedOhm: number
  allowedOhm: number
  deviationOhm: number | null
  loopVerdict: Verdict
}

/**
 * W-3: loop resistance of a run joined at its far end, against `2·R·L` at the conductor's temperature.
 * Within max(20 %, two digits and the lead null) Proven, within 2.5 times that Watch, beyond Stop; not measured is Open.
 *
 * @throws RangeError when the size is not in the conductor table
 */
export function loopResistance(input: LoopResistanceInput): LoopResistance {
  const { limits } = RULE_PACKS[input.pack]
  const expectedOhm =
    (2 * copperOhmPerKm(sizeSystemOf(input.pack), input.size, input.conductorTempC) * input.lengthM) / 1000
  const allowedOhm = Math.max(
    limits.loopAllowedShare.value * expectedOhm,
    2 * (input.resolutionOhm ?? 0) + (input.leadNullOhm ?? 0),
  )
  if (input.measuredOhm === null) return { expectedOhm, allowedOhm, deviationOhm: null, loopVerdict: 'open' }
  const deviationOhm = input.measuredOhm - expectedOhm
  // the reading carries rounding in proportion to the whole loop, not to the small difference
  const slack = expectedOhm * 1e-9
  const off = Math.abs(deviationOhm) - slack
  const loopVerdict = atMost(off, allowedOhm)
    ? 'proven'
    : atMost(off, limits.loopStopFactor.value * allowedOhm)
      ? 'watch'
      : 'stop'
  return { expectedOhm, allowedOhm, deviationOhm, loopVerdict }
}
