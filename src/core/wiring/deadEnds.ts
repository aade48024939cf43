import { type GraphEdge, type InstallationGraph, type ManualDevice, NEUTRAL, PROTECTIVE } from './installationGraph'

/**
 * For each manual device the position in which it joins the dead ends that it switches; −1 for one that switches more.
 *
 * A dead end is a part without forming source, bond, sensing or supply terminals that hangs on the rest by one way alone, or at one place
 * with ways that never part the neutral from the line. What lies in it is either dead or stands as the place it hangs on, so that
 * invariants 1 and 2 do not ask for it, and 3 and 4 fail somewhere if and only if they fail with everything in it closed. A device with an
 * interlock or a bond is never counted in.
 */
export function deadEndPositions(graph: InstallationGraph): number[] {
  const { edges, bonds, interlocks, devices } = graph
  const alive = aliveNodes(graph)
  const inDeadEnd = new Set(edges.filter((edge) => hangs(graph, edge, alive)).map(({ id }) => id))
  return devices
    .filter((device): device is ManualDevice => device.kind === 'manual')
    .map(({ id, positions }) => {
      const own = edges.filter(({ device }) => device === id)
      if (
        own.length === 0 ||
        bonds.some(({ device }) => device === id) ||
        interlocks.some((pair) => pair.includes(id)) ||
        !own.every((edge) => inDeadEnd.has(edge.id))
      )
        return -1
      return positions.findIndex(({ closes }) => own.every((edge) => closes.includes(edge.id)))
    })
}

const carriesCurrent = ({ carries }: GraphEdge) => carries.some((conductor) => conductor !== PROTECTIVE)
/** Open, it leaves no phase joined. */
const opensLine = ({ carries, breaks, device }: GraphEdge) =>
  device === null ||
  carries.every((conductor) => conductor === PROTECTIVE || conductor === NEUTRAL || breaks.includes(conductor))
/** The neutral is never parted from the line: it is carried, and opened with it or not at all. */
const keepsNeutral = (edge: GraphEdge) => edge.carries.includes(NEUTRAL) && opensLine(edge)

/** Nodes whose joining can change what the invariants 1 to 4 say: forming sources, supply terminals, bonds, and where the grid is watched. */
const aliveNodes = ({ nodes, sources, bonds, devices }: InstallationGraph): Set<string> =>
  new Set([
    ...nodes.filter(({ kind }) => kind === 'supply').map(({ id }) => id),
    ...sources.filter(({ role }) => role === 'forming').map(({ node }) => node),
    ...bonds.map(({ node }) => node),
    ...devices.flatMap((device) =>
      device.kind === 'auto' && device.logic === 'gridHealthy' ? [device.senseNode] : [],
    ),
  ])

/** Whether a way lies in a dead end: it is the only way to a part in which nothing matters, or lies in a part that hangs at one place. */
function hangs(graph: InstallationGraph, edge: GraphEdge, alive: ReadonlySet<string>): boolean {
  if (!carriesCurrent(edge) || !opensLine(edge)) return false
  if (
    [edge.from, edge.to].some((side) =>
      fallsOff(graph, side, alive, (other) => other !== edge, edge.from === side ? edge.to : edge.from),
    )
  )
    return true
  return (
    keepsNeutral(edge) &&
    graph.nodes.some(({ id }) =>
      [edge.from, edge.to].every((end) => end === id || fallsOff(graph, end, alive, keepsNeutral, null, id)),
    )
  )
}

/**
 * Whether what hangs together with a node is without anything that matters. Ways that `counts` says no to are taken out when `beyond` is
 * given, which must then not be reached, and spoil it otherwise; `without` is a place at which the search turns back.
 */
function fallsOff(
  { edges }: InstallationGraph,
  node: string,
  alive: ReadonlySet<string>,
  counts: (edge: GraphEdge) => boolean,
  beyond: string | null,
  without?: string,
): boolean {
  const seen = new Set([node])
  const queue = [node]
  for (let head = 0; head < queue.length; head++) {
    const here = queue[head] as string
    if (alive.has(here) || here === beyond) return false
    for (const edge of edges) {
      if (!carriesCurrent(edge)) continue
      const there = edge.from === here ? edge.to : edge.to === here ? edge.from : null
      if (there === null) continue
      if (!counts(edge)) {
        if (beyond === null) return false
        continue
      }
      if (there === without || seen.has(there)) continue
      seen.add(there)
      queue.push(there)
    }
  }
  return true
}
