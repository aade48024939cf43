import {
  type GraphEdge,
  type GraphSource,
  type GridState,
  type InstallationGraph,
  NEUTRAL,
  type Positions,
} from './installationGraph'

/** One live source with what it feeds, and how its neutral stands to earth. */
export interface LivePart {
  source: string
  /** Loads that have a voltage from it. */
  loads: string[]
  /** Of these, those whose neutral does not lead back to it. */
  loadsWithoutNeutral: string[]
  /** Closed neutral–earth bonds on its neutral. */
  bonds: string[]
  /** The supplier's bond counts for it. */
  supplierBond: boolean
  /** Nodes its neutral reaches. */
  neutral: ReadonlySet<string>
}

/** What an installation is in one position of its switches and one state of the grid. */
export interface LiveState {
  /** Ids of edges and bonds that are closed; what no device switches always is. */
  closed: ReadonlySet<string>
  /** Automatic devices that are closed. */
  closedAutos: ReadonlySet<string>
  /** Interlocks that stand against the position. */
  against: (readonly [string, string])[]
  /** Sources that hold a voltage, the grid among them. */
  live: GraphSource[]
  /** Live sources by node and phase, as `node phase`. */
  energised: ReadonlyMap<string, string[]>
  parts: LivePart[]
}

/** Whether an edge joins its ends on a conductor, given what is closed. */
export const joinsOn = (
  { id, carries, breaks, device }: GraphEdge,
  conductor: string,
  closed: ReadonlySet<string>,
): boolean => carries.includes(conductor) && (device === null || !breaks.includes(conductor) || closed.has(id))

/** Nodes that a conductor joins to `from`, through what is closed. */
export function joinedOn(
  { edges }: Pick<InstallationGraph, 'edges'>,
  from: string,
  conductor: string,
  closed: ReadonlySet<string>,
): Set<string> {
  const seen = new Set([from])
  const queue = [from]
  for (let head = 0; head < queue.length; head++)
    for (const edge of edges) {
      const there = edge.from === queue[head] ? edge.to : edge.to === queue[head] ? edge.from : null
      if (there === null || seen.has(there) || !joinsOn(edge, conductor, closed)) continue
      seen.add(there)
      queue.push(there)
    }
  return seen
}

/**
 * W-1 for one position: what the automatic devices do, what is energised by what, and where neutral is bonded. Slower than the position
 * check and written for looking: it also answers for a graph with faults, as far as it can.
 */
export function liveState(graph: InstallationGraph, positions: Positions, gridState: GridState): LiveState {
  const { devices, edges, bonds, sources, nodes, interlocks, phases } = graph
  const closed = new Set([...edges, ...bonds].filter(({ device }) => device === null).map(({ id }) => id))
  const closesNow = new Map(
    devices.flatMap((device) =>
      device.kind === 'manual'
        ? [[device.id, device.positions.find(({ name }) => name === positions[device.id])?.closes ?? []] as const]
        : [],
    ),
  )
  for (const ids of closesNow.values()) for (const id of ids) closed.add(id)
  const against = interlocks.filter((pair) => pair.every((id) => (closesNow.get(id)?.length ?? 0) > 0))
  const supply = nodes.find(({ kind }) => kind === 'supply')?.id
  const closedAutos = new Set<string>()
  // sensed with all automatic devices open, and decided before any of them moves
  const decided = new Map<string, boolean>()
  const decide = (id: string, depth = 0): boolean => {
    const device = devices.find((one) => one.id === id)
    if (device === undefined || device.kind === 'manual' || depth > devices.length) return false
    const known = decided.get(id)
    if (known !== undefined) return known
    const closes =
      device.logic === 'oppositeOf'
        ? !decide(device.of, depth + 1)
        : gridState !== 'dead' &&
          !device.opensOn.includes(gridState) &&
          supply !== undefined &&
          phases.some((phase) => joinedOn(graph, supply, phase, closed).has(device.senseNode))
    decided.set(id, closes)
    return closes
  }
  for (const device of devices) if (device.kind === 'auto' && decide(device.id)) closedAutos.add(device.id)
  for (const device of devices)
    if (device.kind === 'auto' && closedAutos.has(device.id)) for (const id of device.closes) closed.add(id)
  const live = sources.filter((source) =>
    source.kind === 'grid'
      ? gridState !== 'dead'
      : source.role === 'forming' && (source.gateway == null || !closedAutos.has(source.gateway)),
  )
  const energised = new Map<string, string[]>()
  for (const source of live)
    for (const phase of source.phases ?? phases)
      for (const node of joinedOn(graph, source.node, phase, closed)) {
        const key = `${node} ${phase}`
        energised.set(key, [...(energised.get(key) ?? []), source.id])
      }
  const parts = live.map((source): LivePart => {
    const neutral = joinedOn(graph, source.node, NEUTRAL, closed)
    const fed = nodes.filter(
      ({ kind, id, phases: own }) =>
        kind === 'load' && (own ?? phases).some((phase) => energised.get(`${id} ${phase}`)?.includes(source.id)),
    )
    return {
      source: source.id,
      loads: fed.map(({ id }) => id),
      loadsWithoutNeutral: fed
        .filter(({ id, needsNeutral }) => needsNeutral !== false && !neutral.has(id))
        .map(({ id }) => id),
      neutral,
      bonds: bonds.filter(({ id, node }) => closed.has(id) && neutral.has(node)).map(({ id }) => id),
      supplierBond:
        gridState !== 'brokenNeutral' &&
        supply !== undefined &&
        neutral.has(supply) &&
        sources.some(({ kind, providesBond }) => kind === 'grid' && providesBond === true),
    }
  })
  return { closed, closedAutos, against, live, energised, parts }
}

/** Live sources at a node, on any phase. */
export const liveAt = ({ energised }: LiveState, node: string, phases: readonly string[]): string[] => [
  ...new Set(phases.flatMap((phase) => energised.get(`${node} ${phase}`) ?? [])),
]

/** The position after one device is moved on to its next position, round and round. */
export function nextPosition({ devices }: InstallationGraph, positions: Positions, deviceId: string): Positions {
  const device = devices.find(({ id }) => id === deviceId)
  if (device?.kind !== 'manual' || device.positions.length === 0) return positions
  const k = device.positions.findIndex(({ name }) => name === positions[deviceId])
  return { ...positions, [deviceId]: (device.positions[(k + 1) % device.positions.length] as { name: string }).name }
}
