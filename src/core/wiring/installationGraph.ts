export const GRID_STATES = ['healthy', 'dead', 'brokenNeutral'] as const
/** Broken neutral: the line is live, the neutral open upstream of the supply terminals, and the supplier's bond lost with it. */
export type GridState = (typeof GRID_STATES)[number]

/** What a thing is called by the crew; its id where it has no name of its own. */
interface Named {
  id: string
  name?: string
}

export interface GraphNode extends Named {
  kind: 'supply' | 'bus' | 'load' | 'electrode'
  promise?: 'backup' | 'leftOut'
  /** Phases of a load; all of the installation's when absent. */
  phases?: readonly string[]
  needsNeutral?: boolean
  rcdRequired?: boolean
}

/** A cable or a way through a device; it carries conductors, and its device breaks some of them. */
export interface GraphEdge extends Named {
  /** Short name of the cable run that it is; the run has two ends with labels. */
  runTag?: string
  from: string
  to: string
  carries: readonly string[]
  device: string | null
  breaks: readonly string[]
  /** A residual-current device sits in it. */
  rcd: boolean
}

export interface DevicePosition {
  name: string
  /** Ids of the edges and bonds that are closed in it. */
  closes: readonly string[]
}

/** How a device is drawn; a switch where nothing is said. */
export const DEVICE_SYMBOLS = ['breaker', 'isolator', 'switch', 'changeover', 'contactor', 'relay', 'fuse'] as const
export type DeviceSymbol = (typeof DEVICE_SYMBOLS)[number]

interface NamedDevice extends Named {
  symbol?: DeviceSymbol
}

export interface ManualDevice extends NamedDevice {
  kind: 'manual'
  positions: readonly DevicePosition[]
  lockable: boolean
  /** The maintenance bypass. */
  bypass: boolean
}

export interface GridWatchingDevice extends NamedDevice {
  kind: 'auto'
  logic: 'gridHealthy'
  senseNode: string
  opensOn: readonly GridState[]
  closes: readonly string[]
}

export interface OppositeDevice extends NamedDevice {
  kind: 'auto'
  logic: 'oppositeOf'
  of: string
  closes: readonly string[]
}

export type GraphDevice = ManualDevice | GridWatchingDevice | OppositeDevice

export interface GraphSource extends Named {
  kind: 'grid' | 'inverter' | 'generator' | 'vehicle' | 'pv'
  node: string
  /** Forms a voltage of its own, or follows one that is there. */
  role: 'forming' | 'following'
  phases?: readonly string[]
  /** The automatic device through which it is joined to the grid; `null` when there is none. */
  gateway?: string | null
  /** Grid only: the supplier's neutral–earth bond counts. */
  providesBond?: boolean
  planSide?: 'island' | 'grid'
  /** Forming sources of one group may be joined. */
  syncGroup?: string | null
}

/** A join of neutral and protective conductor at a node. */
export interface GraphBond extends Named {
  node: string
  device: string | null
}

/** A position's name for every manual device. */
export type Positions = Readonly<Record<string, string>>

/** An installation as a graph: nodes, ways, devices, sources and bonds, and the positions that the plan speaks of. */
export interface InstallationGraph {
  phases: readonly string[]
  nodes: readonly GraphNode[]
  edges: readonly GraphEdge[]
  devices: readonly GraphDevice[]
  /** Pairs of devices that are never both closed. */
  interlocks: readonly (readonly [string, string])[]
  sources: readonly GraphSource[]
  bonds: readonly GraphBond[]
  plan: { asLeft: Positions; island: Positions; bypass: Positions | null }
}

/** Every id in a graph with what the crew calls it. */
export const namesIn = ({ nodes, edges, devices, sources, bonds }: InstallationGraph): ReadonlyMap<string, string> =>
  new Map([...bonds, ...edges, ...devices, ...sources, ...nodes].map(({ id, name }) => [id, name ?? id]))

