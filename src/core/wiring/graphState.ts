import {
  type GraphEdge,
  type GridState,
  type GridWatchingDevice,
  type InstallationGraph,
  type ManualDevice,
  NEUTRAL,
  type OppositeDevice,
  PROTECTIVE,
  conductorsOf,
} from './installationGraph'

type AutoDevice = GridWatchingDevice | OppositeDevice

/** What joins two nodes on one conductor. */
interface Joint {
  conductor: number
  a: number
  b: number
}

interface CompiledSource {
  id: string
  node: number
  phases: readonly number[]
  isGrid: boolean
  forming: boolean
  /** Index among the automatic devices; −1 for none. */
  gateway: number
  providesBond: boolean
  syncGroup: string | null
}

interface CompiledLoad {
  index: number
  phases: readonly number[]
  needsNeutral: boolean
}

/** Ways as numbers, for asking what can still be reached. */
export interface CompiledWays {
  a: Int32Array
  b: Int32Array
  /** Index of the manual device that opens the way; −1 where it stays. */
  device: Int32Array
  ids: readonly string[]
  /** Nodes from which something can come: supply terminals and forming sources. */
  alive: readonly number[]
}

/** A graph as numbers: what is always joined is joined once, what each position joins is at hand. */
export interface CompiledGraph {
  graph: InstallationGraph
  conductors: number
  phases: number
  neutral: number
  protective: number
  nodes: number
  supply: number
  manual: readonly ManualDevice[]
  autos: readonly AutoDevice[]
  /** What each automatic device follows, those that follow another after it; `oppositeOf` −1 for those that watch the grid. */
  autoLogic: readonly { index: number; sense: number; opensOn: readonly GridState[]; oppositeOf: number }[]
  /** Joints of each position of each manual device, and of each automatic device. */
  manualJoints: readonly (readonly (readonly Joint[])[])[]
  autoJoints: readonly (readonly Joint[])[]
  /** Nodes of the bonds each closes; those of no device are in `fixedBonds`. */
  manualBonds: readonly (readonly (readonly number[])[])[]
  autoBonds: readonly (readonly number[])[]
  fixedBonds: readonly number[]
  /** Whether a position closes anything. */
  manualCloses: readonly (readonly boolean[])[]
  interlocked: readonly (readonly number[])[]
  ways: CompiledWays
  /** Nodes at which each manual device does something. */
  touches: readonly (readonly number[])[]
  sources: readonly CompiledSource[]
  loads: readonly CompiledLoad[]
  /** One of each group of loads that are joined for good on every conductor and ask for the same: what holds for one holds for all. */
  distinctLoads: readonly CompiledLoad[]
  joined: JointSets
}

/** Sets of joined nodes per conductor that can be taken back: union by size without path compression. */
export class JointSets {
  readonly parent: Int32Array
  private readonly size: Int32Array
  private readonly trail: number[] = []

  constructor(
    conductors: number,
    private readonly nodes: number,
  ) {
    this.parent = Int32Array.from({ length: conductors * nodes }, (_, k) => k)
    this.size = new Int32Array(conductors * nodes).fill(1)
  }

  /** The set of a node on a conductor. */
  find(conductor: number, node: number): number {
    let at = conductor * this.nodes + node
    while (this.parent[at] !== at) at = this.parent[at] as number
    return at
  }

  /** How far joining has come; `backTo` undoes what came after. */
  mark(): number {
    return this.trail.length
  }

  join({ conductor, a, b }: Joint): void {
    let [x, y] = [this.find(conductor, a), this.find(conductor, b)]
    if (x === y) return
    if ((this.size[x] as number) < (this.size[y] as number)) [x, y] = [y, x]
    this.parent[y] = x
    this.size[x] = (this.size[x] as number) + (this.size[y] as number)
    this.trail.push(y)
  }

  backTo(mark: number): void {
    while (this.trail.length > mark) {
      const child = this.trail.pop() as number
      const root = this.parent[child] as number
      this.size[root] = (this.size[root] as number) - (this.size[child] as number)
      this.parent[child] = child
    }
  }
}

