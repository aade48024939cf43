import { type GraphEdge, type InstallationGraph, NEUTRAL, PROTECTIVE } from '../installationGraph'
import type { FaultPath } from '../faultPath'
import { type LiveState, joinsOn } from '../liveState'
import type { Point, SchematicPlaces } from './elkGraph'
import { SIZE, labelSize, type SchematicModel, type SchematicPart, type SchematicWire } from './schematicModel'

/** Colours by what they mean; a renderer knows them by name. */
export type Ink =
  | 'ink'
  | 'ink2'
  | 'rule2'
  | 'sheet'
  | 'grid'
  | 'island'
  | 'neutral'
  | 'earth'
  | 'stop'
  | 'stopSoft'
  | 'ember'
  | 'watch'
  | 'proven'

export type Primitive =
  | { kind: 'line'; points: Point[]; ink: Ink; width: number; dash?: string; opacity?: number }
  | { kind: 'circle'; at: Point; r: number; ink: Ink; width: number; fill?: Ink; dash?: string }
  | { kind: 'rect'; at: Point; width: number; height: number; ink: Ink; stroke: number; fill?: Ink; dash?: string }
  | {
      kind: 'text'
      at: Point
      text: string
      size: number
      ink: Ink
      anchor: 'start' | 'middle' | 'end'
      weight?: number
    }

/** Things that are drawn together, and what a click on them means. */
export interface DrawnGroup {
  key: string
  /** Id of the thing in the graph, for selecting it. */
  thing: string
  role: 'wire' | 'place' | 'device' | 'source' | 'bond' | 'loose'
  /** What it is and how it stands, in words. */
  title: string
  box: { x: number; y: number; width: number; height: number }
  shapes: Primitive[]
  isSwitch: boolean
}

export const CONDUCTOR_LAYERS = ['live', 'neutral', 'protective'] as const
export type ConductorLayer = (typeof CONDUCTOR_LAYERS)[number]

export interface DrawingOptions {
  layers: readonly ConductorLayer[]
  /** Ids to light up as dangerous. */
  danger: ReadonlySet<string>
  /** Ids to light up as chosen. */
  chosen: ReadonlySet<string>
  fault: FaultPath | null
  /** Runs that answer for another one, by their short names. */
  crossed: ReadonlyMap<string, string>
  /** What was added, taken out or changed against the plan. */
  changes: ReadonlyMap<string, 'added' | 'gone' | 'changed'>
  /** Remarks by id, for a mark beside the thing. */
  remarks: ReadonlyMap<string, string>
}

const PITCH = 5
const LIVE_WIDTH = 2.4

interface Pen {
  graph: InstallationGraph
  state: LiveState
  options: DrawingOptions
}

const layerOf = (conductor: string): ConductorLayer =>
  conductor === PROTECTIVE ? 'protective' : conductor === NEUTRAL ? 'neutral' : 'live'

/** Layers a way carries, of those that are shown, with how far each is drawn from the middle. */
function strands({ options }: Pen, carries: readonly string[]): { layer: ConductorLayer; offset: number }[] {
  const shown = CONDUCTOR_LAYERS.filter((layer) => options.layers.includes(layer))
  return shown
    .map((layer, k) => ({ layer, offset: (k - (shown.length - 1) / 2) * PITCH }))
    .filter(({ layer }) => carries.some((conductor) => layerOf(conductor) === layer))
}

/** How one layer of a place is drawn: by what feeds it, or as neutral and earth stand. */
function strandInk(
  { graph, state }: Pen,
  layer: ConductorLayer,
  node: string,
  carries: readonly string[],
): { ink: Ink; width: number; dash?: string } {
  if (layer === 'protective') return { ink: 'earth', width: 1.4, dash: '7 3' }
  if (layer === 'neutral')
    return state.parts.some(({ neutral }) => neutral.has(node))
      ? { ink: 'neutral', width: 1.6 }
      : { ink: 'rule2', width: 1.4 }
  const feeding = [
    ...new Set(
      carries
        .filter((conductor) => graph.phases.includes(conductor))
        .flatMap((phase) => state.energised.get(`${node} ${phase}`) ?? []),
    ),
  ]
  if (feeding.length === 0) return { ink: 'rule2', width: 1.4 }
  const sources = graph.sources.filter(({ id }) => feeding.includes(id))
  const byStreet = sources.some(({ kind }) => kind === 'grid')
  const byIsland = sources.some(({ kind }) => kind !== 'grid')
  if (byStreet && byIsland) return { ink: 'stop', width: LIVE_WIDTH + 0.8, dash: '3 2' }
  return byStreet ? { ink: 'grid', width: LIVE_WIDTH } : { ink: 'island', width: LIVE_WIDTH, dash: '11 2.5' }
}

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

