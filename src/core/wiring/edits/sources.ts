import type { GraphSource, InstallationGraph } from '../installationGraph'
import { changed, demandFree, demandKnown } from './graphLists'
import { PLACES_AND_WAYS } from './placesAndWays'
import type { EditSteps } from './wiringEdit'

/** The group in which sources behind a contactor run together; one of its own where none is there yet. */
const groupBehind = ({ sources }: InstallationGraph, contactor: string): string =>
  sources.find(({ gateway, syncGroup }) => gateway === contactor && syncGroup != null)?.syncGroup ?? contactor

/** Changes of the sources. */
export const SOURCES: EditSteps<'addSource' | 'changeSource' | 'behindGateway'> = {
  addSource: (graph, { source }) => {
    demandFree(graph.sources, source.id)
    return { ...graph, sources: [...graph.sources, source] }
  },
  changeSource: (graph, { id, change }) => ({
    ...graph,
    sources: changed(graph.sources, id, (source) => ({ ...source, ...change })),
  }),
  behindGateway: (graph, { source: id, way, at, contactor }) => {
    demandKnown(graph.sources, id)
    const source = graph.sources.find((one) => one.id === id)
    const edge = graph.edges.find((one) => one.id === way)
    // the end that is not the source's own
    const end = edge?.from === source?.node ? 'to' : 'from'
    const landed = PLACES_AND_WAYS.land(graph, { kind: 'land', id: way, end, at })
    const syncGroup = groupBehind(landed, contactor)
    const behind = (one: GraphSource): GraphSource =>
      one.id === id || one.gateway === contactor ? { ...one, gateway: contactor, syncGroup } : one
    return { ...landed, sources: landed.sources.map(behind) }
  },
}
