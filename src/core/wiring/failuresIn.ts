import { anyPhase, bondWays } from './closedWays'
import type { CounterExample } from './counterExample'
import { type GraphEdge, type InstallationGraph, NEUTRAL, namesIn } from './installationGraph'
import type { TESTED_EVERYWHERE } from './invariants'
import { listed, shortList } from './listedNames'
import { type LiveState, joinsOn } from './liveState'

/** What fails under an invariant, and what makes it fail. */
export interface Failure {
  /** The same fault has the same key, however many positions show it. */
  key: string
  invariant: number
  /** The danger in one sentence. */
  sentence: string
  /** Ids of the edges, bonds, devices, loads and sources that make it: what is lit up. */
  things: string[]
  /** Manual devices and their positions without which it does not show. */
  needs: Readonly<Record<string, string>>
}

/** A state that is looked at in full, with the words for what is in it. */
interface Looked {
  graph: InstallationGraph
  state: LiveState
  supply: string
  names: ReadonlyMap<string, string>
  say: (ids: readonly string[]) => string
  /** By which switches, or by which conductors that nothing opens. */
  through: (edges: readonly GraphEdge[]) => string
  /** Manual devices in whose position these edges and bonds are closed. */
  needsOf: (edges: readonly GraphEdge[], bonds?: readonly string[]) => Record<string, string>
}

function lookAt(graph: InstallationGraph, state: LiveState, { positions }: CounterExample): Looked {
  const names = namesIn(graph)
  const say = (ids: readonly string[]) => listed(ids.map((id) => names.get(id) ?? id))
  return {
    graph,
    state,
    supply: graph.nodes.find(({ kind }) => kind === 'supply')?.id ?? '',
    names,
    say,
    through: (edges) => {
      const closed = [...new Set(edges.flatMap(({ device }) => (device === null ? [] : [device])))]
      return closed.length > 0
        ? `through ${say(closed)}`
        : `through ${say(edges.map(({ id }) => id))}, which nothing opens`
    },
    needsOf: (edges, bonds = []) => {
      const owners = [
        ...edges.map(({ device }) => device),
        ...graph.bonds.filter(({ id }) => bonds.includes(id)).map(({ device }) => device),
      ]
      return Object.fromEntries(
        graph.devices.flatMap((device) =>
          device.kind === 'manual' && owners.includes(device.id) ? [[device.id, positions[device.id] ?? '']] : [],
        ),
      )
    },
  }
}

const alongOf = (path: readonly GraphEdge[]) =>
  path.flatMap(({ id, device }) => (device === null ? [id] : [id, device]))
const idsOf = (path: readonly GraphEdge[]) => path.map(({ id }) => id).join(' ')

/** 1: a local source that feeds the street. */
function backFeeds({ graph, state, supply, say, through, needsOf }: Looked): Failure[] {
  return state.live
    .filter(({ kind }) => kind !== 'grid')
    .flatMap((source): Failure[] => {
      const path = anyPhase(graph, source.phases, source.node, supply, state.closed)
      if (path === null) return []
      return [
        {
          key: `1 ${source.id} ${idsOf(path)}`,
          invariant: 1,
          needs: needsOf(path),
          things: [source.id, ...alongOf(path)],
          sentence: `${say([source.id])} feeds the street ${through(path)}: somebody working on the line can be killed.`,
        },
      ]
    })
}

/** 2: two sources that are joined and do not run together. */
function joinedSources({ graph, state, say, through, needsOf }: Looked): Failure[] {
  const phasesOf = (source: LiveState['live'][number]) => source.phases ?? graph.phases
  return state.live.flatMap((one, k) =>
    state.live.slice(k + 1).flatMap((other): Failure[] => {
      if (one.syncGroup != null && one.syncGroup === other.syncGroup) return []
      const shared = graph.phases.filter((phase) => phasesOf(one).includes(phase) && phasesOf(other).includes(phase))
      const path = anyPhase(graph, shared, one.node, other.node, state.closed)
      if (path === null) return []
      return [
        {
          key: `2 ${one.id} ${other.id} ${idsOf(path)}`,
          invariant: 2,
          needs: needsOf(path),
          things: [one.id, other.id, ...alongOf(path)],
          sentence: `${say([one.id])} and ${say([other.id])} are joined ${through(path)} without being synchronised: whichever is weaker is destroyed.`,
        },
      ]
    }),
  )
}

