import {
  type DeviceSymbol,
  type GraphEdge,
  type GraphNode,
  type GraphSource,
  type InstallationGraph,
  PROTECTIVE,
} from '../installationGraph'
import { wrapped } from './textWidth'

/** One thing that is drawn, with its size and the places on it where wires meet it. */
export type SchematicPart =
  | { id: string; kind: 'place'; node: GraphNode; lines: string[]; width: number; height: number }
  | {
      id: string
      kind: 'device'
      deviceId: string
      name: string
      symbol: DeviceSymbol
      isManual: boolean
      contacts: Contact[]
      lines: string[]
      width: number
      height: number
    }
  | { id: string; kind: 'source'; source: GraphSource; lines: string[]; width: number; height: number }
  | {
      id: string
      kind: 'bond'
      bondId: string
      deviceId: string | null
      lines: string[]
      width: number
      height: number
    }
  /** An end that lies nowhere: the place it names is not there. */
  | { id: string; kind: 'loose'; edgeId: string; lines: string[]; width: number; height: number }

/** One way through a device. */
export interface Contact {
  edge: GraphEdge
  /** Middle of its row, from the top of the part. */
  y: number
}

/** One wire between two parts. */
export interface SchematicWire {
  id: string
  edgeId: string
  from: { part: string; port: string | null }
  to: { part: string; port: string | null }
  carries: readonly string[]
  /** Name that is written along it; only wires that are a run, or have no device, carry one. */
  label: string | null
}

export interface SchematicModel {
  parts: SchematicPart[]
  wires: SchematicWire[]
}

/** Sizes in drawing units; one is a pixel at full scale. */
export const SIZE = {
  /** Of every text: on a screen it is never drawn smaller than that. */
  text: 12,
  label: 13,
  row: 27,
  contact: 46,
  bus: 14,
  load: 174,
  loadHeight: 26,
  source: 44,
  electrode: 34,
  bondWidth: 40,
  bondHeight: 34,
} as const

/**
 * What is to be drawn of a graph, before it has places: a bar for each busbar, a symbol for each device between its ends, sources and bonds
 * at theirs. Parts and wires stand in the graph's own order, so that a drawing changes only where the graph does. A way to a place that is
 * not there ends in a loose end; a second thing of the same name is drawn beside the first.
 */
export function schematicModel(graph: InstallationGraph): SchematicModel {
  const parts: SchematicPart[] = []
  const wires: SchematicWire[] = []
  const placeAt = new Map<string, string>()
  const touching = (id: string) =>
    graph.edges.filter(({ from, to }) => from === id || to === id).length +
    graph.sources.filter(({ node }) => node === id).length +
    graph.bonds.filter(({ node }) => node === id).length
  graph.nodes.forEach((node, k) => {
    const id = `n${k}`
    if (!placeAt.has(node.id)) placeAt.set(node.id, id)
    parts.push({ id, kind: 'place', node, ...placeSize(node, touching(node.id)) })
  })
  const endOf = (edge: GraphEdge, end: 'from' | 'to', key: string): string => {
    const known = placeAt.get(edge[end])
    if (known !== undefined) return known
    const id = `x${key}${end}`
    parts.push({
      id,
      kind: 'loose',
      edgeId: edge.id,
      lines: wrapped(`ends nowhere: ${edge[end] || 'no place named'}`, 20),
      width: 12,
      height: 12,
    })
    return id
  }
  const distance = distances(graph)
  // wires run from the street towards the house, and from a source towards what it feeds
  const forwards = ({ from, to }: GraphEdge) => (distance.get(from) ?? Infinity) <= (distance.get(to) ?? Infinity)
  const isSourceEnd = (id: string) => graph.sources.some(({ node, kind }) => node === id && kind !== 'grid')
  const oriented = (edge: GraphEdge): ['from' | 'to', 'from' | 'to'] =>
    isSourceEnd(edge.from) !== isSourceEnd(edge.to)
      ? isSourceEnd(edge.from)
        ? ['from', 'to']
        : ['to', 'from']
      : forwards(edge)
        ? ['from', 'to']
        : ['to', 'from']
  graph.devices.forEach((device, k) => {
    const own = graph.edges.map((edge, at) => ({ edge, at })).filter(({ edge }) => edge.device === device.id)
    if (own.length === 0) return
    const id = `d${k}`
    const lines = wrapped(device.name ?? device.id, 16)
    const contacts = own.map(({ edge }, row) => ({ edge, y: row * SIZE.row + SIZE.row / 2 }))
    parts.push({
      id,
      kind: 'device',
      deviceId: device.id,
      name: device.name ?? device.id,
      symbol: device.symbol ?? 'switch',
      isManual: device.kind === 'manual',
      contacts,
      lines,
      width: SIZE.contact,
      height: own.length * SIZE.row,
    })
    own.forEach(({ edge, at }, row) => {
      const [near, far] = oriented(edge)
      wires.push({
        id: `w${at}a`,
        edgeId: edge.id,
        from: { part: endOf(edge, near, `${at}`), port: null },
        to: { part: id, port: `${id}.${row}.in` },
        carries: edge.carries,
        label: edge.runTag ?? null,
      })
      wires.push({
        id: `w${at}b`,
        edgeId: edge.id,
        from: { part: id, port: `${id}.${row}.out` },
        to: { part: endOf(edge, far, `${at}`), port: null },
        carries: edge.carries,
        label: null,
      })
    })
  })
  const drawn = new Set(graph.devices.map(({ id }) => id))
  graph.edges.forEach((edge, at) => {
    if (edge.device !== null && drawn.has(edge.device)) return
    const [near, far] = oriented(edge)
    wires.push({
      id: `w${at}`,
      edgeId: edge.id,
      from: { part: endOf(edge, near, `${at}`), port: null },
      to: { part: endOf(edge, far, `${at}`), port: null },
      carries: edge.carries,
      label: edge.runTag ?? (edge.carries.every((conductor) => conductor === PROTECTIVE) ? null : (edge.name ?? null)),
    })
  })
  graph.sources.forEach((source, k) => {
    const lines = wrapped(source.name ?? source.id, 16)
    parts.push({ id: `s${k}`, kind: 'source', source, lines, width: SIZE.source - 8, height: SIZE.source - 8 })
    const at = placeAt.get(source.node)
    if (at !== undefined)
      wires.push({
        id: `ws${k}`,
        edgeId: `source ${source.id}`,
        from: { part: `s${k}`, port: null },
        to: { part: at, port: null },
        carries: [...(source.phases ?? graph.phases), 'N', 'PE'],
        label: null,
      })
  })
  graph.bonds.forEach((bond, k) => {
    const lines = wrapped(bond.name ?? bond.id, 16)
    parts.push({
      id: `b${k}`,
      kind: 'bond',
      bondId: bond.id,
      deviceId: bond.device,
      lines,
      width: SIZE.bondWidth,
      height: SIZE.bondHeight,
    })
    const at = placeAt.get(bond.node)
    if (at !== undefined)
      wires.push({
        id: `wb${k}`,
        edgeId: `bond ${bond.id}`,
        from: { part: at, port: null },
        to: { part: `b${k}`, port: null },
        carries: ['N', 'PE'],
        label: null,
      })
  })
  return { parts: inOrder(parts, wires, graph, distance), wires }
}

