import type { Point } from '../../drawing/primitive'
import type { ElkExtendedEdge, ElkNode } from 'elkjs/lib/elk-api'
import { labelSize, type SchematicModel, type SchematicPart } from './schematicPart'

/** Layered, from the street to the house; order kept as the model has it, so that a change moves little. */
const OPTIONS = {
  'elk.algorithm': 'layered',
  'elk.direction': 'RIGHT',
  'elk.edgeRouting': 'ORTHOGONAL',
  'elk.layered.considerModelOrder.strategy': 'NODES_AND_EDGES',
  'elk.layered.crossingMinimization.forceNodeModelOrder': 'true',
  'elk.layered.nodePlacement.strategy': 'NETWORK_SIMPLEX',
  'elk.spacing.nodeNode': '11',
  'elk.layered.spacing.nodeNodeBetweenLayers': '24',
  'elk.spacing.edgeNode': '16',
  'elk.spacing.edgeEdge': '18',
  'elk.layered.spacing.edgeEdgeBetweenLayers': '16',
  'elk.layered.spacing.edgeNodeBetweenLayers': '14',
  'elk.padding': '[top=12,left=12,bottom=12,right=12]',
} as const

/** The model as the layout engine takes it; contacts have fixed ports, everything else lets it choose. */
export function elkGraph({ parts, wires }: SchematicModel): ElkNode {
  return {
    id: 'schematic',
    layoutOptions: OPTIONS,
    children: parts.map((part): ElkNode => ({
      id: part.id,
      width: part.width,
      height: part.height,
      ...portsOf(part),
      ...labelOf(part),
    })),
    edges: wires.map(({ id, from, to }): ElkExtendedEdge => ({
      id,
      sources: [from.port ?? from.part],
      targets: [to.port ?? to.part],
    })),
  }
}

/** The name above a part: the engine keeps its room free. */
function labelOf(part: SchematicPart): Pick<ElkNode, 'labels'> {
  const { width, height } = labelSize(part)
  return height === 0
    ? {}
    : {
        labels: [
          {
            id: `${part.id}.name`,
            text: part.lines.join(' '),
            width,
            height,
            layoutOptions: { 'elk.nodeLabels.placement': 'OUTSIDE V_TOP H_CENTER' },
          },
        ],
      }
}

function portsOf(part: SchematicPart): Pick<ElkNode, 'ports' | 'layoutOptions'> {
  if (part.kind !== 'device') return {}
  const port = (id: string, x: number, y: number, side: 'WEST' | 'EAST') => ({
    id,
    width: 0,
    height: 0,
    x,
    y,
    layoutOptions: { 'elk.port.side': side },
  })
  return {
    layoutOptions: { 'elk.portConstraints': 'FIXED_POS' },
    ports: part.contacts.flatMap(({ y }, row) => [
      port(`${part.id}.${row}.in`, 0, y, 'WEST'),
      port(`${part.id}.${row}.out`, part.width, y, 'EAST'),
    ]),
  }
}

/** Where everything is. */
export interface SchematicPlaces {
  width: number
  height: number
  parts: Readonly<Record<string, Point>>
  wires: Readonly<Record<string, Point[]>>
}

/** The places the layout engine found, without the engine's own trimmings. */
export function placesOf(laidOut: ElkNode): SchematicPlaces {
  return {
    width: laidOut.width ?? 0,
    height: laidOut.height ?? 0,
    parts: Object.fromEntries((laidOut.children ?? []).map(({ id, x = 0, y = 0 }) => [id, { x, y }])),
    wires: Object.fromEntries(
      (laidOut.edges ?? []).map(({ id, sections }) => [
        id,
        (sections ?? [])
          .flatMap(({ startPoint, bendPoints = [], endPoint }) => [startPoint, ...bendPoints, endPoint])
          .map(({ x, y }) => ({ x, y })),
      ]),
    ),
  }
}
