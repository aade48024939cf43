import type { GraphEdge, InstallationGraph } from './installationGraph'
import { joinsOn } from './liveState'

/** One stretch along an edge, in the direction it is walked. */
export interface WayStep {
  edge: GraphEdge
  from: string
  to: string
}

/** A shortest way along one conductor through what is closed; empty where both ends are one place, `null` when there is no way. */
export function conductorWay(
  { edges }: Pick<InstallationGraph, 'edges'>,
  from: string,
  to: string,
  conductor: string,
  closed: ReadonlySet<string>,
): WayStep[] | null {
  const cameBy = new Map<string, WayStep | null>([[from, null]])
  const queue = [from]
  for (let head = 0; head < queue.length && !cameBy.has(to); head++) {
    const here = queue[head] as string
    for (const edge of edges) {
      const there = edge.from === here ? edge.to : edge.to === here ? edge.from : null
      if (there === null || cameBy.has(there) || !joinsOn(edge, conductor, closed)) continue
      cameBy.set(there, { edge, from: here, to: there })
      queue.push(there)
    }
  }
  if (!cameBy.has(to)) return null
  const steps: WayStep[] = []
  for (let came = cameBy.get(to); came; came = cameBy.get(came.from)) steps.unshift(came)
  return steps
}
