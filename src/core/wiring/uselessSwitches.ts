import type { InstallationGraph } from './installationGraph'

/**
 * Switches that part nothing whatever they are turned to: both ends of what they open are joined by ways that nothing switches, or what lies behind
 * them is nothing at all.
 *
 * @returns ids of manual devices, in the graph's order
 * @example uselessSwitches(graph) // ['isolator'] where a cable runs past it
 */
export function uselessSwitches(graph: InstallationGraph): string[] {
  const { nodes, edges, devices, sources, bonds } = graph
  const alive = new Set([
    ...nodes.filter(({ kind }) => kind !== 'bus').map(({ id }) => id),
    ...sources.map(({ node }) => node),
    ...bonds.map(({ node }) => node),
  ])
  const reached = (from: string, passes: (edge: InstallationGraph['edges'][number]) => boolean) => {
    const seen = new Set([from])
    const queue = [from]
    for (let head = 0; head < queue.length; head++)
      for (const edge of edges) {
        const there = edge.from === queue[head] ? edge.to : edge.to === queue[head] ? edge.from : null
        if (there === null || seen.has(there) || !passes(edge)) continue
        seen.add(there)
        queue.push(there)
      }
    return seen
  }
  return devices.flatMap((device) => {
    const own = edges.filter((edge) => edge.device === device.id)
    if (device.kind !== 'manual' || own.length === 0) return []
    const partsSomething = own.some(({ from, to }) => {
      if (reached(from, (edge) => edge.device === null).has(to)) return false
      const others = (edge: InstallationGraph['edges'][number]) => edge.device !== device.id
      return [from, to].every((end) => [...reached(end, others)].some((id) => alive.has(id)))
    })
    return partsSomething ? [] : [device.id]
  })
}
