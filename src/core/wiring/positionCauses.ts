import { conductorWay } from './conductorWay'
import { type CounterExample, exampleOf } from './counterExample'
import { deadEndPositions } from './deadEnds'
import { compileGraph } from './graphState'
import {
  type GraphEdge,
  type GridState,
  type InstallationGraph,
  NEUTRAL,
  graphFaults,
  namesIn,
} from './installationGraph'
import { TESTED_EVERYWHERE } from './invariants'
import { type LiveState, joinedOn, joinsOn, liveState } from './liveState'
import { type PlannedFinding, plannedFindings } from './plannedFindings'
import { walkPositions } from './walkPositions'

/** One fault of an installation, with one position in which it shows and how many show it. */
export interface PositionCause {
  /** The same fault has the same key, however many positions show it. */
  key: string
  invariant: number
  /** The danger in one sentence. */
  sentence: string
  example: CounterExample
  /** States that show it, of those the search went through. */
  states: number
  /** Ids of the edges, bonds, devices, loads and sources that make it: what is lit up. */
  things: string[]
  /** Manual devices and their positions without which it does not show. */
  needs: Readonly<Record<string, string>>
}

/** Causes that are told apart before the rest is only counted. */
const MOST_CAUSES = 24
/** Failing states that are each looked at in full; after them, those that contain a known cause are only counted. */
const LOOKED_AT_ALL = 300
/** Failing states that are looked at in full altogether. */
const MOST_LOOKED_AT = 4000

/**
 * W-1 when something fails: the failing states grouped by what makes them fail, not one by one. A state that contains the closed switches
 * of a cause already known is counted with it; any other is looked at and named. Ordered by invariant, then by how often it shows.
 */
export function positionCauses(graph: InstallationGraph): PositionCause[] {
  if (graphFaults(graph).length > 0) return []
  const compiled = compileGraph(graph)
  const causes: (PositionCause & { at: [number, number][]; gridStates: Set<GridState> })[] = []
  let looked = 0
  walkPositions(compiled, { fixed: deadEndPositions(graph), alikeOnce: false }, (chosen, gridState, { violated }) => {
    for (const invariant of TESTED_EVERYWHERE) {
      if (!(violated & (1 << invariant))) continue
      const known = causes.find(
        (cause) =>
          cause.invariant === invariant &&
          cause.at.length > 0 &&
          cause.at.every(([k, position]) => chosen[k] === position) &&
          cause.gridStates.has(gridState),
      )
      if ((known && looked >= LOOKED_AT_ALL) || looked >= MOST_LOOKED_AT) {
        if (known) known.states++
        continue
      }
      looked++
      const example = exampleOf(graph, chosen, gridState)
      for (const failure of failuresIn(graph, liveState(graph, example.positions, gridState), example, invariant)) {
        const same = causes.find(({ key }) => key === failure.key)
        if (same) {
          same.gridStates.add(gridState)
          same.states++
          continue
        }
        const at = Object.entries(failure.needs).map(([id, name]): [number, number] => {
          const k = compiled.manual.findIndex((device) => device.id === id)
          return [k, compiled.manual[k]?.positions.findIndex((position) => position.name === name) ?? -1]
        })
        if (causes.length < MOST_CAUSES)
          causes.push({ ...failure, states: 1, example, at, gridStates: new Set([gridState]) })
      }
    }
  })
  const everywhere = causes.map(({ key, invariant, sentence, example, states, things, needs }): PositionCause => ({
    key,
    invariant,
    sentence,
    example,
    states,
    things,
    needs,
  }))
  const planned = plannedFindings(graph, compiled).map((finding): PositionCause => ({
    ...plannedWords(graph, finding),
    example: exampleOf(graph, finding.chosen, finding.gridState),
    states: 1,
    invariant: finding.invariant,
    needs: {},
  }))
  const distinct = planned.filter(({ key }, k) => planned.findIndex((other) => other.key === key) === k)
  return [...everywhere, ...distinct].sort((a, b) => a.invariant - b.invariant || b.states - a.states)
}

type Failure = Omit<PositionCause, 'example' | 'states'>

