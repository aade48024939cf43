import { type InstallationGraph, NEUTRAL, PROTECTIVE, graphFaults } from './installationGraph'
import { sameValue } from '../pack/sameValue'
import { compileGraph } from './graphState'
import { type PositionCause, positionCauses } from './positionCauses'
import { positionCheck } from './positionCheck'
import { uselessSwitches } from './uselessSwitches'
import { chosenAt, isAllowed } from './walkPositions'
import type { WiringEdit } from './edits/wiringEdit'
import { applyEdit } from './edits/applyEdit'
import { editWords } from './edits/editWords'

export interface FixProposal {
  edit: WiringEdit
  words: string
  /** It clears this fault and leaves no other; otherwise others stay. */
  clearsAll: boolean
}

const MOST_PROPOSALS = 4
/** Candidates that are tried for one cause. */
const MOST_TRIED = 80

/**
 * Single changes after which a fault is gone: each is made on a copy and the whole position check is run on it again. A change counts only
 * if the fault no longer shows, no fault shows that did not before, no switch is left that parts nothing, and the positions of the plan stay allowed.
 * The newest thing of the fault is taken out first, then likelier changes before others;
 * `stopped` ends the search early.
 */
export function fixProposals(
  graph: InstallationGraph,
  cause: PositionCause,
  stopped: () => boolean = () => false,
): FixProposal[] {
  const before = new Set(positionCauses(graph).map(({ key }) => key))
  const useless = new Set(uselessSwitches(graph))
  const proposals: FixProposal[] = []
  for (const edit of [...newest(graph, cause), ...candidates(graph, cause)].slice(0, MOST_TRIED)) {
    if (proposals.length >= MOST_PROPOSALS || stopped()) break
    if (proposals.some((one) => sameValue(one.edit, edit))) continue
    const changed = applyEdit(graph, edit)
    if (graphFaults(changed).length > 0 || !planAllowed(changed)) continue
    if (uselessSwitches(changed).some((id) => !useless.has(id))) continue
    const { violated } = positionCheck(changed)
    const left = violated.length === 0 ? [] : positionCauses(changed)
    // a change that trades one fault for another is none
    if (left.some(({ key }) => key === cause.key || !before.has(key))) continue
    proposals.push({ edit, words: editWords(graph, edit), clearsAll: violated.length === 0 })
  }
  return proposals.sort((a, b) => Number(b.clearsAll) - Number(a.clearsAll))
}

function planAllowed(graph: InstallationGraph): boolean {
  const compiled = compileGraph(graph)
  return [graph.plan.asLeft, graph.plan.island].every((positions) => isAllowed(compiled, chosenAt(compiled, positions)))
}

/** Changes worth trying for a fault, likelier ones first. */
function candidates(graph: InstallationGraph, cause: PositionCause): WiringEdit[] {
  switch (cause.invariant) {
    case 1:
    case 2:
      return [...followGateway(graph, cause), ...interlocks(graph, cause), ...relandings(graph, cause)]
    case 3:
      return [
        ...neutralToo(graph, cause),
        ...bondChanges(graph, cause),
        ...followGateway(graph, cause),
        ...interlocks(graph, cause),
      ]
    case 4:
      return neutralToo(graph, cause)
    case 5:
      return [...relandings(graph, cause), ...islandPositions(graph)]
    case 6:
      return relandings(graph, cause)
    case 7:
      return cause.things.flatMap((load) =>
        graph.edges
          .filter(({ from, to }) => from === load || to === load)
          .map(({ id }): WiringEdit => ({ kind: 'changeWay', id, change: { rcd: true } })),
      )
    case 8:
      return [...bypassLeft(graph), ...interlocks(graph, cause), ...relandings(graph, cause)]
    case 9:
      return earthKept(graph, cause)
    default:
      return []
  }
}

/** What was put in last of each kind, where it has to do with the fault: it is as often as not the mistake. */
function newest({ edges, bonds, sources }: InstallationGraph, { things }: PositionCause): WiringEdit[] {
  const last = [
    bonds.at(-1),
    edges.findLast(({ carries }) => carries.some((conductor) => conductor !== PROTECTIVE)),
    sources.findLast(({ kind }) => kind !== 'grid'),
  ]
  return last.flatMap((one): WiringEdit[] =>
    one !== undefined && things.includes(one.id) ? [{ kind: 'remove', id: one.id }] : [],
  )
}

