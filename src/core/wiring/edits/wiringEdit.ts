import type {
  DeviceSymbol,
  GraphBond,
  GraphEdge,
  GraphNode,
  GraphSource,
  InstallationGraph,
} from '../installationGraph'

/** One change of an installation's wiring. */
export type WiringEdit =
  | { kind: 'addPlace'; node: GraphNode }
  | { kind: 'changePlace'; id: string; change: Partial<Omit<GraphNode, 'id' | 'kind'>> }
  | { kind: 'addWay'; edge: GraphEdge }
  | { kind: 'land'; id: string; end: 'from' | 'to'; at: string }
  | {
      kind: 'changeWay'
      id: string
      change: Partial<Pick<GraphEdge, 'name' | 'runTag' | 'carries' | 'breaks' | 'rcd'>>
    }
  /** A switch with two positions over ways that have none yet. */
  | {
      kind: 'addSwitch'
      id: string
      name: string
      symbol: DeviceSymbol
      over: readonly string[]
      lockable: boolean
      bypass: boolean
    }
  /** A switch with an off position between two others, over two ways that have none yet: never both closed. */
  | { kind: 'addChangeover'; id: string; name: string; first: string; second: string; lockable: boolean }
  | {
      kind: 'changeDevice'
      id: string
      change: { name?: string; symbol?: DeviceSymbol; lockable?: boolean; bypass?: boolean }
    }
  | { kind: 'watchGrid'; id: string; senseNode: string; opensOnBrokenNeutral: boolean }
  | { kind: 'planPosition'; plan: 'asLeft' | 'island' | 'bypass'; device: string; position: string }
  | { kind: 'interlock'; a: string; b: string }
  | { kind: 'releaseInterlock'; a: string; b: string }
  | { kind: 'addSource'; source: GraphSource }
  | { kind: 'changeSource'; id: string; change: Partial<Omit<GraphSource, 'id'>> }
  /** A source put behind a gateway: its lead landed there, switched by its contactor and synchronised with the other sources behind it. */
  | { kind: 'behindGateway'; source: string; way: string; at: string; contactor: string }
  /** Whether all ways of a device open the neutral with the line. */
  | { kind: 'switchNeutral'; device: string; opens: boolean }
  /** Whether all ways of a device open the protective conductor, as where the supplier's earth is parted from the house. */
  | { kind: 'switchEarth'; device: string; opens: boolean }
  /** A bond for good, or one that a new relay makes while a contactor is open. */
  | { kind: 'addBond'; bond: GraphBond; relay?: { id: string; oppositeOf: string } }
  | { kind: 'moveBond'; id: string; node: string }
  /** A bond that a relay makes while a contactor is open. */
  | { kind: 'switchBond'; id: string; relay: string; oppositeOf: string }
  | { kind: 'remove'; id: string }

/** The change of one kind. */
export type EditOf<Kind extends WiringEdit['kind']> = Extract<WiringEdit, { kind: Kind }>

/** How changes of some kinds are made; each leaves the graph that it is given as it is. */
export type EditSteps<Kind extends WiringEdit['kind']> = {
  readonly [K in Kind]: (graph: InstallationGraph, edit: EditOf<K>) => InstallationGraph
}
