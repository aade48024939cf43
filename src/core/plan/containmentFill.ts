import { atMost } from '../quantity/tolerance'
import type { Limits } from '../rules/rulePack'
import type { PlanMark } from '../rules/verdict'

export const CONTAINMENTS = ['conduit', 'trunking'] as const
export type Containment = (typeof CONTAINMENTS)[number]

export interface ContainmentFill {
  fillShare: number | null
  /** Share that may be filled; `null` where nothing lies in it. */
  limitShare: number | null
  mark: PlanMark
}

/** Share that may be filled: of trunking by region, of a conduit by the number of cables. */
function limitShareOf(
  { conduitFillOne, conduitFillTwo, conduitFillMax, trunkingFillMax }: Limits,
  kind: Containment,
  cables: number,
): number | null {
  if (cables === 0) return null
  if (kind === 'trunking') return trunkingFillMax.value
  return (cables === 1 ? conduitFillOne : cables === 2 ? conduitFillTwo : conduitFillMax).value
}

/**
 * F-6: share of a conduit's or trunking's inner area that cables fill, against the pack's limit for their number.
 *
 * @returns Open with `fillShare` `null` where the area or a diameter is not known; an empty one fits
 * @example
 * containmentFill(RULE_PACKS['iec-1ph-230'].limits, 'conduit', 700, [12, 12]) // => { fillShare: 0.323…, limitShare: 0.31, mark: 'exceeds' }
 */
export function containmentFill(
  limits: Limits,
  kind: Containment,
  innerAreaMm2: number | null,
  cableDiametersMm: readonly (number | null)[],
): ContainmentFill {
  const limitShare = limitShareOf(limits, kind, cableDiametersMm.length)
  if (limitShare === null) return { fillShare: 0, limitShare, mark: 'fits' }
  if (!innerAreaMm2 || cableDiametersMm.includes(null)) return { fillShare: null, limitShare, mark: 'open' }
  const filledMm2 = cableDiametersMm.reduce<number>((sum, diameter) => sum + (Math.PI / 4) * (diameter ?? 0) ** 2, 0)
  const fillShare = filledMm2 / innerAreaMm2
  return { fillShare, limitShare, mark: atMost(fillShare, limitShare) ? 'fits' : 'exceeds' }
}