/**
 * Compiles a graph that has no faults. `without` leaves edges out, such as those with a residual-current device.
 */
export function compileGraph(
  graph: InstallationGraph,
  without: (edge: InstallationGraph['edges'][number]) => boolean = () => false,
): CompiledGraph {
  const { nodes, edges, devices, sources, bonds, interlocks, phases } = graph
  const names = conductorsOf(graph)
  const nodeAt = new Map(nodes.map(({ id }, k) => [id, k]))
  const at = (id: string) => nodeAt.get(id) as number
  const manual = devices.filter((device) => device.kind === 'manual')
  const autos = devices.filter((device) => device.kind === 'auto')
  const joined = new JointSets(names.length, nodes.length)
  const jointsOf = new Map<string, Joint[]>()
  for (const edge of edges.filter((one) => !without(one))) {
    const own: Joint[] = []
    for (const name of edge.carries) {
      const joint = { conductor: names.indexOf(name), a: at(edge.from), b: at(edge.to) }
      // what the device does not break stays joined whatever it does
      if (edge.device === null || !edge.breaks.includes(name)) joined.join(joint)
      else own.push(joint)
    }
    jointsOf.set(edge.id, own)
  }
  const bondNode = new Map(bonds.map(({ id, node }) => [id, at(node)]))
  const joints = (closes: readonly string[]) => closes.flatMap((id) => jointsOf.get(id) ?? [])
  const bondNodes = (closes: readonly string[]) => closes.flatMap((id) => bondNode.get(id) ?? [])
  const manualAt = new Map(manual.map(({ id }, k) => [id, k]))
  const phaseSet = (own: readonly string[] | undefined) => (own ?? phases).map((phase) => names.indexOf(phase))
  const followed = (device: AutoDevice): number =>
    device.logic === 'gridHealthy' ? 0 : 1 + followed(autos.find(({ id }) => id === device.of) as AutoDevice)
  const autoLogic = autos
    .map((device, index) => ({
      index,
      depth: followed(device),
      sense: device.logic === 'gridHealthy' ? at(device.senseNode) : -1,
      opensOn: device.logic === 'gridHealthy' ? (['dead', ...device.opensOn] as GridState[]) : [],
      oppositeOf: device.logic === 'oppositeOf' ? autos.findIndex(({ id }) => id === device.of) : -1,
    }))
    .sort((a, b) => a.depth - b.depth)
  const { ways, touches } = waysBetween(
    graph,
    at,
    manualAt,
    nodes.findIndex(({ kind }) => kind === 'supply'),
  )
  const loads = nodes.flatMap((node, index) =>
    node.kind === 'load' ? [{ index, phases: phaseSet(node.phases), needsNeutral: node.needsNeutral ?? true }] : [],
  )
  return {
    graph,
    autoLogic,
    conductors: names.length,
    phases: phases.length,
    neutral: names.indexOf(NEUTRAL),
    protective: names.length - 1,
    nodes: nodes.length,
    supply: nodes.findIndex(({ kind }) => kind === 'supply'),
    manual,
    autos,
    manualJoints: manual.map(({ positions }) => positions.map(({ closes }) => joints(closes))),
    autoJoints: autos.map(({ closes }) => joints(closes)),
    manualBonds: manual.map(({ positions }) => positions.map(({ closes }) => bondNodes(closes))),
    autoBonds: autos.map(({ closes }) => bondNodes(closes)),
    fixedBonds: bonds.filter(({ device }) => device === null).map(({ node }) => at(node)),
    manualCloses: manual.map(({ positions }) => positions.map(({ closes }) => closes.length > 0)),
    interlocked: manual.map(({ id }) =>
      interlocks
        .flatMap(([a, b]) => (a === id ? [manualAt.get(b)] : b === id ? [manualAt.get(a)] : []))
        .filter((k) => k !== undefined),
    ),
    sources: sources.map((source) => ({
      id: source.id,
      node: at(source.node),
      phases: phaseSet(source.phases),
      isGrid: source.kind === 'grid',
      forming: source.role === 'forming',
      gateway: source.gateway == null ? -1 : autos.findIndex(({ id }) => id === source.gateway),
      providesBond: source.providesBond ?? false,
      syncGroup: source.syncGroup ?? null,
    })),
    ways,
    touches: touches.map((own, k) => [
      ...own,
      ...bonds.filter(({ device }) => device === manual[k]?.id).map(({ node }) => at(node)),
    ]),
    loads,
    distinctLoads: distinct(loads, names.length, joined),
    joined,
  }
}

