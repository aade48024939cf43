import type { BondPlace } from '../earthing/islandEarthingSystem'
import type { Installation } from '../installation/installation'
import { type InstallationGraph, PROTECTIVE, graphFaults } from './installationGraph'
import { joinedOn, liveState } from './liveState'
import { graphOf } from './wiringOfInstallation'

/** How neutral and earth stand while islanded, read from a wiring. */
export interface IslandBonds {
  /** Where they are joined; `null` where no local source is live then. */
  bonds: BondPlace[] | null
  /** A local electrode stays joined to the protective conductor of what is fed. */
  electrode: boolean | null
}

const NOT_KNOWN: IslandBonds = { bonds: null, electrode: null }

/**
 * E-7: bonds and electrode of a wiring in the plan's island position, with the street dead. A bond at the supply terminals' own bus is the
 * service's, any other one the house's; the supplier's counts where nothing parts it from the source's neutral.
 *
 * @returns nothing known for a graph with faults, or one in which no local source is live
 */
export function bondsInIsland(graph: InstallationGraph): IslandBonds {
  if (graphFaults(graph).length > 0) return NOT_KNOWN
  const state = liveState(graph, graph.plan.island, 'dead')
  const local = state.parts.filter(({ source }) => graph.sources.find(({ id }) => id === source)?.kind !== 'grid')
  if (local.length === 0) return NOT_KNOWN
  const closed = [...new Set(local.flatMap(({ bonds }) => bonds))]
  const supplier = local.some(({ supplierBond }) => supplierBond)
  const electrodes = graph.nodes.filter(({ kind }) => kind === 'electrode').map(({ id }) => id)
  const fed = local.flatMap(({ loads }) => loads)
  const reached = electrodes.map((id) => joinedOn(graph, id, PROTECTIVE, state.closed))
  return {
    bonds: [...closed.map((): BondPlace => 'gateway'), ...(supplier ? (['supplier'] as const) : [])],
    electrode: fed.length === 0 ? null : fed.every((load) => reached.some((set) => set.has(load))),
  }
}

/** The same for a job's wiring as it stands. */
export const islandBonds = (installation: Installation): IslandBonds => bondsInIsland(graphOf(installation, 'wired'))