const manualIn = ({ devices }: InstallationGraph, ids: readonly string[]) =>
  devices.filter(({ kind, id }) => kind === 'manual' && ids.includes(id)).map(({ id }) => id)

/** An interlock between two switches of the fault, or between one of them and any switch that stands closed in the position it shows in. */
function interlocks(graph: InstallationGraph, { things, needs, example }: PositionCause): WiringEdit[] {
  const own = [...new Set([...manualIn(graph, things), ...Object.keys(needs)])]
  const closed = graph.devices.flatMap((device) =>
    device.kind === 'manual' &&
    (device.positions.find(({ name }) => name === example.positions[device.id])?.closes.length ?? 0) > 0
      ? [device.id]
      : [],
  )
  const pairs = own.flatMap((a) =>
    [...own, ...closed].filter((b) => a !== b).map((b) => [a, b].sort() as [string, string]),
  )
  const seen = new Set<string>()
  return pairs.flatMap(([a, b]): WiringEdit[] => {
    if (seen.has(`${a} ${b}`) || graph.interlocks.some((pair) => pair.includes(a) && pair.includes(b))) return []
    seen.add(`${a} ${b}`)
    return [{ kind: 'interlock', a, b }]
  })
}

/** Ways at the ends of what is at fault, landed on each other place. */
function relandings(graph: InstallationGraph, { things }: PositionCause): WiringEdit[] {
  const places = new Set([
    ...graph.nodes.filter(({ id }) => things.includes(id)).map(({ id }) => id),
    ...graph.sources.filter(({ id, kind }) => kind !== 'grid' && things.includes(id)).map(({ node }) => node),
  ])
  const buses = landingPlaces(graph)
  const moved = graph.edges.filter(
    ({ from, to, carries }) =>
      places.has(from) !== places.has(to) && carries.some((conductor) => conductor !== PROTECTIVE),
  )
  return moved.flatMap(({ id, from, to }) => {
    const end = places.has(from) ? 'to' : 'from'
    const [here, far] = end === 'to' ? [to, from] : [from, to]
    // a place that only this way leads to is no place to land on
    return buses
      .filter(
        (at) =>
          at !== here &&
          at !== far &&
          graph.edges.some((other) => other.id !== id && (other.from === at || other.to === at)),
      )
      .map((at): WiringEdit => ({ kind: 'land', id, end, at }))
  })
}

/** Places a way may be landed on: busbars that are not a source's own terminals. */
const landingPlaces = ({ nodes, sources }: InstallationGraph) =>
  nodes.filter(({ kind, id }) => kind === 'bus' && !sources.some(({ node }) => node === id)).map(({ id }) => id)

/** A source that forms a voltage whatever the grid does, put behind the gateway. */
function followGateway(graph: InstallationGraph, { things }: PositionCause): WiringEdit[] {
  const free = graph.sources.filter(
    ({ id, kind, role, gateway }) => things.includes(id) && kind !== 'grid' && role === 'forming' && gateway == null,
  )
  return graph.devices
    .filter((device) => device.kind === 'auto' && device.logic === 'gridHealthy')
    .flatMap(({ id: contactor }) =>
      contactEnds(graph, contactor).flatMap((at) =>
        free.flatMap(({ id: source, node }) =>
          graph.edges
            .filter(
              ({ from, to, carries }) =>
                (from === node) !== (to === node) && carries.some((conductor) => graph.phases.includes(conductor)),
            )
            .map(({ id: way }): WiringEdit => ({ kind: 'behindGateway', source, way, at, contactor })),
        ),
      ),
    )
}

const contactEnds = ({ edges }: InstallationGraph, contactor: string) =>
  edges.filter(({ device }) => device === contactor).flatMap(({ from, to }) => [to, from])

