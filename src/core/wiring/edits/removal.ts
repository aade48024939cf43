import type { GraphDevice, InstallationGraph } from '../installationGraph'
import { demandKnown, inPlan } from './graphLists'
import type { EditSteps } from './wiringEdit'

/** A device that no longer closes a way or a bond that is gone. */
function notClosing(device: GraphDevice, id: string): GraphDevice {
  const unclosed = (closes: readonly string[]) => closes.filter((other) => other !== id)
  if (device.kind === 'auto') return { ...device, closes: unclosed(device.closes) }
  return {
    ...device,
    positions: device.positions.map((position) => ({ ...position, closes: unclosed(position.closes) })),
  }
}

/** Without a device, and what only spoke of it: its interlocks, its positions; its ways stay, without a switch. */
function withoutDevice(graph: InstallationGraph, id: string): InstallationGraph {
  const { edges, devices, interlocks, sources, bonds, plan } = graph
  return {
    ...graph,
    devices: devices.filter((one) => one.id !== id),
    edges: edges.map((edge) => (edge.device === id ? { ...edge, device: null, breaks: [] } : edge)),
    bonds: bonds.map((bond) => (bond.device === id ? { ...bond, device: null } : bond)),
    sources: sources.map((source) => (source.gateway === id ? { ...source, gateway: null } : source)),
    interlocks: interlocks.filter((pair) => !pair.includes(id)),
    plan: inPlan(plan, (positions) =>
      Object.fromEntries(Object.entries(positions).filter(([device]) => device !== id)),
    ),
  }
}

/** Taking a thing out. What it leaves without an end stays in the graph as a fault to be seen. */
export const REMOVAL: EditSteps<'remove'> = {
  remove: (graph, { id }) => {
    const { nodes, edges, devices, sources, bonds } = graph
    demandKnown([...nodes, ...edges, ...devices, ...sources, ...bonds], id)
    const others = <T extends { id: string }>(list: readonly T[]) => list.filter((one) => one.id !== id)
    const isJoint = [...edges, ...bonds].some((one) => one.id === id)
    const rest = {
      ...graph,
      nodes: others(nodes),
      sources: others(sources),
      bonds: others(bonds),
      edges: others(edges),
      devices: isJoint ? devices.map((device) => notClosing(device, id)) : devices,
    }
    return devices.some((one) => one.id === id) ? withoutDevice(rest, id) : rest
  },
}
