import type { Installation } from '../installation/installation'
import { inputsTaken } from './trackers'

export const CEILING_KINDS = ['modules', 'inParallel', 'pvInputs'] as const
export type CeilingKind = (typeof CEILING_KINDS)[number]

/** How far one thing can grow: how much of it is planned, and how much its maker allows; `null` is not known. */
export interface Ceiling {
  kind: CeilingKind
  /** The inverter it is of. */
  name: string
  used: number | null
  most: number | null
}

/**
 * The ceilings of a plan, inverter by inverter, as their makers have them.
 *
 * @example ceilingsOf(installation) // [{ kind: 'modules', name: 'Inverter', used: 3, most: 6 }, …]
 */
export function ceilingsOf(installation: Installation): Ceiling[] {
  const { units } = installation.sources
  return units.flatMap(
    ({ name, moduleCount, mostModules = null, mostInParallel = null, pvInputs = null }): Ceiling[] => [
      { kind: 'modules', name, used: moduleCount, most: mostModules },
      { kind: 'inParallel', name, used: units.length, most: mostInParallel },
      { kind: 'pvInputs', name, used: inputsTaken(installation, name), most: pvInputs },
    ],
  )
}

/** How much more its maker allows; below 0 where too much is planned, `null` where one of the two is not known. */
export const leftOf = ({ used, most }: Pick<Ceiling, 'used' | 'most'>): number | null =>
  used === null || most === null ? null : most - used
