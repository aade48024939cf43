import type { Installation } from '../installation/installation'
import type { WiringLayer } from '../installation/wiring'
import { type EnergisingOrder, energisingOrder } from './energisingOrder'
import { type InstallationGraph, graphFaults } from './installationGraph'
import { type PositionCheck, positionCheck } from './positionCheck'
import { startingTopology } from './topology/startingTopology'

const started = new WeakMap<Installation, InstallationGraph>()
const checks = new WeakMap<InstallationGraph, PositionCheck | null>()
const orders = new WeakMap<InstallationGraph, EnergisingOrder>()

/** Whether there is anything to wire: a survey alone has no switches yet. */
export const hasWiring = ({ components, circuits, runs, wiring }: Pick<Installation, 'components' | 'circuits' | 'runs' | 'wiring'>): boolean =>
  components.length + circuits.length + runs.length > 0 || wiring.planned !== null || wiring.wired !== null

/** The wiring of one layer: what was stored, or for the plan what follows from its lists; what is wired is the plan until somebody says otherwise. */
export function graphOf(installation: Installation, layer: WiringLayer): InstallationGraph {
  const stored = installation.wiring[layer]?.graph ?? (layer === 'wired' ? installation.wiring.planned?.graph : undefined)
  if (stored) return stored
  const known = started.get(installation)
  if (known) return known
  const graph = startingTopology(installation)
  started.set(installation, graph)
  return graph
}

/** W-1 of a graph, worked out once; `null` for a graph with faults. */
export function checkOf(graph: InstallationGraph): PositionCheck | null {
  const known = checks.get(graph)
  if (known !== undefined) return known
  const check = graphFaults(graph).length > 0 ? null : positionCheck(graph)
  checks.set(graph, check)
  return check
}

/** W-7 of a graph, worked out once. */
export function orderOf(graph: InstallationGraph): EnergisingOrder {
  const known = orders.get(graph)
  if (known) return known
  const order = energisingOrder(graph)
  orders.set(graph, order)
  return order
}