/** The neutral run where it is missing, and switched together with the line; or left joined where it was switched alone. */
function neutralToo(graph: InstallationGraph, { things, invariant }: PositionCause): WiringEdit[] {
  const concerned = graph.edges.filter(
    ({ id, device }) => things.includes(id) || (device !== null && things.includes(device)),
  )
  const devices = [
    ...new Set(
      concerned.flatMap(({ device, carries }) => (device !== null && carries.includes(NEUTRAL) ? [device] : [])),
    ),
  ]
  return [
    ...concerned
      .filter(({ carries }) => !carries.includes(NEUTRAL))
      .map(({ id, carries }): WiringEdit => ({ kind: 'changeWay', id, change: { carries: [...carries, NEUTRAL] } })),
    ...devices.map((device): WiringEdit => ({ kind: 'switchNeutral', device, opens: invariant === 3 })),
  ]
}

/** Bonds taken out, made by a relay, or added where the islanding contactor parts the house from the street. */
function bondChanges(graph: InstallationGraph, { things }: PositionCause): WiringEdit[] {
  const contactors = graph.devices.filter((device) => device.kind === 'auto' && device.logic === 'gridHealthy')
  const fixed = graph.bonds.filter(({ id, device }) => things.includes(id) && device === null)
  const relays = contactors.flatMap(({ id: contactor }) =>
    fixed.map(({ id }): WiringEdit => ({
      kind: 'switchBond',
      id,
      relay: freeId(graph.devices, 'bondRelay'),
      oppositeOf: contactor,
    })),
  )
  if (fixed.length > 0) return [...relays, ...fixed.map(({ id }): WiringEdit => ({ kind: 'remove', id }))]
  const id = freeId([...graph.edges, ...graph.bonds], 'relayBond')
  const relay = freeId(graph.devices, 'bondRelay')
  const byRelay = contactors.flatMap((contactor) =>
    contactEnds(graph, contactor.id).map((node): WiringEdit => ({
      kind: 'addBond',
      bond: { id, name: 'Bond by relay', node, device: null },
      relay: { id: relay, oppositeOf: contactor.id },
    })),
  )
  const atSources = graph.sources
    .filter((source) => things.includes(source.id) && source.kind !== 'grid')
    .map(({ node }): WiringEdit => ({ kind: 'addBond', bond: { id, name: 'Bond', node, device: null } }))
  return [...byRelay, ...atSources]
}

const freeId = (list: readonly { id: string }[], wanted: string): string =>
  list.some(({ id }) => id === wanted) ? freeId(list, `${wanted}2`) : wanted

const bypassLeft = ({ devices }: InstallationGraph): WiringEdit[] =>
  devices.flatMap((device) =>
    device.kind === 'manual' && device.bypass
      ? device.positions
          .filter(({ closes }) => closes.length === 0)
          .slice(0, 1)
          .map(({ name }): WiringEdit => ({ kind: 'planPosition', plan: 'asLeft', device: device.id, position: name }))
      : [],
  )

const islandPositions = ({ devices, plan }: InstallationGraph): WiringEdit[] =>
  devices.flatMap((device) =>
    device.kind === 'manual'
      ? device.positions
          .filter(({ name }) => name !== plan.island[device.id])
          .map(({ name }): WiringEdit => ({ kind: 'planPosition', plan: 'island', device: device.id, position: name }))
      : [],
  )

/** The protective conductor kept joined where a device opens it, or an electrode on the house's side. */
function earthKept(graph: InstallationGraph, { things }: PositionCause): WiringEdit[] {
  const kept = graph.edges
    .filter(({ breaks }) => breaks.includes(PROTECTIVE))
    .map(({ id, breaks }): WiringEdit => ({
      kind: 'changeWay',
      id,
      change: { breaks: breaks.filter((conductor) => conductor !== PROTECTIVE) },
    }))
  const carried = graph.edges
    .filter(({ carries, from, to }) => !carries.includes(PROTECTIVE) && (things.includes(from) || things.includes(to)))
    .map(({ id, carries }): WiringEdit => ({ kind: 'changeWay', id, change: { carries: [...carries, PROTECTIVE] } }))
  const leads = graph.edges.filter(({ from, to }) =>
    graph.nodes.some(({ id, kind }) => kind === 'electrode' && (id === from || id === to)),
  )
  const electrodes = new Set(graph.nodes.filter(({ kind }) => kind === 'electrode').map(({ id }) => id))
  const landed = leads.flatMap(({ id, from }) =>
    landingPlaces(graph).map((at): WiringEdit => ({ kind: 'land', id, end: electrodes.has(from) ? 'to' : 'from', at })),
  )
  return [...kept, ...carried, ...landed]
}
