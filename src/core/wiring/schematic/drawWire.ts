import { type GraphEdge, type InstallationGraph } from '../installationGraph'
import { type Point, type Primitive } from '../../drawing/primitive'
import type { SchematicPlaces } from './elkGraph'
import { CHARACTER_WIDTH, SIZE, type SchematicModel, type SchematicWire } from './schematicPart'
import { type DrawnGroup, type Pen, strands, besides, layerOf, strandInk, changeMark } from './schematicPen'
import { boxOf } from './drawPart'

export function drawWire(pen: Pen, model: SchematicModel, places: SchematicPlaces, wire: SchematicWire): DrawnGroup[] {
  const { graph, options } = pen
  const laid = places.wires[wire.id]
  if (!laid || laid.length < 2) return []
  const points = inset(model, places, wire, laid)
  const nodeOf = (id: string) => {
    const part = model.parts.find((one) => one.id === id)
    return part?.kind === 'place' ? part.node.id : part?.kind === 'source' ? part.source.node : null
  }
  const edge = graph.edges.find(({ id }) => id === wire.edgeId)
  const node = nodeOf(wire.from.part) ?? nodeOf(wire.to.part) ?? ''
  const shapes: Primitive[] = []
  const change = options.changes.get(wire.edgeId)
  const on = (set: ReadonlySet<string>) =>
    edge !== undefined && (set.has(edge.id) || (edge.device !== null && set.has(edge.device)))
  if (on(options.danger)) shapes.push({ kind: 'line', points, ink: 'stop', width: 13, opacity: 0.22 })
  else if (edge !== undefined && options.chosen.has(edge.id))
    shapes.push({ kind: 'line', points, ink: 'ember', width: 13, opacity: 0.25 })
  const steps = options.fault === null ? [] : [...options.fault.out, ...options.fault.back]
  for (const { layer, offset } of strands(pen, wire.carries)) {
    const drawn = besides(points, offset)
    const step = steps.find(({ id, conductor }) => id === wire.edgeId && layerOf(conductor) === layer)
    if (step) shapes.push({ kind: 'line', points: drawn, ink: 'stop', width: 5, opacity: 0.6 })
    const { ink, width, dash } = strandInk(pen, layer, node, wire.carries)
    shapes.push({
      kind: 'line',
      points: drawn,
      ink: change === 'gone' ? 'rule2' : ink,
      width: change === 'gone' ? 1 : width,
      ...(change === 'gone' ? { dash: '2 4' } : dash !== undefined && { dash }),
    })
  }
  const middle = alongMiddle(points)
  const crossedWith = edge?.runTag === undefined ? undefined : options.crossed.get(edge.runTag)
  if (crossedWith !== undefined && wire.label !== null)
    shapes.push(
      {
        kind: 'line',
        points: [
          { x: middle.x - 9, y: middle.y - 9 },
          { x: middle.x + 9, y: middle.y + 9 },
        ],
        ink: 'stop',
        width: 3,
      },
      {
        kind: 'line',
        points: [
          { x: middle.x - 9, y: middle.y + 9 },
          { x: middle.x + 9, y: middle.y - 9 },
        ],
        ink: 'stop',
        width: 3,
      },
    )
  if (wire.label !== null) {
    const text = `${changeMark(change)}${wire.label}${crossedWith === undefined ? '' : ` × ${crossedWith}`}`
    const width = text.length * CHARACTER_WIDTH + 9
    shapes.push(
      {
        kind: 'rect',
        at: { x: middle.x - width / 2, y: middle.y - 24 },
        width,
        height: 16,
        ink: crossedWith === undefined ? 'rule2' : 'stop',
        stroke: 1,
        fill: 'sheet',
        aroundWord: true,
      },
      {
        kind: 'text',
        at: { x: middle.x, y: middle.y - 13 },
        text,
        size: SIZE.text,
        ink: crossedWith === undefined ? 'ink' : 'stop',
        anchor: 'middle',
      },
    )
  }
  return [
    {
      key: wire.id,
      thing: edge?.id ?? wire.edgeId.split(' ').slice(1).join(' '),
      role: 'wire',
      title: edge
        ? `${wireTitle(graph, edge)}${crossedWith === undefined ? '' : `. Crossed: it answers for ${crossedWith}`}`
        : '',
      box: boxOf(points),
      shapes,
      isSwitch: false,
      isFramed: false,
    },
  ]
}

function wireTitle(graph: InstallationGraph, { id, name, from, to, carries }: GraphEdge): string {
  const say = (node: string) => graph.nodes.find((one) => one.id === node)?.name ?? node
  return `${name ?? id}: ${say(from)} to ${say(to)}, ${carries.join(' ')}`
}

/** Wires end at the bar or the contact, not at the edge of the box that holds its name. */
function inset(model: SchematicModel, places: SchematicPlaces, wire: SchematicWire, points: readonly Point[]): Point[] {
  const drawn = [...points]
  const pull = (end: 'from' | 'to') => {
    const part = model.parts.find(({ id }) => id === wire[end].part)
    const at = part && places.parts[part.id]
    const k = end === 'from' ? 0 : drawn.length - 1
    const point = drawn[k]
    if (!part || !at || !point) return
    const middle = at.x + part.width / 2
    // a bond and an electrode hang from a point in the middle of their box
    const half = part.kind === 'bond' || (part.kind === 'place' && part.node.kind === 'electrode') ? 0 : part.width / 2
    drawn[k] = { x: point.x < middle ? middle - half : middle + half, y: point.y }
  }
  pull('from')
  pull('to')
  return drawn
}

function alongMiddle(points: readonly Point[]): Point {
  // the longest level stretch has room for a name
  const level = points
    .slice(1)
    .map((b, k) => ({ a: points[k] as Point, b }))
    .filter(({ a, b }) => a.y === b.y)
  const [longest] = level.sort((one, other) => Math.abs(other.b.x - other.a.x) - Math.abs(one.b.x - one.a.x))
  if (longest) return { x: (longest.a.x + longest.b.x) / 2, y: longest.a.y }
  return points[Math.floor(points.length / 2)] as Point
}
