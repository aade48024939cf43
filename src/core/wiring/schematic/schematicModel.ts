import { type GraphDevice, type GraphEdge, type InstallationGraph, PROTECTIVE } from '../installationGraph'
import { distances, inOrder } from './partOrder'
import { type SchematicModel, type SchematicPart, type SchematicWire, SIZE, placeSize } from './schematicPart'
import { wrapped } from './textWidth'

type End = 'from' | 'to'

/** Parts and wires as they come, with what they are found by. */
interface Draft {
  graph: InstallationGraph
  parts: SchematicPart[]
  wires: SchematicWire[]
  /** Part of each place, by the place's name. */
  placeAt: Map<string, string>
  distance: ReadonlyMap<string, number>
}

/**
 * What is to be drawn of a graph, before it has places: a bar for each busbar, a symbol for each device between its ends, sources and bonds
 * at theirs. Parts and wires stand in the graph's own order, so that a drawing changes only where the graph does. A way to a place that is
 * not there ends in a loose end; a second thing of the same name is drawn beside the first.
 */
export function schematicModel(graph: InstallationGraph): SchematicModel {
  const distance = distances(graph)
  const draft: Draft = { graph, parts: [], wires: [], placeAt: new Map(), distance }
  addPlaces(draft)
  graph.devices.forEach((device, k) => addDevice(draft, device, `d${k}`))
  addPlainWires(draft)
  addSources(draft)
  addBonds(draft)
  return { parts: inOrder(draft.parts, draft.wires, graph, distance), wires: draft.wires }
}

function addPlaces({ graph, parts, placeAt }: Draft): void {
  const { nodes, edges, sources, bonds } = graph
  const touching = (id: string) =>
    edges.filter(({ from, to }) => from === id || to === id).length +
    sources.filter(({ node }) => node === id).length +
    bonds.filter(({ node }) => node === id).length
  nodes.forEach((node, k) => {
    const id = `n${k}`
    if (!placeAt.has(node.id)) placeAt.set(node.id, id)
    parts.push({ id, kind: 'place', node, ...placeSize(node, touching(node.id)) })
  })
}

/** The part at one end of a way; a loose end where the place it names is not there. */
function endOf({ parts, placeAt }: Draft, edge: GraphEdge, end: End, at: number): string {
  const known = placeAt.get(edge[end])
  if (known !== undefined) return known
  const id = `x${at}${end}`
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

/** Near and far end of a way: wires run from a source towards what it feeds, and from the street towards the house. */
function oriented({ graph, distance }: Draft, { from, to }: GraphEdge): [End, End] {
  const isFed = (id: string) => graph.sources.some(({ node, kind }) => node === id && kind !== 'grid')
  const fromIsNear =
    isFed(from) === isFed(to) ? (distance.get(from) ?? Infinity) <= (distance.get(to) ?? Infinity) : isFed(from)
  return fromIsNear ? ['from', 'to'] : ['to', 'from']
}

/** A device with a row for each way through it, and the wires on both sides. */
function addDevice(draft: Draft, device: GraphDevice, id: string): void {
  const own = draft.graph.edges.map((edge, at) => ({ edge, at })).filter(({ edge }) => edge.device === device.id)
  if (own.length === 0) return
  const name = device.name ?? device.id
  draft.parts.push({
    id,
    kind: 'device',
    deviceId: device.id,
    name,
    symbol: device.symbol ?? 'switch',
    isManual: device.kind === 'manual',
    contacts: own.map(({ edge }, row) => ({ edge, y: row * SIZE.row + SIZE.row / 2 })),
    lines: wrapped(name, 16),
    width: SIZE.contact,
    height: own.length * SIZE.row,
  })
  own.forEach(({ edge, at }, row) => {
    const [near, far] = oriented(draft, edge)
    const { carries, id: edgeId } = edge
    draft.wires.push({
      id: `w${at}a`,
      edgeId,
      from: { part: endOf(draft, edge, near, at), port: null },
      to: { part: id, port: `${id}.${row}.in` },
      carries,
      label: edge.runTag ?? null,
    })
    draft.wires.push({
      id: `w${at}b`,
      edgeId,
      from: { part: id, port: `${id}.${row}.out` },
      to: { part: endOf(draft, edge, far, at), port: null },
      carries,
      label: null,
    })
  })
}

/** What is written along a way without a device: its run, or its name where it is more than protective conductor. */
function wireLabel({ runTag, carries, name }: GraphEdge): string | null {
  return runTag ?? (carries.every((conductor) => conductor === PROTECTIVE) ? null : (name ?? null))
}

/** Ways without a device that is drawn. */
function addPlainWires(draft: Draft): void {
  const { graph, wires } = draft
  const drawn = new Set(graph.devices.map(({ id }) => id))
  graph.edges.forEach((edge, at) => {
    if (edge.device !== null && drawn.has(edge.device)) return
    const [near, far] = oriented(draft, edge)
    wires.push({
      id: `w${at}`,
      edgeId: edge.id,
      from: { part: endOf(draft, edge, near, at), port: null },
      to: { part: endOf(draft, edge, far, at), port: null },
      carries: edge.carries,
      label: wireLabel(edge),
    })
  })
}

function addSources({ graph, parts, wires, placeAt }: Draft): void {
  graph.sources.forEach((source, k) => {
    const id = `s${k}`
    const lines = wrapped(source.name ?? source.id, 16)
    parts.push({ id, kind: 'source', source, lines, width: SIZE.source - 8, height: SIZE.source - 8 })
    const place = placeAt.get(source.node)
    if (place === undefined) return
    wires.push({
      id: `ws${k}`,
      edgeId: `source ${source.id}`,
      from: { part: id, port: null },
      to: { part: place, port: null },
      carries: [...(source.phases ?? graph.phases), 'N', 'PE'],
      label: null,
    })
  })
}

function addBonds({ graph, parts, wires, placeAt }: Draft): void {
  graph.bonds.forEach((bond, k) => {
    const id = `b${k}`
    parts.push({
      id,
      kind: 'bond',
      bondId: bond.id,
      deviceId: bond.device,
      lines: wrapped(bond.name ?? bond.id, 16),
      width: SIZE.bondWidth,
      height: SIZE.bondHeight,
    })
    const place = placeAt.get(bond.node)
    if (place === undefined) return
    wires.push({
      id: `wb${k}`,
      edgeId: `bond ${bond.id}`,
      from: { part: place, port: null },
      to: { part: id, port: null },
      carries: ['N', 'PE'],
      label: null,
    })
  })
}