/**
 * The order in which parts are stacked: the way through the house first, then sources with what leads from them, then circuits, then bonds
 * and electrodes; each from the street to the house. The layout keeps it, so that a drawing changes only where the graph does.
 */
function inOrder(
  parts: readonly SchematicPart[],
  wires: readonly SchematicWire[],
  { sources }: InstallationGraph,
  distance: ReadonlyMap<string, number>,
): SchematicPart[] {
  const placed = new Map(parts.flatMap((part) => (part.kind === 'place' ? [[part.id, part.node] as const] : [])))
  const local = new Set(sources.filter(({ kind }) => kind !== 'grid').map(({ node }) => node))
  const ends = (part: SchematicPart): GraphNode[] =>
    wires.flatMap(({ from, to }) =>
      from.part === part.id ? (placed.get(to.part) ?? []) : to.part === part.id ? (placed.get(from.part) ?? []) : [],
    )
  const rank = (part: SchematicPart): number => {
    const near = part.kind === 'place' ? [part.node] : ends(part)
    if (part.kind === 'bond' || near.some(({ kind }) => kind === 'electrode')) return 3
    if (near.some(({ kind }) => kind === 'load')) return 2
    return near.some(({ id }) => local.has(id)) ? 1 : 0
  }
  const far = (part: SchematicPart) =>
    Math.min(
      Infinity,
      ...(part.kind === 'place' ? [part.node] : ends(part)).map(({ id }) => distance.get(id) ?? Infinity),
    )
  return parts
    .map((part, k) => ({ part, k, rank: rank(part), far: far(part) }))
    .sort((a, b) => a.rank - b.rank || (a.far === b.far ? a.k - b.k : a.far - b.far))
    .map(({ part }) => part)
}

/** How wide a character of the drawing's text is, on the average. */
export const CHARACTER_WIDTH = 6.6

/** Room that a part's name takes above it. */
export const labelSize = ({ kind, lines, ...part }: SchematicPart): { width: number; height: number } =>
  (kind === 'place' && 'node' in part && part.node.kind === 'load') || lines.length === 0
    ? { width: 0, height: 0 }
    : { width: Math.max(...lines.map((line) => line.length * CHARACTER_WIDTH)), height: lines.length * SIZE.label + 3 }

function placeSize(node: GraphNode, touching: number): { lines: string[]; width: number; height: number } {
  const name = node.name ?? node.id
  if (node.kind === 'load')
    return { lines: [name.length > 22 ? `${name.slice(0, 21)}…` : name], width: SIZE.load, height: SIZE.loadHeight }
  if (node.kind === 'electrode') return { lines: wrapped(name, 18), width: SIZE.electrode, height: SIZE.electrode - 10 }
  // a busbar is as long as what lands on it asks for
  return { lines: wrapped(name, 15), width: SIZE.bus, height: Math.max(36, Math.ceil(touching / 2) * 24) }
}

/** Steps from the supply terminals, whatever is open. */
function distances({ nodes, edges }: InstallationGraph): Map<string, number> {
  const supply = nodes.find(({ kind }) => kind === 'supply')?.id
  const far = new Map<string, number>(supply === undefined ? [] : [[supply, 0]])
  const queue = supply === undefined ? [] : [supply]
  for (let head = 0; head < queue.length; head++) {
    const here = queue[head] as string
    for (const { from, to } of edges) {
      const there = from === here ? to : to === here ? from : null
      if (there === null || far.has(there)) continue
      far.set(there, (far.get(here) ?? 0) + 1)
      queue.push(there)
    }
  }
  return far
}
