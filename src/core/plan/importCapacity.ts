import { atLeast } from '../quantity/tolerance'
import type { RulePackId } from '../rules/rulePack'
import type { PlanMark } from '../rules/verdict'

export interface ImportCapacityInput {
  pack: RulePackId
  /** Rating of the supply fuse or main breaker, in amperes. */
  ratingA: number | null
  powerFactor: number | null
  maximumDemandKva: number | null
}

export interface ImportCapacity {
  capacityKva: number | null
  capacityKw: number | null
  headroomKva: number | null
  verdict: PlanMark
}

/** Volt-amperes per ampere of the supply rating, by supply family. */
const VA_PER_A: Record<RulePackId, number> = {
  'iec-1ph-230': 230,
  'iec-3ph-400': Math.sqrt(3) * 400,
  'na-split-240': 240,
}

/**
 * P-1: what the supply can carry, in kVA and, at the power factor, in kW; headroom over the maximum demand.
 *
 * A missing rating leaves all figures `null` and the mark Open; a missing demand leaves the headroom `null` and the mark Open.
 */
export function importCapacity({ pack, ratingA, powerFactor, maximumDemandKva }: ImportCapacityInput): ImportCapacity {
  if (ratingA === null) return { capacityKva: null, capacityKw: null, headroomKva: null, verdict: 'open' }
  const capacityKva = (VA_PER_A[pack] * ratingA) / 1000
  const headroomKva = maximumDemandKva === null ? null : capacityKva - maximumDemandKva
  return {
    capacityKva,
    capacityKw: powerFactor === null ? null : capacityKva * powerFactor,
    headroomKva,
    verdict: maximumDemandKva === null ? 'open' : atLeast(capacityKva, maximumDemandKva) ? 'fits' : 'exceeds',
  }
}
