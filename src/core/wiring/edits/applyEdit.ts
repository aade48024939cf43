import type { InstallationGraph } from '../installationGraph'
import { BONDS } from './bonds'
import { DEVICES } from './devices'
import { PLACES_AND_WAYS } from './placesAndWays'
import { REMOVAL } from './removal'
import { SOURCES } from './sources'
import type { EditSteps, WiringEdit } from './wiringEdit'

const STEPS: EditSteps<WiringEdit['kind']> = { ...PLACES_AND_WAYS, ...DEVICES, ...SOURCES, ...BONDS, ...REMOVAL }

/**
 * A graph with one change made; the graph that was given stays as it is. What a removal leaves without an end stays in the graph as a fault
 * to be seen, since a cable that ends nowhere is what the crew has to find.
 *
 * @throws RangeError when what is to be changed is not there, or what is added has an id that is taken
 * @example applyEdit(graph, { kind: 'moveBond', id: 'bond', node: 'gateway' })
 */
export function applyEdit(graph: InstallationGraph, edit: WiringEdit): InstallationGraph {
  const step = STEPS[edit.kind] as (graph: InstallationGraph, edit: WiringEdit) => InstallationGraph
  return step(graph, edit)
}
