import { withOwnLimits } from '../rules/ownLimits'
import { RULE_PACKS } from '../rules/packs'
import type { RulePack } from '../rules/rulePack'
import type { Installation } from './installation'

const known = new WeakMap<Installation['ownLimits'], RulePack>()

/**
 * The rules that a job answers to: those of its region and supply, with the limits that a lead set for it. Every judgement and every plan of a job takes
 * them from here.
 */
export function rulesOf({ packId, ownLimits }: Pick<Installation, 'packId' | 'ownLimits'>): RulePack {
  const pack = RULE_PACKS[packId]
  if (ownLimits.length === 0) return pack
  const before = known.get(ownLimits)
  if (before?.id === packId) return before
  const rules = withOwnLimits(pack, ownLimits)
  known.set(ownLimits, rules)
  return rules
}
