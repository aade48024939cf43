import {
  type DeviceSymbol,
  type GraphBond,
  type GraphDevice,
  type GraphEdge,
  type GraphNode,
  type GraphSource,
  type InstallationGraph,
  type ManualDevice,
  NEUTRAL,
  PROTECTIVE,
  namesIn,
} from './installationGraph'

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

const replaced = <T extends { id: string }>(list: readonly T[], id: string, change: (one: T) => T): T[] =>
  list.map((one) => (one.id === id ? change(one) : one))

/** A conductor that all ways of a device open with it, or leave joined; a way that does not carry it stays as it is. */
const opening = (graph: InstallationGraph, device: string, conductor: string, opens: boolean): InstallationGraph => ({
  ...graph,
  edges: graph.edges.map((edge) =>
    edge.device !== device || !edge.carries.includes(conductor)
      ? edge
      : { ...edge, breaks: [...edge.breaks.filter((one) => one !== conductor), ...(opens ? [conductor] : [])] },
  ),
})

/** A switch put into ways: it opens all that they carry but the protective conductor. */
const putOver = (graph: InstallationGraph, device: ManualDevice, ways: readonly string[]): InstallationGraph => ({
  ...graph,
  devices: [...graph.devices, device],
  edges: graph.edges.map((edge) =>
    ways.includes(edge.id)
      ? { ...edge, device: device.id, breaks: edge.carries.filter((conductor) => conductor !== PROTECTIVE) }
      : edge,
  ),
})

/** Positions of the plan with a device's added or taken away. */
const inPlan = (
  { asLeft, island, bypass }: InstallationGraph['plan'],
  change: (positions: Readonly<Record<string, string>>) => Record<string, string>,
): InstallationGraph['plan'] => ({ asLeft: change(asLeft), island: change(island), bypass: bypass && change(bypass) })

/**
 * A graph with one change made; the graph that was given stays as it is. What a removal leaves without an end stays in the graph as a fault
 * to be seen, since a cable that ends nowhere is what the crew has to find.
 *
 * @throws RangeError when what is to be changed is not there, or what is added has an id that is taken
 */
