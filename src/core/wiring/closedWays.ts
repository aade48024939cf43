import { conductorWay } from './conductorWay'
import { type GraphEdge, type InstallationGraph, NEUTRAL } from './installationGraph'
import { joinedOn } from './liveState'

const edgesBetween = (
  graph: InstallationGraph,
  from: string,
  to: string,
  conductor: string,
  closed: ReadonlySet<string>,
): GraphEdge[] | null => conductorWay(graph, from, to, conductor, closed)?.map(({ edge }) => edge) ?? null

/** A shortest way on any phase through what is closed; `null` when there is none. */
export function anyPhase(
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
export function bondWays(
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
