import { type InstallationGraph, graphFaults, namesIn } from './installationGraph'
import { liveState } from './liveState'

/** Something about a graph that a person has to look at, with the thing it belongs to. */
export interface GraphRemark {
  id: string
  message: string
  /** The graph cannot be checked while it stands. */
  isFault: boolean
}

/**
 * What is wrong or odd about a graph: its faults, pieces nothing leads to, sources that feed each other with no switch between them, and
 * two things the crew calls by the same name. Empty for a graph that is whole.
 */
export function graphRemarks(graph: InstallationGraph): GraphRemark[] {
  const faults = graphFaults(graph).map((fault) => ({ ...fault, isFault: true }))
  return [...faults, ...floatingPieces(graph), ...sourcesWithoutSwitch(graph), ...sameNames(graph)]
}

function floatingPieces({ nodes, edges }: InstallationGraph): GraphRemark[] {
  const supply = nodes.find(({ kind }) => kind === 'supply')
  if (!supply) return []
  const seen = new Set([supply.id])
  for (let grew = true; grew;) {
    grew = false
    for (const { from, to } of edges)
      if (seen.has(from) !== seen.has(to)) {
        seen.add(from)
        seen.add(to)
        grew = true
      }
  }
  return nodes
    .filter(({ id }) => !seen.has(id))
    .map(({ id, name }) => ({ id, message: `Nothing leads to ${name ?? id}: it floats.`, isFault: false }))
}

/** Two sources that form a voltage and are joined with every switch open. */
function sourcesWithoutSwitch(graph: InstallationGraph): GraphRemark[] {
  const names = namesIn(graph)
  // without devices nothing that a switch opens is closed
  const always = liveState({ ...graph, devices: [] }, {}, 'healthy')
  const pairs = new Map<string, GraphRemark>()
  for (const ids of always.energised.values())
    for (const [k, a] of ids.entries())
      for (const b of ids.slice(k + 1)) {
        const [one, other] = [a, b].map((id) => graph.sources.find((source) => source.id === id))
        if (!one || !other || (one.syncGroup != null && one.syncGroup === other.syncGroup)) continue
        pairs.set(`${a} ${b}`, {
          id: b,
          message: `${names.get(a)} and ${names.get(b)} feed each other: there is no switch between them.`,
          isFault: false,
        })
      }
  return [...pairs.values()]
}

function sameNames({ nodes, devices, sources }: InstallationGraph): GraphRemark[] {
  const seen = new Map<string, string>()
  return [...nodes, ...devices, ...sources].flatMap(({ id, name }) => {
    if (name === undefined) return []
    const other = seen.get(name.trim().toLowerCase())
    if (other === undefined) seen.set(name.trim().toLowerCase(), id)
    return other === undefined || other === id
      ? []
      : [{ id, message: `“${name}” is the name of two things, ${other} and ${id}.`, isFault: false }]
  })
}
