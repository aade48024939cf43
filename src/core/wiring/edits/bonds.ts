import type { GraphDevice, InstallationGraph } from '../installationGraph'
import { changed, demandFree } from './graphLists'
import type { EditOf, EditSteps } from './wiringEdit'

const relayOf = ({ id, relay, oppositeOf }: EditOf<'switchBond'>): GraphDevice => ({
  id: relay,
  name: 'Bond relay',
  symbol: 'relay',
  kind: 'auto',
  logic: 'oppositeOf',
  of: oppositeOf,
  closes: [id],
})

function switchBond(graph: InstallationGraph, edit: EditOf<'switchBond'>): InstallationGraph {
  const { id, relay } = edit
  const bonds = changed(graph.bonds, id, (bond) => ({ ...bond, device: relay }))
  demandFree(graph.devices, relay)
  return { ...graph, bonds, devices: [...graph.devices, relayOf(edit)] }
}

/** Changes of the bonds between neutral and earth. */
export const BONDS: EditSteps<'addBond' | 'moveBond' | 'switchBond'> = {
  addBond: (graph, { bond, relay }) => {
    demandFree([...graph.edges, ...graph.bonds], bond.id)
    const added = { ...graph, bonds: [...graph.bonds, bond] }
    if (!relay) return added
    return switchBond(added, { kind: 'switchBond', id: bond.id, relay: relay.id, oppositeOf: relay.oppositeOf })
  },
  moveBond: (graph, { id, node }) => ({
    ...graph,
    bonds: changed(graph.bonds, id, (bond) => ({ ...bond, node })),
  }),
  switchBond,
}