/** Orthogonal line moved to the side by `offset`, corners kept. */
export function besides(points: readonly Point[], offset: number): Point[] {
  if (offset === 0) return [...points]
  const step = (a: Point, b: Point): Point => {
    const length = Math.hypot(b.x - a.x, b.y - a.y) || 1
    return { x: -(b.y - a.y) / length, y: (b.x - a.x) / length }
  }
  return points.map((point, k) => {
    const before = k > 0 ? step(points[k - 1] as Point, point) : null
    const after = k < points.length - 1 ? step(point, points[k + 1] as Point) : null
    const [a, b] = [before ?? after ?? { x: 0, y: 0 }, after ?? before ?? { x: 0, y: 0 }]
    // at a right angle the two normals add up to the corner; on a straight line they are one
    const straight = Math.abs(a.x - b.x) + Math.abs(a.y - b.y) < 1e-6
    return { x: point.x + offset * (straight ? a.x : a.x + b.x), y: point.y + offset * (straight ? a.y : a.y + b.y) }
  })
}

function drawWire(pen: Pen, model: SchematicModel, places: SchematicPlaces, wire: SchematicWire): DrawnGroup[] {
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
    const width = text.length * 6.4 + 8
    shapes.push(
      {
        kind: 'rect',
        at: { x: middle.x - width / 2, y: middle.y - 24 },
        width,
        height: 15,
        ink: crossedWith === undefined ? 'rule2' : 'stop',
        stroke: 1,
        fill: 'sheet',
      },
      {
        kind: 'text',
        at: { x: middle.x, y: middle.y - 13 },
        text,
        size: 11,
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
    },
  ]
}

const changeMark = (change: 'added' | 'gone' | 'changed' | undefined) =>
  change === undefined ? '' : { added: '+ ', gone: '− ', changed: '≠ ' }[change]

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

const boxOf = (points: readonly Point[]) => {
  const [xs, ys] = [points.map(({ x }) => x), points.map(({ y }) => y)]
  return {
    x: Math.min(...xs),
    y: Math.min(...ys),
    width: Math.max(...xs) - Math.min(...xs),
    height: Math.max(...ys) - Math.min(...ys),
  }
}

function drawPart(pen: Pen, part: SchematicPart, at: Point): DrawnGroup {
  const middle = at.x + part.width / 2
  const label = labelSize(part)
  const width = Math.max(part.width, label.width)
  const box = { x: middle - width / 2, y: at.y - label.height, width, height: part.height + label.height }
  const thing =
    part.kind === 'place'
      ? part.node.id
      : part.kind === 'device'
        ? part.deviceId
        : part.kind === 'source'
          ? part.source.id
          : part.kind === 'bond'
            ? part.bondId
            : part.edgeId
  const { options } = pen
  const change = options.changes.get(thing)
  const shapes: Primitive[] = []
  const frame = { at: { x: box.x - 4, y: box.y - 3 }, width: box.width + 8, height: box.height + 7 }
  if (options.danger.has(thing)) shapes.push({ kind: 'rect', ...frame, ink: 'stop', stroke: 1.6, fill: 'stopSoft' })
  else if (options.chosen.has(thing)) shapes.push({ kind: 'rect', ...frame, ink: 'ember', stroke: 1.8 })
  if (label.height > 0)
    part.lines.forEach((line, k) =>
      shapes.push({
        kind: 'text',
        at: { x: middle, y: box.y + (k + 1) * SIZE.label - 2 },
        text: k === 0 ? `${changeMark(change)}${line}` : line,
        size: 11,
        ink: change === 'gone' ? 'rule2' : 'ink',
        anchor: 'middle',
        weight: part.kind === 'place' ? 600 : 400,
      }),
    )
  const remark = options.remarks.get(thing)
  if (remark !== undefined)
    shapes.push(
      { kind: 'circle', at: { x: box.x + box.width + 2, y: box.y + 4 }, r: 7, ink: 'stop', width: 1.4, fill: 'sheet' },
      {
        kind: 'text',
        at: { x: box.x + box.width + 2, y: box.y + 8 },
        text: '!',
        size: 11,
        ink: 'stop',
        anchor: 'middle',
        weight: 700,
      },
    )
  const { body, title } = PART_BODIES[part.kind](pen, part as never, { x: at.x, y: at.y, middle })
  return {
    key: part.id,
    thing,
    role: part.kind,
    title: remark === undefined ? title : `${title}. ${remark}`,
    box,
    shapes: [...shapes, ...body],
    isSwitch: part.kind === 'device' && part.isManual,
  }
}

