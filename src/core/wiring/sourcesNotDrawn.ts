import type { Installation } from '../installation/installation'
import { itemsOf } from '../installation/survey'
import { givingVehicle } from '../plan/vehicleInOutage'
import type { InstallationGraph } from './installationGraph'

/**
 * Names of sources that survey and plan have and a drawing has not: a vehicle that gives, generators behind a changeover switch, PV on the AC side. What
 * is not drawn is in no position that was thought through, in no isolation and on no warning.
 *
 * @returns empty where the drawing has as many of each kind
 * @example sourcesNotDrawn(installation, graphOf(installation, 'wired')) // ['Drive charger']
 */
export function sourcesNotDrawn(installation: Installation, graph: InstallationGraph): string[] {
  const { survey, sources } = installation
  const vehicle = givingVehicle(installation)
  const known = {
    vehicle: vehicle === null ? [] : [vehicle.name],
    generator: itemsOf(survey, 'generator')
      .filter(({ detail }) => detail.connection === 'changeover')
      .map(({ name }) => name),
    pv: sources.pvAc.map(({ name }) => name),
  } as const
  return Object.entries(known).flatMap(([kind, names]) => {
    const drawn = graph.sources.filter((source) => source.kind === kind)
    const missing = names.length - drawn.length
    if (missing <= 0) return []
    // by name where the drawing has some of them
    const unnamed = names.filter((name) => !drawn.some((source) => source.name === name))
    return (unnamed.length >= missing ? unnamed : names).slice(0, missing)
  })
}
