import type { GraphNode, InstallationGraph } from '../installationGraph'
import type { SchematicPart, SchematicWire } from './schematicPart'

/** Steps from the supply terminals, whatever is open. */
export function distances({ nodes, edges }: InstallationGraph): Map<string, number> {
  const supply = nodes.find(({ kind }) => kind === 'supply')?.id
  const far = new Map<string, number>(supply === undefined ? [] : [[supply, 0]])
  const queue = supply === undefined ? [] : [supply]
  for (let head = 0; head < queue.length; head++) {
    const here = queue[head] as string
    for (const { from, to } of edges) {
      const there = from === here ? to : to === here ? from : null
      if (there === null || far.has(there)) continue
      far.set(there, (far.get(here) ?? 0) + 1)
      queue.push(there)
    }
  }
  return far
}

/**
 * The order in which parts are stacked: the way through the house first, then sources with what leads from them, then circuits, then bonds
 * and electrodes; each from the street to the house. The layout keeps it, so that a drawing changes only where the graph does.
 */
export function inOrder(
  parts: readonly SchematicPart[],
  wires: readonly SchematicWire[],
  { sources }: InstallationGraph,
  distance: ReadonlyMap<string, number>,
): SchematicPart[] {
  const placed = new Map(parts.flatMap((part) => (part.kind === 'place' ? [[part.id, part.node] as const] : [])))
  const local = new Set(sources.filter(({ kind }) => kind !== 'grid').map(({ node }) => node))
  const ends = (part: SchematicPart): GraphNode[] =>
    wires.flatMap(({ from, to }) =>
      from.part === part.id ? (placed.get(to.part) ?? []) : to.part === part.id ? (placed.get(from.part) ?? []) : [],
    )
  const rank = (part: SchematicPart): number => {
    const near = part.kind === 'place' ? [part.node] : ends(part)
    if (part.kind === 'bond' || near.some(({ kind }) => kind === 'electrode')) return 3
    if (near.some(({ kind }) => kind === 'load')) return 2
    return near.some(({ id }) => local.has(id)) ? 1 : 0
  }
  const far = (part: SchematicPart) =>
    Math.min(
      Infinity,
      ...(part.kind === 'place' ? [part.node] : ends(part)).map(({ id }) => distance.get(id) ?? Infinity),
    )
  return parts
    .map((part, k) => ({ part, k, rank: rank(part), far: far(part) }))
    .sort((a, b) => a.rank - b.rank || (a.far === b.far ? a.k - b.k : a.far - b.far))
    .map(({ part }) => part)
}