/** Where a part is painted: its left edge, its top under the name, and its middle. */
interface Spot {
  x: number
  y: number
  middle: number
}
type Body<K extends SchematicPart['kind']> = (
  pen: Pen,
  part: Extract<SchematicPart, { kind: K }>,
  spot: Spot,
) => { body: Primitive[]; title: string }

const line = (ink: Ink, width: number, ...points: [number, number][]): Primitive => ({
  kind: 'line',
  points: points.map(([x, y]) => ({ x, y })),
  ink,
  width,
})

/** The earth symbol, hanging from a point. */
const earthSymbol = (x: number, y: number, ink: Ink = 'earth'): Primitive[] => [
  line(ink, 1.4, [x, y], [x, y + 7]),
  ...[9, 6, 3].map((half, k) => line(ink, 1.6, [x - half, y + 7 + k * 3.5], [x + half, y + 7 + k * 3.5])),
]

const sayLive = ({ graph, state }: Pen, node: string): string => {
  const ids = [...new Set(graph.phases.flatMap((phase) => state.energised.get(`${node} ${phase}`) ?? []))]
  return ids.length === 0
    ? 'dead'
    : `live from ${ids.map((id) => graph.sources.find((source) => source.id === id)?.name ?? id).join(' and ')}`
}

const drawPlace: Body<'place'> = (pen, { node, width, height, lines }, { x, y, middle }) => {
  const { graph } = pen
  const title = `${node.name ?? node.id}: ${sayLive(pen, node.id)}`
  if (node.kind === 'electrode') return { body: earthSymbol(middle, y + 2), title: node.name ?? node.id }
  if (node.kind === 'load') {
    const { ink, width: stroke, dash } = strandInk(pen, 'live', node.id, node.phases ?? graph.phases)
    const promise = node.promise === 'backup' ? 'stays on' : node.promise === 'leftOut' ? 'left out' : ''
    return {
      title: `${title}${promise && `, ${promise} in an outage`}`,
      body: [
        {
          kind: 'rect',
          at: { x, y },
          width,
          height,
          ink: ink === 'rule2' ? 'rule2' : ink,
          stroke: ink === 'rule2' ? 1 : stroke - 0.6,
          fill: 'sheet',
          ...(dash !== undefined && { dash }),
        },
        {
          kind: 'text',
          at: { x: x + 8, y: y + height / 2 + 4 },
          text: lines[0] ?? '',
          size: 11.5,
          ink: ink === 'rule2' ? 'ink2' : 'ink',
          anchor: 'start',
        },
        ...(node.promise === 'backup'
          ? [
              {
                kind: 'circle' as const,
                at: { x: x + width - 10, y: y + height / 2 },
                r: 4,
                ink: 'proven' as const,
                width: 1.4,
                fill: 'proven' as const,
              },
            ]
          : node.promise === 'leftOut'
            ? [
                {
                  kind: 'circle' as const,
                  at: { x: x + width - 10, y: y + height / 2 },
                  r: 4,
                  ink: 'ink2' as const,
                  width: 1.4,
                },
              ]
            : []),
      ],
    }
  }
  const bottom = y + height
  const bars = strands(pen, [...graph.phases, NEUTRAL, PROTECTIVE])
  return {
    title,
    body: [
      {
        kind: 'rect',
        at: { x: middle - SIZE.bus / 2 - 1, y },
        width: SIZE.bus + 2,
        height: bottom - y,
        ink: node.kind === 'supply' ? 'ink' : 'rule2',
        stroke: node.kind === 'supply' ? 2 : 1,
        fill: 'sheet',
      },
      ...bars.map(({ layer, offset }): Primitive => {
        const { ink, width: own, dash } = strandInk(pen, layer, node.id, graph.phases)
        return {
          kind: 'line',
          points: [
            { x: middle + offset * 0.8, y: y + 2 },
            { x: middle + offset * 0.8, y: bottom - 2 },
          ],
          ink,
          width: own + 0.6,
          ...(dash !== undefined && { dash }),
        }
      }),
    ],
  }
}