export function applyEdit(graph: InstallationGraph, edit: WiringEdit): InstallationGraph {
  const known = (list: readonly { id: string }[], id: string) => {
    if (!list.some((one) => one.id === id)) throw new RangeError(`“${id}” is not in the wiring.`)
  }
  const free = (list: readonly { id: string }[], id: string) => {
    if (list.some((one) => one.id === id)) throw new RangeError(`“${id}” is there already.`)
  }
  switch (edit.kind) {
    case 'addPlace':
      free(graph.nodes, edit.node.id)
      return { ...graph, nodes: [...graph.nodes, edit.node] }
    case 'changePlace':
      known(graph.nodes, edit.id)
      return { ...graph, nodes: replaced(graph.nodes, edit.id, (node) => ({ ...node, ...edit.change })) }
    case 'addWay':
      free([...graph.edges, ...graph.bonds], edit.edge.id)
      return { ...graph, edges: [...graph.edges, edit.edge] }
    case 'land':
      known(graph.edges, edit.id)
      return { ...graph, edges: replaced(graph.edges, edit.id, (edge) => ({ ...edge, [edit.end]: edit.at })) }
    case 'changeWay':
      known(graph.edges, edit.id)
      return { ...graph, edges: replaced(graph.edges, edit.id, (edge) => ({ ...edge, ...edit.change })) }
    case 'addSwitch': {
      free(graph.devices, edit.id)
      edit.over.forEach((id) => known(graph.edges, id))
      const { id, name, symbol, over, lockable, bypass } = edit
      const positions = [
        { name: 'off', closes: [] },
        { name: 'on', closes: over },
      ]
      const added = putOver(graph, { id, name, symbol, kind: 'manual', positions, lockable, bypass }, over)
      return { ...added, plan: inPlan(graph.plan, (plan) => ({ ...plan, [id]: bypass ? 'off' : 'on' })) }
    }
    case 'addChangeover': {
      free(graph.devices, edit.id)
      const { id, name, first, second, lockable } = edit
      for (const way of [first, second]) known(graph.edges, way)
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
    }
    case 'changeDevice':
      known(graph.devices, edit.id)
      return {
        ...graph,
        devices: replaced(
          graph.devices,
          edit.id,
          (device) =>
            ({
              ...device,
              ...(device.kind === 'manual'
                ? edit.change
                : {
                    ...(edit.change.name !== undefined && { name: edit.change.name }),
                    ...(edit.change.symbol && { symbol: edit.change.symbol }),
                  }),
            }) as GraphDevice,
        ),
      }
    case 'watchGrid':
      known(graph.devices, edit.id)
      return {
        ...graph,
        devices: replaced(graph.devices, edit.id, (device) =>
          device.kind === 'auto' && device.logic === 'gridHealthy'
            ? {
                ...device,
                senseNode: edit.senseNode,
                opensOn: edit.opensOnBrokenNeutral ? ['dead', 'brokenNeutral'] : ['dead'],
              }
            : device,
        ),
      }
    case 'planPosition':
      known(graph.devices, edit.device)
      return {
        ...graph,
        plan: {
          ...graph.plan,
          [edit.plan]: { ...(graph.plan[edit.plan] ?? graph.plan.asLeft), [edit.device]: edit.position },
        },
      }
    case 'interlock':
      ;[edit.a, edit.b].forEach((id) => known(graph.devices, id))
      return {
        ...graph,
        interlocks: [...graph.interlocks.filter((pair) => !isPair(pair, edit.a, edit.b)), [edit.a, edit.b]],
      }
    case 'releaseInterlock':
      return { ...graph, interlocks: graph.interlocks.filter((pair) => !isPair(pair, edit.a, edit.b)) }
    case 'addSource':
      free(graph.sources, edit.source.id)
      return { ...graph, sources: [...graph.sources, edit.source] }
    case 'changeSource':
      known(graph.sources, edit.id)
      return { ...graph, sources: replaced(graph.sources, edit.id, (source) => ({ ...source, ...edit.change })) }
    case 'behindGateway': {
      known(graph.sources, edit.source)
      const landed = applyEdit(graph, {
        kind: 'land',
        id: edit.way,
        end:
          graph.edges.find(({ id }) => id === edit.way)?.from ===
          graph.sources.find(({ id }) => id === edit.source)?.node
            ? 'to'
            : 'from',
        at: edit.at,
      })
      const group =
        landed.sources.find(({ gateway, syncGroup }) => gateway === edit.contactor && syncGroup != null)?.syncGroup ??
        edit.contactor
      return {
        ...landed,
        sources: landed.sources.map((source) =>
          source.id === edit.source || source.gateway === edit.contactor
            ? { ...source, gateway: edit.contactor, syncGroup: group }
            : source,
        ),
      }
    }
    case 'switchNeutral':
    case 'switchEarth':
      known(graph.devices, edit.device)
      return opening(graph, edit.device, edit.kind === 'switchNeutral' ? NEUTRAL : PROTECTIVE, edit.opens)
    case 'addBond': {
      free([...graph.edges, ...graph.bonds], edit.bond.id)
      const added = { ...graph, bonds: [...graph.bonds, edit.bond] }
      return edit.relay
        ? applyEdit(added, {
            kind: 'switchBond',
            id: edit.bond.id,
            relay: edit.relay.id,
            oppositeOf: edit.relay.oppositeOf,
          })
        : added
    }
    case 'moveBond':
      known(graph.bonds, edit.id)
      return { ...graph, bonds: replaced(graph.bonds, edit.id, (bond) => ({ ...bond, node: edit.node })) }
    case 'switchBond': {
      known(graph.bonds, edit.id)
      free(graph.devices, edit.relay)
      return {
        ...graph,
        bonds: replaced(graph.bonds, edit.id, (bond) => ({ ...bond, device: edit.relay })),
        devices: [
          ...graph.devices,
          {
            id: edit.relay,
            name: 'Bond relay',
            symbol: 'relay',
            kind: 'auto',
            logic: 'oppositeOf',
            of: edit.oppositeOf,
            closes: [edit.id],
          },
        ],
      }
    }
    case 'remove':
      return without(graph, edit.id)
  }
}

const isPair = (pair: readonly [string, string], a: string, b: string) => pair.includes(a) && pair.includes(b)

/** Takes one thing out, and with a device what only spoke of it: its interlocks, its positions; its ways stay, without a switch. */
function without(graph: InstallationGraph, id: string): InstallationGraph {
  const { nodes, edges, devices, interlocks, sources, bonds, plan } = graph
  if (![...nodes, ...edges, ...devices, ...sources, ...bonds].some((one) => one.id === id))
    throw new RangeError(`“${id}” is not in the wiring.`)
  const isDevice = devices.some((one) => one.id === id)
  const gone = [...edges, ...bonds].some((one) => one.id === id)
  const unclosed = (closes: readonly string[]) => closes.filter((other) => other !== id)
  return {
    ...graph,
    nodes: nodes.filter((one) => one.id !== id),
    sources: sources
      .filter((one) => one.id !== id)
      .map((source) => (isDevice && source.gateway === id ? { ...source, gateway: null } : source)),
    bonds: bonds
      .filter((one) => one.id !== id)
      .map((bond) => (isDevice && bond.device === id ? { ...bond, device: null } : bond)),
    edges: edges
      .filter((one) => one.id !== id)
      .map((edge) => (isDevice && edge.device === id ? { ...edge, device: null, breaks: [] } : edge)),
    devices: devices
      .filter((one) => one.id !== id)
      .map((device) =>
        !gone
          ? device
          : device.kind === 'manual'
            ? {
                ...device,
                positions: device.positions.map((position) => ({ ...position, closes: unclosed(position.closes) })),
              }
            : { ...device, closes: unclosed(device.closes) },
      ),
    interlocks: interlocks.filter((pair) => !isDevice || !pair.includes(id)),
    plan: isDevice
      ? inPlan(plan, (positions) => Object.fromEntries(Object.entries(positions).filter(([device]) => device !== id)))
      : plan,
  }
}

