import { atLeast } from '../quantity/tolerance'
import { RULE_PACKS } from '../rules/packs'
import type { RulePackId } from '../rules/rulePack'

export interface DeviceSizeInput {
  pack: RulePackId
  /** Continuous current, in amps; `null` when it is not known. */
  currentA: number | null
  /** The part that is not continuous; it counts as it is. */
  otherA?: number
}

export interface DeviceSize {
  neededA: number | null
  deviceA: number | null
  verdict: 'exceeds' | 'open' | null
}

/**
 * P-2: the smallest standard device for a current: 1.25 × the continuous part plus the rest (`na`), the design current (IEC packs).
 * A missing current is Open; a current beyond the pack's list Exceeds, with no device.
 */
export function deviceSize({ pack, currentA, otherA = 0 }: DeviceSizeInput): DeviceSize {
  if (currentA === null) return { neededA: null, deviceA: null, verdict: 'open' }
  const { limits, deviceSizesA } = RULE_PACKS[pack]
  const neededA = limits.continuousFactor.value * currentA + otherA
  const deviceA = deviceSizesA.find((size) => atLeast(size, neededA)) ?? null
  return { neededA, deviceA, verdict: deviceA === null ? 'exceeds' : null }
}