const drawDevice: Body<'device'> = (pen, { deviceId, name, symbol, isManual, contacts, height }, { y, middle }) => {
  const { state, graph } = pen
  const device = graph.devices.find(({ id }) => id === deviceId)
  const body: Primitive[] = []
  const [first, last] = [contacts[0]?.y ?? 0, contacts.at(-1)?.y ?? 0]
  // what moves by itself is framed, and contacts that move together are joined
  if (!isManual)
    body.push({
      kind: 'rect',
      at: { x: middle - SIZE.contact / 2 + 2, y: y + 1 },
      width: SIZE.contact - 4,
      height: height - 2,
      ink: 'ink2',
      stroke: 0.8,
      dash: '3 3',
    })
  if (contacts.length > 1)
    body.push({
      kind: 'line',
      points: [
        { x: middle + 2, y: y + first - 2 },
        { x: middle + 2, y: y + last - 6 },
      ],
      ink: 'ink2',
      width: 1,
      dash: '2 3',
    })
  const standing =
    device?.kind === 'manual'
      ? (device.positions.find(({ closes }) => {
          const own = contacts.filter(({ edge }) => state.closed.has(edge.id))
          return closes.every((id) => state.closed.has(id)) && own.every(({ edge }) => closes.includes(edge.id))
        })?.name ?? '')
      : state.closedAutos.has(deviceId)
        ? 'closed'
        : 'open'
  return {
    body: [
      ...body,
      ...contacts.flatMap((contact) => drawContact(pen, contact.edge, symbol, { x: middle, y: y + contact.y })),
    ],
    title: `${name}, at ${standing}${isManual ? '. Click to move it' : ', moves by itself'}`,
  }
}

const BLADE = { half: 11, rise: 9 } as const

/** One contact: a blade that lies or stands open on each conductor it switches, with the sign of its kind; other conductors pass by. */
function drawContact(pen: Pen, edge: GraphEdge, symbol: string, { x, y }: Point): Primitive[] {
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
      { kind: 'text', at: { x: x - half + 3, y: y + 15 }, text: 'I', size: 8.5, ink: 'ink2', anchor: 'middle' },
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

const SOURCE_SIGNS: Readonly<Record<string, string>> = {
  grid: '~',
  inverter: '=/~',
  generator: 'G',
  vehicle: 'EV',
  pv: 'PV',
}

const drawSource: Body<'source'> = (pen, { source }, { y, middle }) => {
  const { state, graph } = pen
  const live = state.live.some(({ id }) => id === source.id)
  const follows =
    source.role === 'following' &&
    graph.phases.some((phase) => (state.energised.get(`${source.node} ${phase}`)?.length ?? 0) > 0)
  const ink: Ink = live ? (source.kind === 'grid' ? 'grid' : 'island') : 'ink2'
  const how = live
    ? 'holds a voltage'
    : source.role === 'following'
      ? follows
        ? 'follows the voltage that is there'
        : 'has nothing to follow and is off'
      : source.kind === 'grid'
        ? 'dead'
        : 'follows the street'
  const r = SIZE.source / 2 - 4
  return {
    title: `${source.name ?? source.id}: ${how}`,
    body: [
      {
        kind: 'circle',
        at: { x: middle, y: y + r },
        r,
        ink,
        width: live ? 2.4 : 1.4,
        fill: 'sheet',
        ...(live || follows ? {} : { dash: '3 3' }),
      },
      {
        kind: 'text',
        at: { x: middle, y: y + r + 4.5 },
        text: SOURCE_SIGNS[source.kind] ?? '?',
        size: 12,
        ink,
        anchor: 'middle',
        weight: 600,
      },
    ],
  }
}

const drawBond: Body<'bond'> = (pen, { bondId, deviceId, lines }, { y, middle }) => {
  const closed = pen.state.closed.has(bondId)
  const name = lines.join(' ')
  return {
    title: `${name}: neutral–earth bond, ${closed ? 'closed' : 'open'}${deviceId === null ? '' : ', made by a relay'}`,
    body: [
      { kind: 'circle', at: { x: middle, y: y + 5 }, r: 3, ink: 'neutral', width: 1.6, fill: 'sheet' },
      { kind: 'text', at: { x: middle + 8, y: y + 9 }, text: 'N', size: 9.5, ink: 'neutral', anchor: 'start' },
      line(closed ? 'earth' : 'ink2', 2.2, [middle, y + 8], closed ? [middle, y + 17] : [middle + 8, y + 18]),
      ...earthSymbol(middle, y + 16, closed ? 'earth' : 'rule2'),
    ],
  }
}

const drawLoose: Body<'loose'> = (_pen, { lines }, { y, middle }) => ({
  title: lines.join(' '),
  body: [{ kind: 'circle', at: { x: middle, y: y + 6 }, r: 5, ink: 'stop', width: 2, dash: '2 2' }],
})

const PART_BODIES: { [K in SchematicPart['kind']]: Body<K> } = {
  place: drawPlace,
  device: drawDevice,
  source: drawSource,
  bond: drawBond,
  loose: drawLoose,
}
