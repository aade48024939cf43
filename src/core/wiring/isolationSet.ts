import { type InstallationGraph, NEUTRAL, graphFaults } from './installationGraph'

export interface IsolationSet {
  /** Fewest manual devices that keep every source away; then most lockable; then first in the list. `null` when there is no such set. */
  minimalSet: string[] | null
  /** Local sources first, the street last, so that the island cannot pick the part up again behind the crew. */
  openingOrder: string[] | null
  allLockable: boolean | null
  /** Sources that sit at the place itself: they cannot be cut and stay live. */
  localSources: string[]
  proveDead: { node: string; conductors: string[] }
  verdict: 'proven' | 'watch' | 'stop'
}

/** The order in which sources are kept away. */
const RANK = { pv: 0, vehicle: 1, generator: 2, inverter: 3, grid: 4 } as const

/** A way on one phase; −1 where no manual device opens it. */
interface Way {
  a: number
  b: number
  device: number
}

/**
 * W-2: the smallest set of manual devices that cuts every source from a node. Automatic devices count as closed and interlocks as nothing,
 * since they protect nobody. Found exactly: every set must open some device of every way that still leads there, so the devices of one way
 * after the other are tried, with one device more each time until it suffices.
 *
 * @throws RangeError for a graph with faults, or a target that is not in it
 */
export function isolationSet(graph: InstallationGraph, target: string): IsolationSet {
  const [fault] = graphFaults(graph)
  if (fault) throw new RangeError(`${fault.id}: ${fault.message}`)
  const { nodes, edges, devices, sources, phases } = graph
  const at = new Map(nodes.map(({ id }, k) => [id, k]))
  const goal = at.get(target)
  if (goal === undefined) throw new RangeError(`target: there is no node “${target}”.`)
  const manual = devices.filter((device) => device.kind === 'manual')
  const manualAt = new Map(manual.map(({ id }, k) => [id, k]))
  const ways: Way[][] = phases.map((phase) =>
    edges
      .filter(({ carries }) => carries.includes(phase))
      .map(({ from, to, device, breaks }) => ({
        a: at.get(from) as number,
        b: at.get(to) as number,
        device: device !== null && breaks.includes(phase) ? (manualAt.get(device) ?? -1) : -1,
      })),
  )
  const localSources = sources.filter(({ node }) => node === target).map(({ id }) => id)
  const away = sources.filter(({ node }) => node !== target)

  /** Manual devices along a shortest way from any source that still reaches the target; `null` when none does. */
  const wayOpen = (opened: ReadonlySet<number>, only: readonly (typeof sources)[number][] = away): number[] | null => {
    for (const source of only)
      for (const [k, phase] of phases.entries()) {
        if (!(source.phases ?? phases).includes(phase)) continue
        const cameBy = new Map<number, { from: number; device: number }>()
        const start = at.get(source.node) as number
        const queue = [start]
        cameBy.set(start, { from: -1, device: -1 })
        for (let head = 0; head < queue.length && !cameBy.has(goal); head++) {
          const here = queue[head] as number
          for (const { a, b, device } of ways[k] as Way[]) {
            const there = a === here ? b : b === here ? a : -1
            if (there < 0 || cameBy.has(there) || (device >= 0 && opened.has(device))) continue
            cameBy.set(there, { from: here, device })
            queue.push(there)
          }
        }
        if (!cameBy.has(goal)) continue
        const along: number[] = []
        for (let step = cameBy.get(goal); step && step.from >= 0; step = cameBy.get(step.from))
          if (step.device >= 0) along.push(step.device)
        return along
      }
    return null
  }

  const found = new Map<string, number[]>()
  const search = (opened: number[], left: number): void => {
    const along = wayOpen(new Set(opened))
    if (along === null) {
      const set = [...opened].sort((a, b) => a - b)
      found.set(set.join(' '), set)
      return
    }
    if (left > 0) for (const device of new Set(along)) search([...opened, device], left - 1)
  }
  for (let size = 0; size <= manual.length && found.size === 0; size++) search([], size)

  const edgesHere = edges.filter(({ from, to }) => from === target || to === target)
  const proveDead = {
    node: target,
    conductors: [...phases, NEUTRAL].filter((conductor) =>
      edgesHere.some(({ carries }) => carries.includes(conductor)),
    ),
  }
  const lockable = (set: readonly number[]) => set.filter((device) => manual[device]?.lockable).length
  const [best] = [...found.values()].sort(
    (a, b) => a.length - b.length || lockable(b) - lockable(a) || firstDifference(a, b),
  )
  if (!best)
    return { minimalSet: null, openingOrder: null, allLockable: null, localSources, proveDead, verdict: 'stop' }
  const rankOf = (device: number) =>
    Math.max(
      -1,
      ...away
        .filter((source) => wayOpen(new Set(best.filter((other) => other !== device)), [source]) !== null)
        .map(({ kind }) => RANK[kind]),
    )
  const ranks = new Map(best.map((device) => [device, rankOf(device)]))
  const name = (device: number) => manual[device]?.id ?? ''
  const allLockable = lockable(best) === best.length
  return {
    minimalSet: best.map(name),
    openingOrder: [...best].sort((a, b) => (ranks.get(a) as number) - (ranks.get(b) as number) || a - b).map(name),
    allLockable,
    localSources,
    proveDead,
    verdict: localSources.length > 0 || !allLockable ? 'watch' : 'proven',
  }
}

const firstDifference = (a: readonly number[], b: readonly number[]): number =>
  a.map((value, k) => value - (b[k] as number)).find((difference) => difference !== 0) ?? 0
