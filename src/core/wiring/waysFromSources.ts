import { conductorWay } from './conductorWay'
import { type InstallationGraph, namesIn } from './installationGraph'
import { type LiveState, joinedOn } from './liveState'

/**
 * What becomes of a source on its way to a place: it feeds it; something on the way is open; it holds no voltage of its own just now, since the
 * street is dead (`streetDead`), its gateway is on the street (`onStreet`) or it only follows a voltage (`follows`); or nothing leads there.
 */
export type WayReason = 'feeds' | 'open' | 'streetDead' | 'onStreet' | 'follows' | 'noWay'

/** One source as seen from a place, on the phases for which the answer is the same. */
export interface WayFromSource {
  source: string
  phases: string[]
  reason: WayReason
  /** Closed devices on the shortest closed way, from the source on; empty unless it is joined to the place. */
  through: string[]
  /** On each way that is open, the first open device from the source on; ways that nothing switches are closed and none of these. */
  open: string[]
}

/**
 * Why a place is live, or dead: for each source the devices it comes through, or the first open one on each of its ways there.
 *
 * A way is open at the first device, seen from the source, beyond which the place can still be reached without coming back to what the source is
 * joined to already. Closing one of them joins the place only where nothing behind it is open too.
 *
 * @returns one entry a source and group of phases, in the graph's order; nothing for a place that is not in the graph
 * @example
 * // a house on the street, its main switch off
 * waysFromSources(graph, liveState(graph, { main: 'off' }, 'healthy'), 'kitchen')
 * // [{ source: 'grid', phases: ['L1'], reason: 'open', through: [], open: ['main'] }]
 */
export function waysFromSources(graph: InstallationGraph, state: LiveState, place: string): WayFromSource[] {
  const node = graph.nodes.find(({ id }) => id === place)
  if (!node) return []
  const wanted = graph.phases.filter((phase) => node.phases === undefined || node.phases.includes(phase))
  return graph.sources.flatMap((source) => {
    const own = wanted.filter((phase) => source.phases === undefined || source.phases.includes(phase))
    const groups = new Map<string, WayFromSource>()
    for (const phase of own) {
      const way = wayOnPhase(graph, state, source, place, phase)
      const key = JSON.stringify(way)
      const group = groups.get(key)
      if (group) group.phases.push(phase)
      else groups.set(key, { source: source.id, phases: [phase], ...way })
    }
    return [...groups.values()]
  })
}

function wayOnPhase(
  graph: InstallationGraph,
  state: LiveState,
  source: InstallationGraph['sources'][number],
  place: string,
  phase: string,
): Pick<WayFromSource, 'reason' | 'through' | 'open'> {
  const joined = joinedOn(graph, source.node, phase, state.closed)
  if (joined.has(place)) {
    const through = devicesOnWay(graph, state, source.node, place, phase)
    return { reason: reasonOf(source, state), through, open: [] }
  }
  const open = firstOpen(graph, joined, place, phase)
  return { reason: open.length > 0 ? 'open' : 'noWay', through: [], open }
}

function reasonOf(source: InstallationGraph['sources'][number], { live }: LiveState): WayReason {
  if (live.some(({ id }) => id === source.id)) return 'feeds'
  if (source.kind === 'grid') return 'streetDead'
  return source.role === 'forming' ? 'onStreet' : 'follows'
}

/** Devices that could open the shortest closed way, from the source on. */
const devicesOnWay = (
  graph: InstallationGraph,
  { closed }: LiveState,
  from: string,
  to: string,
  phase: string,
): string[] => [
  ...new Set(
    (conductorWay(graph, from, to, phase, closed) ?? []).flatMap(({ edge: { device, breaks } }) =>
      device !== null && breaks.includes(phase) ? [device] : [],
    ),
  ),
]

/** Devices that part what the source is joined to from the place, each the first on its way. */
function firstOpen(graph: InstallationGraph, joined: ReadonlySet<string>, place: string, phase: string): string[] {
  const carrying = graph.edges.filter(({ carries }) => carries.includes(phase))
  // everything from which the place can be reached without coming back to the source's own part
  const beyond = new Set([place])
  const queue = [place]
  for (let head = 0; head < queue.length; head++)
    for (const { from, to } of carrying) {
      const there = from === queue[head] ? to : to === queue[head] ? from : null
      if (there === null || beyond.has(there) || joined.has(there)) continue
      beyond.add(there)
      queue.push(there)
    }
  const leaving = carrying.filter(
    ({ from, to }) => (joined.has(from) && beyond.has(to)) || (joined.has(to) && beyond.has(from)),
  )
  return [...new Set(leaving.flatMap(({ device }) => (device === null ? [] : [device])))]
}

const WHY_NO_VOLTAGE = {
  streetDead: 'the street is dead',
  onStreet: 'it is on the street, and holds no voltage of its own',
  follows: 'it only follows a voltage that is there',
} as const

/**
 * What each source does at a place, in sentences.
 *
 * @example wayWords(graph, way) // 'Not from Street: Main switch is open.'
 */
export function wayWords(graph: InstallationGraph, { source, phases, reason, through, open }: WayFromSource): string {
  const names = namesIn(graph)
  const say = (id: string) => names.get(id) ?? id
  const on = phases.length < graph.phases.length ? ` on ${phases.join(' and ')}` : ''
  switch (reason) {
    case 'feeds':
      return `From ${say(source)}${on}${through.length > 0 ? `, through ${through.map(say).join(', ')}` : ', with nothing between that switches'}.`
    case 'open':
      return `Not from ${say(source)}${on}: ${open.map(say).join(', and on another way ')} ${open.length > 1 ? 'are' : 'is'} open.`
    case 'noWay':
      return `Not from ${say(source)}${on}: nothing drawn leads here from it.`
    default:
      return `Not from ${say(source)}${on}: ${WHY_NO_VOLTAGE[reason]}.`
  }
}