/** Ways between nodes on any conductor but the protective one, with the manual device that opens all of it; −1 where none does. */
function waysBetween(
  { edges, sources }: InstallationGraph,
  at: (id: string) => number,
  manualAt: ReadonlyMap<string, number>,
  supply: number,
): { ways: CompiledWays; touches: number[][] } {
  const kept = edges.filter(({ carries }) => carries.some((conductor) => conductor !== PROTECTIVE))
  const opens = (edge: GraphEdge) =>
    edge.device !== null &&
    edge.carries.every((conductor) => conductor === PROTECTIVE || edge.breaks.includes(conductor))
      ? (manualAt.get(edge.device) ?? -1)
      : -1
  const ways = {
    a: Int32Array.from(kept, ({ from }) => at(from)),
    b: Int32Array.from(kept, ({ to }) => at(to)),
    device: Int32Array.from(kept, opens),
    ids: kept.map(({ id }) => id),
    alive: [...new Set([supply, ...sources.filter(({ role }) => role === 'forming').map(({ node }) => at(node))])],
  }
  const touches = [...manualAt.keys()].map((device) =>
    edges.filter((edge) => edge.device === device).flatMap(({ from, to }) => [at(from), at(to)]),
  )
  return { ways, touches }
}

function distinct(loads: readonly CompiledLoad[], conductors: number, joined: JointSets): CompiledLoad[] {
  const seen = new Map<string, CompiledLoad>()
  for (const load of loads) {
    const key = [
      load.needsNeutral,
      load.phases.join('+'),
      ...Array.from({ length: conductors }, (_, conductor) => joined.find(conductor, load.index)),
    ].join(' ')
    if (!seen.has(key)) seen.set(key, load)
  }
  return [...seen.values()]
}

/** Which automatic devices are closed, as bits by their index, with all of them open in the sets and the manual ones in place. */
export function closedAutos({ autoLogic, joined, phases, supply }: CompiledGraph, gridState: GridState): number {
  let bits = 0
  // each that does the opposite of another comes after it
  for (const { index, sense, opensOn, oppositeOf } of autoLogic) {
    let closed = false
    if (oppositeOf >= 0) closed = !(bits & (1 << oppositeOf))
    else if (!opensOn.includes(gridState))
      for (let phase = 0; phase < phases && !closed; phase++)
        closed = joined.find(phase, sense) === joined.find(phase, supply)
    if (closed) bits |= 1 << index
  }
  return bits
}

/** Sources that hold a voltage: the grid unless it is dead, and local ones that form with their gateway open or without one. */
export const liveSources = ({ sources }: CompiledGraph, gridState: GridState, autosClosed: number): CompiledSource[] =>
  sources.filter(({ isGrid, forming, gateway }) =>
    isGrid ? gridState !== 'dead' : forming && (gateway < 0 || !(autosClosed & (1 << gateway))),
  )

/** Whether a source reaches a node on one of both's phases. */
export const reaches = (
  { joined }: CompiledGraph,
  source: Pick<CompiledSource, 'node' | 'phases'>,
  node: number,
  phases: readonly number[],
): boolean =>
  source.phases.some((phase) => phases.includes(phase) && joined.find(phase, source.node) === joined.find(phase, node))
