import { expect, it } from 'vitest'
import { house } from '../../../tests/support/house'
import { startingTopology } from './topology/startingTopology'
import { uselessSwitches } from './uselessSwitches'

const graph = startingTopology(house())
const switched = graph.edges.find(({ device }) =>
  graph.devices.some(({ id, kind }) => id === device && kind === 'manual'),
)

it('a switch that is run past parts nothing', () => {
  expect(uselessSwitches(graph)).toEqual([])
  const past = { ...switched!, id: 'past', device: null, breaks: [] }
  expect(uselessSwitches({ ...graph, edges: [...graph.edges, past] })).toEqual([switched!.device])
})

it('a switch with nothing behind it parts nothing', () => {
  const edges = [...graph.edges, { ...switched!, id: 'stub', from: switched!.from, to: 'nowhere', device: 'spare' }]
  const nodes = [...graph.nodes, { id: 'nowhere', kind: 'bus' as const }]
  const spare = {
    id: 'spare',
    kind: 'manual' as const,
    positions: [{ name: 'on', closes: ['stub'] }],
    lockable: true,
    bypass: false,
  }
  expect(uselessSwitches({ ...graph, nodes, edges, devices: [...graph.devices, spare] })).toEqual(['spare'])
})