/** What fails in one state under one of the invariants 1 to 4, each with its cause. */
function failuresIn(
  graph: InstallationGraph,
  state: LiveState,
  { positions }: CounterExample,
  invariant: number,
): Failure[] {
  const names = namesIn(graph)
  const say = (ids: readonly string[]) => listed(ids.map((id) => names.get(id) ?? id))
  const needsOf = (edges: readonly GraphEdge[], bonds: readonly string[] = []) => {
    const owners = [
      ...edges.map(({ device }) => device),
      ...graph.bonds.filter(({ id }) => bonds.includes(id)).map(({ device }) => device),
    ]
    return Object.fromEntries(
      graph.devices.flatMap((device) =>
        device.kind === 'manual' && owners.includes(device.id) ? [[device.id, positions[device.id] ?? '']] : [],
      ),
    )
  }
  const through = (edges: readonly GraphEdge[]) => {
    const closed = [...new Set(edges.flatMap(({ device }) => (device === null ? [] : [device])))]
    return closed.length > 0
      ? `through ${say(closed)}`
      : `through ${say(edges.map(({ id }) => id))}, which nothing opens`
  }
  const supply = graph.nodes.find(({ kind }) => kind === 'supply')?.id ?? ''
  const locals = state.live.filter(({ kind }) => kind !== 'grid')
  if (invariant === 1)
    return locals.flatMap((source): Failure[] => {
      const path = anyPhase(graph, source.phases, source.node, supply, state.closed)
      if (path === null) return []
      return [
        {
          key: `1 ${source.id} ${path.map(({ id }) => id).join(' ')}`,
          invariant,
          needs: needsOf(path),
          things: [source.id, ...path.flatMap(({ id, device }) => (device === null ? [id] : [id, device]))],
          sentence: `${say([source.id])} feeds the street ${through(path)}: somebody working on the line can be killed.`,
        },
      ]
    })
  if (invariant === 2)
    return state.live.flatMap((one, k) =>
      state.live.slice(k + 1).flatMap((other): Failure[] => {
        if (one.syncGroup != null && one.syncGroup === other.syncGroup) return []
        const path = anyPhase(
          graph,
          graph.phases.filter(
            (phase) => (one.phases ?? graph.phases).includes(phase) && (other.phases ?? graph.phases).includes(phase),
          ),
          one.node,
          other.node,
          state.closed,
        )
        if (path === null) return []
        return [
          {
            key: `2 ${one.id} ${other.id} ${path.map(({ id }) => id).join(' ')}`,
            invariant,
            needs: needsOf(path),
            things: [one.id, other.id, ...path.flatMap(({ id, device }) => (device === null ? [id] : [id, device]))],
            sentence: `${say([one.id])} and ${say([other.id])} are joined ${through(path)} without being synchronised: whichever is weaker is destroyed.`,
          },
        ]
      }),
    )
  const answering = state.parts.filter(({ loads, loadsWithoutNeutral }) => loads.length > loadsWithoutNeutral.length)
  if (invariant === 3)
    return answering
      .filter((part) => part.bonds.length + Number(part.supplierBond) !== 1)
      .map((part): Failure => {
        const ids = [...part.bonds, ...(part.supplierBond ? ['supplier'] : [])]
        if (ids.length === 0)
          return {
            key: `3 none ${part.source}`,
            invariant,
            needs: {},
            things: [part.source, ...part.loads],
            sentence: `Nothing bonds neutral to earth while ${say([part.source])} feeds ${shortList(part.loads, names)}: no fault trips anything.`,
          }
        const ways = bondWays(graph, ids, supply, state.closed)
        return {
          key: `3 ${ids.sort().join(' ')}`,
          invariant,
          needs: needsOf(ways, part.bonds),
          things: [...part.bonds, ...ways.map(({ id }) => id)],
          sentence: `Neutral is bonded to earth at ${listed(ids.map((id) => (id === 'supplier' ? 'the supplier’s end' : (names.get(id) ?? id))))} while ${say([part.source])} feeds ${shortList(part.loads, names)}: neutral current runs in the earth conductors.`,
        }
      })
  const floating = state.parts.flatMap((part) =>
    part.loadsWithoutNeutral.map((load) => ({ load, source: part.source })),
  )
  const byGap = new Map<string, { loads: string[]; source: string; gap: GraphEdge | null }>()
  for (const { load, source } of floating) {
    const node = graph.sources.find(({ id }) => id === source)?.node ?? ''
    const loadPhases = graph.nodes.find(({ id }) => id === load)?.phases
    const path = anyPhase(graph, loadPhases, node, load, state.closed) ?? []
    const gap = path.find((edge) => !joinsOn(edge, NEUTRAL, state.closed)) ?? null
    const key = gap?.id ?? source
    byGap.set(key, { loads: [...(byGap.get(key)?.loads ?? []), load], source, gap })
  }
  return [...byGap].map(([key, { loads, source, gap }]): Failure => ({
    key: `4 ${key}`,
    invariant,
    needs: {},
    things: [...loads, ...(gap ? [gap.id, ...(gap.device === null ? [] : [gap.device])] : [])],
    sentence: `${shortList(loads, names)} ${loads.length === 1 ? 'is' : 'are'} fed by ${say([source])} with an open neutral${gap ? `: ${say([gap.id])} ${gap.carries.includes(NEUTRAL) ? 'opens it and not the line' : 'carries none'}` : ''}. The voltage floats and destroys what is plugged in.`,
  }))
}

