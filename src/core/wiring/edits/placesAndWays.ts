import { changed, demandFree } from './graphLists'
import type { EditSteps } from './wiringEdit'

/** Changes of what is joined to what. */
export const PLACES_AND_WAYS: EditSteps<'addPlace' | 'changePlace' | 'addWay' | 'land' | 'changeWay'> = {
  addPlace: (graph, { node }) => {
    demandFree(graph.nodes, node.id)
    return { ...graph, nodes: [...graph.nodes, node] }
  },
  changePlace: (graph, { id, change }) => ({
    ...graph,
    nodes: changed(graph.nodes, id, (node) => ({ ...node, ...change })),
  }),
  addWay: (graph, { edge }) => {
    demandFree([...graph.edges, ...graph.bonds], edge.id)
    return { ...graph, edges: [...graph.edges, edge] }
  },
  land: (graph, { id, end, at }) => ({
    ...graph,
    edges: changed(graph.edges, id, (edge) => ({ ...edge, [end]: at })),
  }),
  changeWay: (graph, { id, change }) => ({
    ...graph,
    edges: changed(graph.edges, id, (edge) => ({ ...edge, ...change })),
  }),
}
