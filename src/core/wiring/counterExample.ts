import { type CompiledGraph, closedAutos, compileGraph, liveSources } from './graphState'
import type { GridState, InstallationGraph, Positions } from './installationGraph'
import { joinAutos } from './walkPositions'

/** A position a person can picture: every manual switch, the grid, and what is live then. */
export interface CounterExample {
  positions: Positions
  gridState: GridState
  liveNodes: string[]
}

/** Applies one combination and what the automatic devices make of it; `undo` takes it back. */
export function standing(
  compiled: CompiledGraph,
  chosen: readonly number[],
  gridState: GridState,
): { autosClosed: number; undo: () => void } {
  const { joined, manualJoints } = compiled
  const mark = joined.mark()
  chosen.forEach((position, k) => (manualJoints[k]?.[position] ?? []).forEach((joint) => joined.join(joint)))
  const autosClosed = closedAutos(compiled, gridState)
  joinAutos(compiled, autosClosed, [])
  return { autosClosed, undo: () => joined.backTo(mark) }
}

/** A state written out; on sets of its own, since those of the search are in use. */
export function exampleOf(graph: InstallationGraph, chosen: readonly number[], gridState: GridState): CounterExample {
  const compiled = compileGraph(graph)
  const { manual, joined } = compiled
  const { autosClosed } = standing(compiled, chosen, gridState)
  const live = liveSources(compiled, gridState, autosClosed)
  const phases = Array.from({ length: compiled.phases }, (_, phase) => phase)
  const liveNodes = graph.nodes
    .flatMap(({ id }, k) =>
      live.some((source) =>
        source.phases.some(
          (phase) => phases.includes(phase) && joined.find(phase, source.node) === joined.find(phase, k),
        ),
      )
        ? [id]
        : [],
    )
    .sort()
  return {
    positions: Object.fromEntries(
      manual.map(({ id, positions }, k) => [id, positions[chosen[k] as number]?.name ?? '']),
    ),
    gridState,
    liveNodes,
  }
}
