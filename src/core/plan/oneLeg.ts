import type { Installation } from '../installation/installation'
import { RULE_PACKS } from '../rules/packs'
import type { Phase } from '../rules/rulePack'

/** A split-phase house whose sources all feed one leg: one voltage, and the other leg dead. */
export interface OneLeg {
  leg: Phase
  /** Names of backed-up loads that need both legs, or hang on the other one. */
  deadLoads: string[]
}

/**
 * Whether a two-leg house has sources of one voltage only (P-1): every inverter on the same one leg.
 *
 * @returns `null` on other supplies, where a source feeds both legs, and while there is none
 * @example oneLegOnly(cottage) // { leg: 'L1', deadLoads: ['Oven'] }
 */
export function oneLegOnly({
  packId,
  sources,
  loads,
}: Pick<Installation, 'packId' | 'sources' | 'loads'>): OneLeg | null {
  const { phases } = RULE_PACKS[packId]
  const [first] = sources.units
  const leg = first?.phase ?? 'all'
  if (phases.length !== 2 || leg === 'all' || sources.units.some(({ phase }) => phase !== leg)) return null
  return { leg, deadLoads: loads.filter(({ backedUp, phase }) => backedUp && phase !== leg).map(({ name }) => name) }
}
