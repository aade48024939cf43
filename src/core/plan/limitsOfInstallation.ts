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

/** What of a unit its limits are made from, in words. */
const UNIT_FIGURES: readonly { words: string; missing: (unit: NamedSourceUnit) => boolean }[] = [
  { words: 'number of modules', missing: ({ moduleCount }) => moduleCount === null },
  { words: 'power of a module', missing: ({ moduleW }) => moduleW === null },
  { words: 'power left in the cold', missing: ({ coldFactor }) => coldFactor == null },
  { words: 'battery side', missing: ({ inverterBatteryW }) => inverterBatteryW === null },
  { words: 'AC rating', missing: (unit) => !knowsAcRating(unit) },
  { words: 'surge', missing: ({ inverterSurgeVa }) => inverterSurgeVa === null },
  { words: 'surge of a module', missing: ({ moduleSurgeVa }) => moduleSurgeVa === null },
  { words: 'time of its surge', missing: ({ surgeS }) => surgeS === null },
  { words: 'PV on its DC side', missing: ({ pvDcW }) => pvDcW === null },
]

/**
 * P-4 of an installation. Where the formula reads a blank as "none" the plan needs it said: no AC rating only for a unit declared to have its
 * battery side alone, what is left in the cold even where nothing is lost, and something that carries the house, gateway or switch. Blank and undeclared leaves every limit unknown.
 */
export function limitsOfInstallation(installation: Installation): SourceLimits {
  const { packId, sources } = installation
  const gatewayA = carryingA(installation)
  if (gatewayA === null || sources.units.some((unit) => UNIT_FIGURES.some(({ missing }) => missing(unit))))
    return UNKNOWN_LIMITS
  return sourceLimits({ pack: packId, units: sources.units, pvAc: sources.pvAc, gatewayA, feederA: sources.feederA })
}

/**
 * What the limits wait for, each in a few words; empty once they are known.
 *
 * @example missingForLimits(house) // ['the rating of gateway or changeover switch']
 */
export function missingForLimits(installation: Installation): string[] {
  const { units, pvAc } = installation.sources
  if (units.length === 0) return ['an inverter with its modules and their declared figures']
  return [
    ...units.flatMap((unit) => {
      const blank = UNIT_FIGURES.filter(({ missing }) => missing(unit)).map(({ words }) => words)
      return blank.length === 0 ? [] : [`of ${unit.name}: ${blank.join(', ')}`]
    }),
    ...pvAc
      .filter(({ side, onBackedPhase, expectedW }) => side === 'island' && onBackedPhase && expectedW === null)
      .map(({ name }) => `what ${name} is expected to give`),
    ...(carryingA(installation) === null ? ['the rating of gateway or changeover switch'] : []),
  ]
}