export const NEUTRAL = 'N'
export const PROTECTIVE = 'PE'

/** Conductors of an installation: its phases, neutral, protective conductor. */
export const conductorsOf = ({ phases }: Pick<InstallationGraph, 'phases'>): string[] => [
  ...phases,
  NEUTRAL,
  PROTECTIVE,
]

/**
 * What cannot be a graph: names twice, ends and devices that are not there, no supply or two, a position that closes what is not its own.
 * Each in one sentence with the id it belongs to; empty when it can be checked.
 */
export function graphFaults({
  nodes,
  edges,
  devices,
  interlocks,
  sources,
  bonds,
  plan,
}: InstallationGraph): { id: string; message: string }[] {
  const faults: { id: string; message: string }[] = []
  const fault = (id: string, message: string) => faults.push({ id, message })
  const twice = (list: readonly { id: string }[], what: string) =>
    list.forEach(({ id }, k) => {
      if (list.findIndex((other) => other.id === id) !== k) fault(id, `Two ${what} are called “${id}”.`)
    })
  twice(nodes, 'nodes')
  twice([...edges, ...bonds], 'edges or bonds')
  twice(devices, 'devices')
  twice(sources, 'sources')
  const nodeIds = new Set(nodes.map(({ id }) => id))
  const deviceIds = new Set(devices.map(({ id }) => id))
  const supplies = nodes.filter(({ kind }) => kind === 'supply').length
  if (supplies !== 1)
    fault('supply', supplies === 0 ? 'There are no supply terminals.' : 'There are two sets of supply terminals.')
  for (const { id, from, to, device } of edges) {
    for (const end of [from, to]) if (!nodeIds.has(end)) fault(id, `It ends at “${end}”, which is not there.`)
    if (device !== null && !deviceIds.has(device)) fault(id, `It lies behind “${device}”, which is not there.`)
  }
  for (const { id, node, device } of bonds) {
    if (!nodeIds.has(node)) fault(id, `It sits at “${node}”, which is not there.`)
    if (device !== null && !deviceIds.has(device)) fault(id, `It is made by “${device}”, which is not there.`)
  }
  for (const { id, node } of sources) if (!nodeIds.has(node)) fault(id, `It feeds “${node}”, which is not there.`)
  const owned = new Map([...edges, ...bonds].map(({ id, device }) => [id, device]))
  for (const device of devices) {
    const closes = device.kind === 'manual' ? device.positions.flatMap((position) => position.closes) : device.closes
    for (const id of closes)
      if (owned.get(id) !== device.id) fault(device.id, `It closes “${id}”, which is not its own.`)
    if (
      device.kind === 'auto' &&
      device.logic === 'oppositeOf' &&
      !devices.some((other) => other.kind === 'auto' && other.id === device.of && other.id !== device.id)
    )
      fault(device.id, `It does the opposite of “${device.of}”, which is no automatic device.`)
  }
  const follows = new Map(
    devices.flatMap((device) =>
      device.kind === 'auto' && device.logic === 'oppositeOf' ? [[device.id, device.of] as const] : [],
    ),
  )
  for (const id of follows.keys()) {
    let at: string | undefined = id
    for (let k = 0; k <= follows.size && at !== undefined; k++) at = follows.get(at)
    if (at !== undefined)
      fault(id, 'It does the opposite of a device that follows it in turn; one of them has to watch the street.')
  }
  for (const [a, b] of interlocks)
    for (const id of [a, b]) if (!deviceIds.has(id)) fault(id, `An interlock speaks of “${id}”, which is not there.`)
  for (const [name, positions] of Object.entries(plan))
    for (const device of devices) {
      if (positions === null || device.kind !== 'manual') continue
      if (!device.positions.some((position) => position.name === positions[device.id]))
        fault(
          device.id,
          `In the plan’s position “${name}” it stands at “${positions[device.id] ?? 'nothing'}”, which it does not have.`,
        )
    }
  return faults
}
