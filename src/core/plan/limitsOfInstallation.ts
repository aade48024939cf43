import type { Installation, NamedSourceUnit } from '../installation/installation'
import { type SourceLimits, UNKNOWN_LIMITS, sourceLimits } from './sourceLimits'

/** Whether the AC rating of a unit is given, or it is declared to have none. */
export const knowsAcRating = ({ inverterAcW, batterySideOnly }: NamedSourceUnit): boolean =>
  inverterAcW !== null || batterySideOnly === true

/**
 * What carries the house in an outage, in amperes: the gateway, or the changeover switch where no gateway is planned.
 *
 * @returns `null` while neither is known
 * @example carryingA(house) // 63
 */
export function carryingA({ sources, components }: Pick<Installation, 'sources' | 'components'>): number | null {
  const gatewayPlanned = components.some(({ kind }) => kind === 'gateway')
  return sources.gatewayA ?? (gatewayPlanned ? null : (sources.switchA ?? null))
}

/**
 * P-4 of an installation. Where the formula reads a blank as "none" the plan needs it said: no AC rating only for a unit declared to have its
 * battery side alone, and something that carries the house, gateway or switch. Blank and undeclared leaves every limit unknown.
 */
export function limitsOfInstallation(installation: Installation): SourceLimits {
  const { packId, sources } = installation
  const gatewayA = carryingA(installation)
  if (gatewayA === null || !sources.units.every(knowsAcRating)) return UNKNOWN_LIMITS
  return sourceLimits({ pack: packId, units: sources.units, pvAc: sources.pvAc, gatewayA, feederA: sources.feederA })
}