/** What a change does, in words for the record and for a proposal. */
export function editWords(graph: InstallationGraph, edit: WiringEdit): string {
  const names = namesIn(graph)
  const named = (id: string) => names.get(id) ?? id
  switch (edit.kind) {
    case 'addPlace':
      return `Add ${edit.node.name ?? edit.node.id}`
    case 'changePlace':
      return `Change ${named(edit.id)}`
    case 'addWay':
      return `Lay ${edit.edge.name ?? edit.edge.id} from ${named(edit.edge.from)} to ${named(edit.edge.to)}`
    case 'land':
      return `Land ${named(edit.id)} on ${named(edit.at)}`
    case 'changeWay':
      return wayWords(graph, edit.id, edit.change)
    case 'addSwitch':
      return `Put ${edit.name} into ${edit.over.map(named).join(' and ')}`
    case 'addChangeover':
      return `Put ${edit.name} between ${named(edit.first)} and ${named(edit.second)}`
    case 'changeDevice':
      return `Change ${named(edit.id)}`
    case 'watchGrid':
      return `${named(edit.id)} watches ${named(edit.senseNode)}${edit.opensOnBrokenNeutral ? ', its neutral too' : ''}`
    case 'planPosition':
      return `${edit.plan === 'asLeft' ? 'Leave' : edit.plan === 'island' ? 'In an outage have' : 'On the bypass have'} ${named(edit.device)} at “${edit.position}”`
    case 'interlock':
      return `Interlock ${named(edit.a)} and ${named(edit.b)}: never both closed`
    case 'releaseInterlock':
      return `Take out the interlock of ${named(edit.a)} and ${named(edit.b)}`
    case 'addSource':
      return `Add ${edit.source.name ?? edit.source.id} at ${named(edit.source.node)}`
    case 'changeSource':
      return edit.change.gateway
        ? `Let ${named(edit.id)} be switched by ${named(edit.change.gateway)}`
        : `Change ${named(edit.id)}`
    case 'behindGateway':
      return `Put ${named(edit.source)} behind the gateway: its lead on ${named(edit.at)}, switched by ${named(edit.contactor)}`
    case 'switchNeutral':
      return `Let ${named(edit.device)} ${edit.opens ? 'open the neutral too' : 'leave the neutral joined'}`
    case 'switchEarth':
      return `Let ${named(edit.device)} ${edit.opens ? 'open the protective conductor too' : 'leave the protective conductor joined'}`
    case 'addBond':
      return `Bond neutral to earth at ${named(edit.bond.node)}${edit.relay ? ` by a relay that closes while ${named(edit.relay.oppositeOf)} is open` : ''}`
    case 'moveBond':
      return `Move ${named(edit.id)} to ${named(edit.node)}`
    case 'switchBond':
      return `Make ${named(edit.id)} by a relay that closes while ${named(edit.oppositeOf)} is open`
    case 'remove':
      return `Take out ${named(edit.id)}`
  }
}

function wayWords(
  graph: InstallationGraph,
  id: string,
  change: Extract<WiringEdit, { kind: 'changeWay' }>['change'],
): string {
  const way = graph.edges.find((one) => one.id === id)
  const name = namesIn(graph).get(id) ?? id
  const added = change.carries?.filter((conductor) => !way?.carries.includes(conductor)) ?? []
  const kept =
    way?.breaks.filter((conductor) => change.breaks !== undefined && !change.breaks.includes(conductor)) ?? []
  const said = [
    added.length > 0 && `Run ${spoken(added)} with ${name}`,
    kept.length > 0 && `Let the device in ${name} leave ${spoken(kept)} joined`,
    change.rcd === true && `Put a residual-current device into ${name}`,
  ].filter((words) => words !== false)
  return said.length > 0 ? said.join('; ') : `Change ${name}`
}

const spoken = (conductors: readonly string[]) =>
  conductors
    .map((conductor) =>
      conductor === NEUTRAL ? 'the neutral' : conductor === PROTECTIVE ? 'the protective conductor' : conductor,
    )
    .join(' and ')
