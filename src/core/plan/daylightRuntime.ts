import type { Installation } from '../installation/installation'
import type { Plan } from './planOfInstallation'
import { runtimeOf } from './planOfInstallation'
import type { Runtime } from './runtime'

/** PV that is expected on the house's side of the contactor, in watts; `null` while nobody has said what it gives, 0 where there is none. */
export function expectedIslandPvW({ sources }: Pick<Installation, 'sources'>): number | null {
  const given = [
    ...sources.units.map(({ pvDcW }) => pvDcW),
    ...sources.pvAc.filter(({ side, onBackedPhase }) => side === 'island' && onBackedPhase).map((pv) => pv.expectedW),
  ]
  return given.includes(null) ? null : given.reduce<number>((sum, watts) => sum + (watts ?? 0), 0)
}

/**
 * P-7 while the sun gives what is expected of it: longer than by night, or without end while it holds.
 *
 * @returns `null` where no PV feeds the island, or nobody has said what it gives
 * @example daylightRuntime(installation, plan)?.indefinite // true: PV covers load and losses
 */
export function daylightRuntime(installation: Installation, plan: Plan): Runtime | null {
  const pvW = expectedIslandPvW(installation)
  return pvW === null || pvW === 0 ? null : runtimeOf(installation, plan.staying, pvW)
}
