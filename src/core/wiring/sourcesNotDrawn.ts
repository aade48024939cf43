import type { Installation } from '../installation/installation'
import { itemsOf } from '../installation/survey'
import { givingVehicles } from '../plan/vehicleInOutage'
import type { GraphSource, InstallationGraph } from './installationGraph'

/**
 * Names of sources that survey and plan have and a drawing has not: vehicles that give, generators behind a changeover switch, PV on the AC side, batteries
 * that were there before. What
 * is not drawn is in no position that was thought through, in no isolation and on no warning.
 *
 * @returns empty where the drawing has as many of each kind
 * @example sourcesNotDrawn(installation, graphOf(installation, 'wired')) // ['Drive charger']
 */
export function sourcesNotDrawn(installation: Installation, graph: InstallationGraph): string[] {
  const { survey, sources } = installation
  const known = {
    vehicle: givingVehicles(installation).map(({ name }) => name),
    generator: itemsOf(survey, 'generator')
      .filter(({ detail }) => detail.connection === 'changeover')
      .map(({ name }) => name),
    pv: sources.pvAc.map(({ name }) => name),
    oldBattery: itemsOf(survey, 'existingBattery').map(({ name }) => name),
  } as const
  return Object.entries(known).flatMap(([kind, names]) => {
    const drawn = graph.sources.filter((source) =>
      kind === 'oldBattery' ? isOldBattery(source) : source.kind === kind,
    )
    const missing = names.length - drawn.length
    if (missing <= 0) return []
    // by name where the drawing has some of them
    const unnamed = names.filter((name) => !drawn.some((source) => source.name === name))
    return (unnamed.length >= missing ? unnamed : names).slice(0, missing)
  })
}

/** A battery that was there before follows on the house's side; a charging input of a new one lies on the street's. */
const isOldBattery = ({ kind, role, planSide }: GraphSource) =>
  kind === 'inverter' && role === 'following' && planSide !== 'grid'
