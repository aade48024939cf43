import type { Installation } from '../installation/installation'
import { Remembered } from '../remembered'
import type { WiringLayer } from '../installation/wiring'
import { type EnergisingOrder, energisingOrder } from './energisingOrder'
import { type InstallationGraph, graphFaults } from './installationGraph'
import { type PositionCheck, positionCheck } from './positionCheck'
import { startingTopology } from './topology/startingTopology'

const started = new WeakMap<Installation, InstallationGraph>()

/** What is worked out from a graph alone. */
interface WorkedOut {
  /** `null` for a graph with faults. */
  check: PositionCheck | null
  order: EnergisingOrder
}

/** By the graph itself, and by what it holds: a list of jobs reads the same graphs again and again, each time as another object. */
const ofGraph = new WeakMap<InstallationGraph, WorkedOut>()
const ofContent = new Remembered<WorkedOut>(200)

function workedOut(graph: InstallationGraph): WorkedOut {
  const known = ofGraph.get(graph)
  if (known) return known
  const content = JSON.stringify(graph)
  const alike = ofContent.get(content)
  const check = alike ? alike.check : graphFaults(graph).length > 0 ? null : positionCheck(graph)
  const made = alike ?? ofContent.keep(content, { check, order: energisingOrder(graph, check ?? undefined) })
  ofGraph.set(graph, made)
  return made
}

/** Whether there is anything to wire: a survey alone has no switches yet. */
export const hasWiring = ({
  components,
  circuits,
  runs,
  wiring,
}: Pick<Installation, 'components' | 'circuits' | 'runs' | 'wiring'>): boolean =>
  components.length + circuits.length + runs.length > 0 || wiring.planned !== null || wiring.wired !== null

/** The wiring of one layer: what was stored, or for the plan what follows from its lists; what is wired is the plan until somebody says otherwise. */
export function graphOf(installation: Installation, layer: WiringLayer): InstallationGraph {
  const stored =
    installation.wiring[layer]?.graph ?? (layer === 'wired' ? installation.wiring.planned?.graph : undefined)
  if (stored) return stored
  const known = started.get(installation)
  if (known) return known
  const graph = startingTopology(installation)
  started.set(installation, graph)
  return graph
}

/** W-1 of a graph, worked out once; `null` for a graph with faults. */
export const checkOf = (graph: InstallationGraph): PositionCheck | null => workedOut(graph).check

/** W-7 of a graph, worked out once. */
export const orderOf = (graph: InstallationGraph): EnergisingOrder => workedOut(graph).order