const edgesBetween = (
  graph: InstallationGraph,
  from: string,
  to: string,
  conductor: string,
  closed: ReadonlySet<string>,
): GraphEdge[] | null => conductorWay(graph, from, to, conductor, closed)?.map(({ edge }) => edge) ?? null

/** A shortest way on any phase through what is closed; `null` when there is none. */
function anyPhase(
  graph: InstallationGraph,
  phases: readonly string[] | undefined,
  from: string,
  to: string,
  closed: ReadonlySet<string>,
): GraphEdge[] | null {
  for (const phase of phases ?? graph.phases) {
    const path = edgesBetween(graph, from, to, phase, closed)
    if (path) return path
  }
  return null
}

/** The neutral ways that join the bonds of one part, through which the second bond comes in. */
function bondWays(
  graph: InstallationGraph,
  ids: readonly string[],
  supply: string,
  closed: ReadonlySet<string>,
): GraphEdge[] {
  const places = ids.map((id) =>
    id === 'supplier' ? supply : (graph.bonds.find((bond) => bond.id === id)?.node ?? supply),
  )
  const first = places[0] ?? supply
  return [
    ...new Set(
      places
        .slice(1)
        .filter((place) => joinedOn(graph, first, NEUTRAL, closed).has(place))
        .flatMap((place) => edgesBetween(graph, first, place, NEUTRAL, closed) ?? []),
    ),
  ]
}

function plannedWords(
  graph: InstallationGraph,
  { kind, things }: PlannedFinding,
): Pick<PositionCause, 'key' | 'sentence' | 'things'> {
  const names = namesIn(graph)
  const who = shortList(things, names)
  const [is, has] = things.length === 1 ? ['is', 'has'] : ['are', 'have']
  const SENTENCES: Readonly<Record<PlannedFinding['kind'], string>> = {
    notFed: `${who} ${is} promised in an outage and not fed.`,
    fedAgainstPlan: `${who} ${is} to stay off in an outage and ${is} fed: the battery is drained by what nobody planned.`,
    pvLost: `${who} ${has} no voltage to follow in an outage: it stands on the street’s side.`,
    pvFollows: `${who} follows the island in an outage, though the plan has it on the street’s side.`,
    noRcd: `${who} ${has} no residual-current protection upstream.`,
    noElectrode: `${who} ${has} no earth electrode in island mode: the enclosure floats.`,
    bypassNotAllowed: `The bypass position is held shut by the interlock of ${who}.`,
    bypassNotFeeding: `On the bypass ${who} ${is} not fed.`,
    inverterNotIsolated: `On the bypass ${who} ${is} still joined to the house or the street.`,
    bypassLeftClosed: `${who} ${is} left closed: the house would not change over, and nobody notices until the next outage.`,
  }
  return { key: `${kind} ${[...things].sort().join(' ')}`, sentence: SENTENCES[kind], things }
}

const listed = (words: readonly string[]) =>
  words.length < 2 ? (words[0] ?? 'nothing') : `${words.slice(0, -1).join(', ')} and ${words.at(-1)}`

/** The first three names and how many more there are. */
function shortList(ids: readonly string[], names: ReadonlyMap<string, string>): string {
  const words = ids.slice(0, 3).map((id) => names.get(id) ?? id)
  return ids.length > 3 ? `${words.join(', ')} and ${ids.length - 3} more` : listed(words)
}
