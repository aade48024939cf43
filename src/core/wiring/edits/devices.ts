import { type GraphDevice, type InstallationGraph, type ManualDevice, NEUTRAL, PROTECTIVE } from '../installationGraph'
import { changed, demandFree, demandKnown, inPlan } from './graphLists'
import type { EditOf, EditSteps } from './wiringEdit'

/** A conductor that all ways of a device open with it, or leave joined; a way that does not carry it stays as it is. */
function opening(graph: InstallationGraph, device: string, conductor: string, opens: boolean): InstallationGraph {
  demandKnown(graph.devices, device)
  return {
    ...graph,
    edges: graph.edges.map((edge) =>
      edge.device !== device || !edge.carries.includes(conductor)
        ? edge
        : { ...edge, breaks: [...edge.breaks.filter((one) => one !== conductor), ...(opens ? [conductor] : [])] },
    ),
  }
}

/** A switch put into ways: it opens all that they carry but the protective conductor. */
function putOver(graph: InstallationGraph, device: ManualDevice, ways: readonly string[]): InstallationGraph {
  demandFree(graph.devices, device.id)
  ways.forEach((id) => demandKnown(graph.edges, id))
  return {
    ...graph,
    devices: [...graph.devices, device],
    edges: graph.edges.map((edge) =>
      ways.includes(edge.id)
        ? { ...edge, device: device.id, breaks: edge.carries.filter((conductor) => conductor !== PROTECTIVE) }
        : edge,
    ),
  }
}

/** What may be changed of a device: of a contactor its name and its symbol alone. */
function changedDevice(device: GraphDevice, change: EditOf<'changeDevice'>['change']): GraphDevice {
  if (device.kind === 'manual') return { ...device, ...change }
  const { name, symbol } = change
  return { ...device, ...(name !== undefined && { name }), ...(symbol && { symbol }) }
}

const isPair = (pair: readonly [string, string], a: string, b: string) => pair.includes(a) && pair.includes(b)
const without = ({ interlocks }: InstallationGraph, a: string, b: string) =>
  interlocks.filter((pair) => !isPair(pair, a, b))

/** Changes of switches and contactors, of the positions that are planned for them, and of what is interlocked. */
export const DEVICES: EditSteps<
  | 'addSwitch'
  | 'addChangeover'
  | 'changeDevice'
  | 'watchGrid'
  | 'planPosition'
  | 'interlock'
  | 'releaseInterlock'
  | 'switchNeutral'
  | 'switchEarth'
> = {
  addSwitch: (graph, { id, name, symbol, over, lockable, bypass }) => {
    const positions = [
      { name: 'off', closes: [] },
      { name: 'on', closes: over },
    ]
    const added = putOver(graph, { id, name, symbol, kind: 'manual', positions, lockable, bypass }, over)
    return { ...added, plan: inPlan(graph.plan, (plan) => ({ ...plan, [id]: bypass ? 'off' : 'on' })) }
  },
  addChangeover: (graph, { id, name, first, second, lockable }) => {
    if (first === second) throw new RangeError('A changeover is between two runs.')
    const positions = [
      { name: 'I', closes: [first] },
      { name: '0', closes: [] },
      { name: 'II', closes: [second] },
    ]
    const device = { id, name, symbol: 'changeover', kind: 'manual', positions, lockable, bypass: false } as const
    const added = putOver(graph, device, [first, second])
    // nobody said yet where it is left: off joins nothing
    return { ...added, plan: inPlan(graph.plan, (plan) => ({ ...plan, [id]: '0' })) }
  },
  changeDevice: (graph, { id, change }) => ({
    ...graph,
    devices: changed(graph.devices, id, (device) => changedDevice(device, change)),
  }),
  watchGrid: (graph, { id, senseNode, opensOnBrokenNeutral }) => ({
    ...graph,
    devices: changed(graph.devices, id, (device) =>
      device.kind === 'auto' && device.logic === 'gridHealthy'
        ? { ...device, senseNode, opensOn: opensOnBrokenNeutral ? ['dead', 'brokenNeutral'] : ['dead'] }
        : device,
    ),
  }),
  planPosition: (graph, { plan, device, position }) => {
    demandKnown(graph.devices, device)
    const positions = graph.plan[plan] ?? graph.plan.asLeft
    return { ...graph, plan: { ...graph.plan, [plan]: { ...positions, [device]: position } } }
  },
  interlock: (graph, { a, b }) => {
    ;[a, b].forEach((id) => demandKnown(graph.devices, id))
    return { ...graph, interlocks: [...without(graph, a, b), [a, b]] }
  },
  releaseInterlock: (graph, { a, b }) => ({ ...graph, interlocks: without(graph, a, b) }),
  switchNeutral: (graph, { device, opens }) => opening(graph, device, NEUTRAL, opens),
  switchEarth: (graph, { device, opens }) => opening(graph, device, PROTECTIVE, opens),
}
