import { type GraphEdge } from '../installationGraph'
import { joinsOn } from '../liveState'
import { type Point, type Primitive, type Ink, line } from '../../drawing/primitive'
import { SIZE } from './schematicPart'
import { type Pen, strands, layerOf, strandInk, type ConductorLayer } from './schematicPen'

const BLADE = { half: 11, rise: 9 } as const

/** One contact: a blade that lies or stands open on each conductor it switches, with the sign of its kind; other conductors pass by. */
export function drawContact(pen: Pen, edge: GraphEdge, symbol: string, { x, y }: Point): Primitive[] {
  const { state, options } = pen
  const half = SIZE.contact / 2
  const shapes: Primitive[] = []
  const danger = options.danger.has(edge.id) || (edge.device !== null && options.danger.has(edge.device))
  const ends = [edge.from, edge.to]
  // the wire comes in from the street's side; either end may be the live one
  const inkAt = (layer: ConductorLayer, node: string) => strandInk(pen, layer, node, edge.carries)
  for (const [k, { layer, offset }] of strands(pen, edge.carries).entries()) {
    const conductors = edge.carries.filter((conductor) => layerOf(conductor) === layer)
    const switched = conductors.some((conductor) => edge.breaks.includes(conductor))
    const joined = conductors.every((conductor) => joinsOn(edge, conductor, state.closed))
    const [left, right] = [inkAt(layer, ends[0] as string), inkAt(layer, ends[1] as string)]
    const own = y + offset
    if (!switched) {
      shapes.push({
        kind: 'line',
        points: [
          { x: x - half, y: own },
          { x: x + half, y: own },
        ],
        ink: left.ink,
        width: left.width,
        ...(left.dash !== undefined && { dash: left.dash }),
      })
      continue
    }
    shapes.push(
      {
        kind: 'line',
        points: [
          { x: x - half, y: own },
          { x: x - BLADE.half, y: own },
        ],
        ink: left.ink,
        width: left.width,
      },
      {
        kind: 'line',
        points: [
          { x: x + BLADE.half, y: own },
          { x: x + half, y: own },
        ],
        ink: right.ink,
        width: right.width,
      },
    )
    shapes.push({
      kind: 'line',
      points: [
        { x: x - BLADE.half, y: own },
        joined ? { x: x + BLADE.half, y: own } : { x: x + BLADE.half - 2, y: own - BLADE.rise },
      ],
      ink: joined ? (layer === 'neutral' ? right.ink : left.ink) : 'ink',
      width: danger ? 3 : 2,
    })
    if (k === 0) shapes.push(...signOf(symbol, x + BLADE.half, own, right.ink))
  }
  if (edge.rcd)
    shapes.push(
      { kind: 'circle', at: { x: x - half + 6, y }, r: 6.5, ink: 'ink2', width: 1.2 },
      {
        kind: 'text',
        at: { x: x - half + 1, y: y + 17 },
        text: 'I',
        size: SIZE.text,
        ink: 'ink2',
        anchor: 'middle',
        isSign: true,
      },
      line('ink2', 0.9, [x - half + 6, y + 15], [x - half + 9, y + 9], [x - half + 12, y + 15], [x - half + 6, y + 15]),
    )
  return shapes
}

/** The qualifying sign at the fixed contact: breaker ×, isolator bar, load switch ring, contactor arc as a hook, a box for a fuse. */
function signOf(symbol: string, x: number, y: number, ink: Ink): Primitive[] {
  const shade: Ink = ink === 'rule2' ? 'ink2' : ink
  switch (symbol) {
    case 'breaker':
      return [
        line(shade, 1.6, [x - 3.5, y - 3.5], [x + 3.5, y + 3.5]),
        line(shade, 1.6, [x - 3.5, y + 3.5], [x + 3.5, y - 3.5]),
      ]
    case 'isolator':
      return [line(shade, 1.8, [x, y - 4.5], [x, y + 4.5])]
    case 'switch':
      return [{ kind: 'circle', at: { x, y }, r: 2.6, ink: shade, width: 1.2, fill: 'sheet' }]
    case 'contactor':
    case 'relay':
      return [line(shade, 1.5, [x, y], [x - 2, y - 4], [x - 5, y - 4], [x - 7, y])]
    case 'fuse':
      return [{ kind: 'rect', at: { x: x - 6, y: y - 3 }, width: 12, height: 6, ink: shade, stroke: 1.2 }]
    default:
      return []
  }
}
