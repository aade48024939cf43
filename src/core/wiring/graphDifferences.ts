import type { InstallationGraph } from './installationGraph'

export type Change = 'added' | 'gone' | 'changed'

export interface GraphDifferences {
  /** What is wired, with what was planned and is not there any more. */
  union: InstallationGraph
  changes: ReadonlyMap<string, Change>
}

/** What differs between two lists of things with ids, told by everything but their names. */
function differences<T extends { id: string }>(
  planned: readonly T[],
  wired: readonly T[],
): { union: T[]; changes: [string, Change][] } {
  const facts = (one: T) =>
    JSON.stringify(
      Object.fromEntries(Object.entries({ ...one, name: undefined }).sort(([a], [b]) => a.localeCompare(b))),
    )
  const before = new Map(planned.map((one) => [one.id, one]))
  const now = new Set(wired.map(({ id }) => id))
  const gone = planned.filter(({ id }) => !now.has(id))
  return {
    union: [...wired, ...gone],
    changes: [
      ...wired.flatMap((one): [string, Change][] => {
        const old = before.get(one.id)
        return old === undefined ? [[one.id, 'added']] : facts(old) === facts(one) ? [] : [[one.id, 'changed']]
      }),
      ...gone.map(({ id }): [string, Change] => [id, 'gone']),
    ],
  }
}

/** As planned against as wired: both in one graph, with what was added, taken out or changed. */
export function graphDifferences(planned: InstallationGraph, wired: InstallationGraph): GraphDifferences {
  const [nodes, edges, devices, sources, bonds] = [
    differences(planned.nodes, wired.nodes),
    differences(planned.edges, wired.edges),
    differences(planned.devices, wired.devices),
    differences(planned.sources, wired.sources),
    differences(planned.bonds, wired.bonds),
  ]
  return {
    union: {
      ...wired,
      nodes: nodes.union,
      edges: edges.union,
      devices: devices.union,
      sources: sources.union,
      bonds: bonds.union,
    },
    changes: new Map([nodes, edges, devices, sources, bonds].flatMap((one) => one.changes)),
  }
}