/** 3: a live part whose neutral is bonded to earth nowhere, or in more than one place. */
function wrongBonds({ graph, state, supply, names, say, needsOf }: Looked): Failure[] {
  const answering = state.parts.filter(({ loads, loadsWithoutNeutral }) => loads.length > loadsWithoutNeutral.length)
  return answering
    .filter((part) => part.bonds.length + Number(part.supplierBond) !== 1)
    .map((part): Failure => {
      const fed = `while ${say([part.source])} feeds ${shortList(part.loads, names)}`
      const ids = [...part.bonds, ...(part.supplierBond ? ['supplier'] : [])]
      if (ids.length === 0)
        return {
          key: `3 none ${part.source}`,
          invariant: 3,
          needs: {},
          things: [part.source, ...part.loads],
          sentence: `Nothing bonds neutral to earth ${fed}: no fault trips anything.`,
        }
      const ways = bondWays(graph, ids, supply, state.closed)
      const places = ids.map((id) => (id === 'supplier' ? 'the supplier’s end' : (names.get(id) ?? id)))
      return {
        key: `3 ${[...ids].sort().join(' ')}`,
        invariant: 3,
        needs: needsOf(ways, part.bonds),
        things: [...part.bonds, ...ways.map(({ id }) => id)],
        sentence: `Neutral is bonded to earth at ${listed(places)} ${fed}: neutral current runs in the earth conductors.`,
      }
    })
}

/** Loads that are fed without a neutral, by what opens it. */
function openNeutralsOf({ graph, state }: Looked) {
  const byGap = new Map<string, { loads: string[]; source: string; gap: GraphEdge | null }>()
  for (const part of state.parts) {
    const node = graph.sources.find(({ id }) => id === part.source)?.node ?? ''
    for (const load of part.loadsWithoutNeutral) {
      const loadPhases = graph.nodes.find(({ id }) => id === load)?.phases
      const path = anyPhase(graph, loadPhases, node, load, state.closed) ?? []
      const gap = path.find((edge) => !joinsOn(edge, NEUTRAL, state.closed)) ?? null
      const key = gap?.id ?? part.source
      byGap.set(key, { loads: [...(byGap.get(key)?.loads ?? []), load], source: part.source, gap })
    }
  }
  return byGap
}

/** 4: loads that are live without a neutral. */
function openNeutrals(looked: Looked): Failure[] {
  const { names, say } = looked
  return [...openNeutralsOf(looked)].map(([key, { loads, source, gap }]): Failure => {
    const opens =
      gap === null
        ? ''
        : `: ${say([gap.id])} ${gap.carries.includes(NEUTRAL) ? 'opens it and not the line' : 'carries none'}`
    return {
      key: `4 ${key}`,
      invariant: 4,
      needs: {},
      things: [...loads, ...(gap ? alongOf([gap]) : [])],
      sentence: `${shortList(loads, names)} ${loads.length === 1 ? 'is' : 'are'} fed by ${say([source])} with an open neutral${opens}. The voltage floats and destroys what is plugged in.`,
    }
  })
}

const FAILURES: Readonly<Record<(typeof TESTED_EVERYWHERE)[number], (looked: Looked) => Failure[]>> = {
  1: backFeeds,
  2: joinedSources,
  3: wrongBonds,
  4: openNeutrals,
}

/** What fails in one state under one of the invariants 1 to 4, each with its cause. */
export function failuresIn(
  graph: InstallationGraph,
  state: LiveState,
  example: CounterExample,
  invariant: (typeof TESTED_EVERYWHERE)[number],
): Failure[] {
  return FAILURES[invariant](lookAt(graph, state, example))
}
