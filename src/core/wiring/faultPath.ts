import { conductorWay } from './conductorWay'
import { type InstallationGraph, NEUTRAL, PROTECTIVE } from './installationGraph'
import type { LiveState } from './liveState'

/** One stretch of the way a current takes. */
export interface PathStep {
  /** Id of the edge it runs through, or of the bond that joins neutral and protective conductor. */
  id: string
  from: string
  to: string
  conductor: string
}

export interface FaultPath {
  load: string
  /** Source that drives the fault; `null` when the load is dead. */
  source: string | null
  phase: string | null
  /** From the source to the load, and from the load's enclosure back. */
  out: PathStep[]
  back: PathStep[]
  /** How it comes back: through a bond of the installation, through the supplier's, through nothing that was laid, or the load is dead. */
  returns: 'bond' | 'supplier' | 'none' | 'dead'
}

const along = (
  graph: InstallationGraph,
  from: string,
  to: string,
  conductor: string,
  closed: ReadonlySet<string>,
): PathStep[] | null =>
  conductorWay(graph, from, to, conductor, closed)?.map((step) => ({
    id: step.edge.id,
    from: step.from,
    to: step.to,
    conductor,
  })) ?? null

/**
 * W-1, for looking: which way the current of a line-to-enclosure fault at a load returns. Out on the load's first live phase, home on the
 * protective conductor to a closed neutral–earth bond and on the neutral to the source, or through the supplier's bond at the supply
 * terminals; the way with the fewest stretches.
 *
 * @throws RangeError for a load that is not in the graph
 */
export function faultPath(graph: InstallationGraph, state: LiveState, loadId: string): FaultPath {
  const { nodes, sources, bonds, phases } = graph
  const load = nodes.find(({ id, kind }) => id === loadId && kind === 'load')
  if (!load) throw new RangeError(`load: there is no load “${loadId}”.`)
  const { closed, energised } = state
  const phase = (load.phases ?? phases).find((one) => (energised.get(`${loadId} ${one}`)?.length ?? 0) > 0)
  const source = sources.find(({ id }) => phase !== undefined && id === energised.get(`${loadId} ${phase}`)?.[0])
  if (phase === undefined || source === undefined)
    return { load: loadId, source: null, phase: null, out: [], back: [], returns: 'dead' }
  const out = along(graph, source.node, loadId, phase, closed) ?? []
  const part = state.parts.find((one) => one.source === source.id)
  const ways: { back: PathStep[]; returns: 'bond' | 'supplier' }[] = []
  for (const { id, node } of bonds) {
    if (!closed.has(id)) continue
    const [home, neutral] = [
      along(graph, loadId, node, PROTECTIVE, closed),
      along(graph, node, source.node, NEUTRAL, closed),
    ]
    if (home && neutral)
      ways.push({ back: [...home, { id, from: node, to: node, conductor: NEUTRAL }, ...neutral], returns: 'bond' })
  }
  const supply = nodes.find(({ kind }) => kind === 'supply')?.id
  if (part?.supplierBond && supply !== undefined) {
    const [home, neutral] = [
      along(graph, loadId, supply, PROTECTIVE, closed),
      along(graph, supply, source.node, NEUTRAL, closed),
    ]
    if (home && neutral) ways.push({ back: [...home, ...neutral], returns: 'supplier' })
  }
  const [best] = ways.sort((a, b) => a.back.length - b.back.length)
  return { load: loadId, source: source.id, phase, out, back: best?.back ?? [], returns: best?.returns ?? 'none' }
}
