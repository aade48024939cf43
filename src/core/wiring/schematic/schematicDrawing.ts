import { type InstallationGraph } from '../installationGraph'
import { type LiveState } from '../liveState'
import type { SchematicPlaces } from './elkGraph'
import { type SchematicModel } from './schematicPart'
import { type DrawingOptions, type DrawnGroup, type Pen } from './schematicPen'
import { drawPart } from './drawPart'
import { drawWire } from './drawWire'

/** The drawing of a graph in one state of its switches: groups in the order they are painted. */
export function schematicDrawing(
  graph: InstallationGraph,
  model: SchematicModel,
  places: SchematicPlaces,
  state: LiveState,
  options: DrawingOptions,
): DrawnGroup[] {
  const pen: Pen = { graph, state, options }
  const wires = model.wires.flatMap((wire) => drawWire(pen, model, places, wire))
  const parts = model.parts.flatMap((part) => {
    const at = places.parts[part.id]
    return at ? [drawPart(pen, part, at)] : []
  })
  return [...wires, ...parts]
}
