import { formatQuantity } from '../quantity/formatQuantity'
import type { OwnLimitFault } from './ownLimits'
import { COMMON_LIMITS } from './packs/common'
import { LIMIT_KEYS, type Limit, type LimitKey } from './rulePack'

/** What each limit is for, the same in every region. */
export const LIMIT_PURPOSES: Readonly<Record<LimitKey, string>> = Object.fromEntries(
  LIMIT_KEYS.map((key) => [key, COMMON_LIMITS[key].purpose]),
) as Record<LimitKey, string>

/** How far a limit may be set, such as “0.1 Ω to 2 Ω”. */
export function boundsWords({ crewMayChange, unit }: Pick<Limit, 'crewMayChange' | 'unit'>): string {
  if (crewMayChange === null) return 'as the pack has it'
  return `${formatQuantity(crewMayChange.least, unit)} to ${formatQuantity(crewMayChange.most, unit)}`
}

export const OWN_LIMIT_FAULT_WORDS: Readonly<Record<OwnLimitFault, (limit: Limit) => string>> = {
  notChangeable: ({ purpose }) => `“${purpose}” is set by the region’s rules, and no crew sets another`,
  outOfBounds: (limit) => `From ${boundsWords(limit)}; beyond that the region’s rules do not let a crew go`,
}
