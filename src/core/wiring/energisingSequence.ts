import { byCodePoint } from '../quantity/codePointOrder'
import { type InstallationGraph, type ManualDevice, type Positions } from './installationGraph'
import { type LiveState, joinedOn, liveState } from './liveState'
import type { PositionCheck } from './positionCheck'

export type EnergisingStage = 'dead' | 'supply' | 'gateway' | 'source' | 'board' | 'circuits'

/** A place with every phase that it is live on. */
export interface LivePlace {
  node: string
  phases: string[]
}

/** One move on the way from dead to live, with what came alive and what is still dead after it. */
export interface SequenceStep {
  stage: EnergisingStage
  /** `null` where only the instrument moves. */
  device: string | null
  to: string | null
  live: LivePlace[]
  dead: string[]
  /** How the switches then stand. */
  positions: Positions
}

export interface BackStep {
  device: string
  to: string
  dead: string[]
}

export interface EnergisingSequence {
  /** Dangers of the position check that are put right first; `null`: none. */
  refused: number[] | null
  steps: SequenceStep[]
  /** The same switches, in the opposite order. */
  back: BackStep[]
}

/** A danger in any of these, and nothing is switched on. */
const REFUSED_BY: ReadonlySet<number> = new Set([1, 2, 3, 4, 9])

const manualOf = ({ devices }: InstallationGraph): ManualDevice[] =>
  devices.filter((device) => device.kind === 'manual')

/** The position in which a device closes nothing; else the first of those that close the fewest. */
const openPosition = ({ positions }: ManualDevice): string =>
  [...positions].sort((a, b) => a.closes.length - b.closes.length)[0]?.name ?? ''

/** Phases on which each place is joined to a live source that does not sit at it. */
function livePlaces(graph: InstallationGraph, state: LiveState): Map<string, string[]> {
  const places = new Map<string, string[]>()
  for (const phase of graph.phases) {
    const reached = new Set<string>()
    for (const source of state.live) {
      if (!(source.phases ?? graph.phases).includes(phase)) continue
      for (const node of joinedOn(graph, source.node, phase, state.closed)) if (node !== source.node) reached.add(node)
    }
    for (const node of reached) places.set(node, [...(places.get(node) ?? []), phase])
  }
  return places
}

/** What an installation's places are, as far as this order needs it. */
interface Places {
  /** Boards, terminals and loads, by name. */
  all: string[]
  /** Where a source of the house sits: what its terminals read by themselves depends on the source, so they are never named as dead. */
  ofLocalSources: ReadonlySet<string>
}

function placesOf({ nodes, sources }: InstallationGraph): Places {
  const all = nodes.filter(({ kind }) => kind === 'bus' || kind === 'load').map(({ id }) => id)
  return {
    all: all.sort(byCodePoint),
    ofLocalSources: new Set(sources.filter(({ kind }) => kind !== 'grid').map(({ node }) => node)),
  }
}

/** How early a device is closed, and in which stage; the first rule that holds. */
function rankOf(
  graph: InstallationGraph,
  device: ManualDevice,
): { rank: number; stage: EnergisingStage; ends: string[] } {
  const { edges, nodes, sources, devices, plan } = graph
  const closes = device.positions.find(({ name }) => name === plan.asLeft[device.id])?.closes ?? []
  const ends = [...new Set(edges.filter(({ id }) => closes.includes(id)).flatMap(({ from, to }) => [from, to]))]
  const isAt = (kind: string) => nodes.some((node) => node.kind === kind && ends.includes(node.id))
  const local = sources.filter(({ kind, node }) => kind !== 'grid' && ends.includes(node))
  const sensed = devices.some(
    (one) => one.kind === 'auto' && one.logic === 'gridHealthy' && ends.includes(one.senseNode),
  )
  if (ends.length === 0) return { rank: 0, stage: 'dead', ends }
  if (isAt('supply')) return { rank: 1, stage: 'supply', ends }
  if (isAt('load')) return { rank: 6, stage: 'circuits', ends }
  if (local.some(({ role }) => role === 'forming')) return { rank: 3, stage: 'source', ends }
  if (local.length > 0) return { rank: 4, stage: 'source', ends }
  if (sensed) return { rank: 2, stage: 'gateway', ends }
  return { rank: 5, stage: 'board', ends }
}

/** The device to close next: of those that something live leads to the lowest rank, then the first listed. */
function nextDevice(graph: InstallationGraph, waiting: readonly ManualDevice[], live: ReadonlyMap<string, string[]>) {
  const ranked = waiting.map((device) => ({ device, ...rankOf(graph, device) }))
  const ready = ranked.filter(({ rank, ends }) => rank <= 1 || ends.some((end) => live.has(end)))
  return [...ready].sort((a, b) => a.rank - b.rank)[0] ?? ranked[0]
}

/**
 * W-7: from everything open to the position the crew leaves, one switch at a time, with the street healthy: the supply first, the gateway,
 * sources one by one, boards, circuits last. After each move the places that came alive are named with their phases, and those that must
 * still be dead. An installation in which the position check finds a danger has no order.
 *
 * @param check the position check of this graph (W-1)
 */
export function energisingSequence(
  graph: InstallationGraph,
  check: Pick<PositionCheck, 'violated'>,
): EnergisingSequence {
  const dangers = check.violated.filter((invariant) => REFUSED_BY.has(invariant)).sort((a, b) => a - b)
  if (dangers.length > 0) return { refused: dangers, steps: [], back: [] }
  const { plan, nodes, phases } = graph
  const manual = manualOf(graph)
  const places = placesOf(graph)
  const dead = (live: ReadonlyMap<string, string[]>) =>
    places.all.filter((node) => !live.has(node) && !places.ofLocalSources.has(node))
  let positions: Positions = Object.fromEntries(manual.map((device) => [device.id, openPosition(device)]))
  const liveNow = () => livePlaces(graph, liveState(graph, positions, 'healthy'))
  let live = liveNow()
  const supply = nodes.find(({ kind }) => kind === 'supply')
  const start = { device: null, to: null, positions }
  const steps: SequenceStep[] = [
    {
      ...start,
      stage: 'dead',
      live: places.all.flatMap((node) => (live.has(node) ? [{ node, phases: live.get(node) ?? [] }] : [])),
      dead: dead(live),
    },
    { ...start, stage: 'supply', live: supply ? [{ node: supply.id, phases: [...phases] }] : [], dead: [] },
  ]
  const back: BackStep[] = []
  const waiting = manual.filter((device) => plan.asLeft[device.id] !== openPosition(device))
  while (waiting.length > 0) {
    const next = nextDevice(graph, waiting, live) as NonNullable<ReturnType<typeof nextDevice>>
    const { device, stage } = next
    waiting.splice(waiting.indexOf(device), 1)
    const to = plan.asLeft[device.id] as string
    positions = { ...positions, [device.id]: to }
    const before = live
    live = liveNow()
    const woken = places.all.filter((node) => live.get(node)?.some((phase) => !before.get(node)?.includes(phase)))
    steps.push({
      stage,
      device: device.id,
      to,
      live: woken.map((node) => ({ node, phases: live.get(node) ?? [] })),
      dead: dead(live),
      positions,
    })
    const darkened = dead(before).filter((node) => live.has(node))
    back.unshift({ device: device.id, to: openPosition(device), dead: darkened })
  }
  return { refused: null, steps, back }
}
