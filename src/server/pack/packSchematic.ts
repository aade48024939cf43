import ELK from 'elkjs/lib/elk.bundled.js'
import type { Bench } from '@/core/evidence/bench'
import { safetyPlaces } from '@/core/wiring/safetyCircuits'
import { isConfirmedAsBuilt } from '@/core/evidence/families/switchPositions'
import { graphOf, hasWiring } from '@/core/wiring/wiringOfInstallation'
import { liveState } from '@/core/wiring/liveState'
import { elkGraph, placesOf } from '@/core/wiring/schematic/elkGraph'
import { schematicDrawing } from '@/core/wiring/schematic/schematicDrawing'
import { schematicModel } from '@/core/wiring/schematic/schematicModel'
import { CONDUCTOR_LAYERS, type DrawnGroup } from '@/core/wiring/schematic/schematicPen'
import { schematicSvg } from '@/look/schematicSvg'

/** The schematic as a pack has it. */
export interface PackSchematic {
  groups: DrawnGroup[]
  size: { width: number; height: number }
  /** Whether somebody confirmed it as built; the plan's own drawing proves nothing. */
  asBuilt: boolean
}

/** The wiring as it is on site, laid out, switches as they are left; `null` for a job without any. */
export async function packSchematic({ context }: Bench): Promise<PackSchematic | null> {
  if (!hasWiring(context.installation)) return null
  const graph = graphOf(context.installation, 'wired')
  const model = schematicModel(graph)
  const laidOut = await new ELK().layout(elkGraph(model))
  const places = placesOf(laidOut)
  const groups = schematicDrawing(graph, model, places, liveState(graph, graph.plan.asLeft, 'healthy'), {
    layers: CONDUCTOR_LAYERS,
    danger: new Set(),
    chosen: new Set(),
    fault: null,
    crossed: new Map(),
    changes: new Map(),
    remarks: new Map(),
    safety: safetyPlaces(context.installation.circuits),
  })
  return {
    groups,
    size: { width: laidOut.width ?? 800, height: laidOut.height ?? 500 },
    asBuilt: isConfirmedAsBuilt(context),
  }
}

export const schematicNote = ({ asBuilt }: PackSchematic): string =>
  asBuilt
    ? 'Confirmed as built; switches as they were left.'
    : 'Nobody has confirmed this drawing as built: it is the plan’s, and proves nothing.'

/** The same as a file of its own. */
export const schematicFile = (title: string, schematic: PackSchematic): string =>
  schematicSvg(title, schematic.groups, schematic.size, [schematicNote(schematic)])
