import { expect, it } from 'vitest'
import { aRun, house } from '../../../tests/support/house'
import { placeSpokenOf, runsNotDrawn, runsNotWritten } from './runsAndDrawing'
import { startingTopology } from './topology/startingTopology'

const graph = startingTopology(house())
const [edge] = graph.edges
const drawn = (runTag: string) => ({
  ...graph,
  edges: graph.edges.map((one) => (one === edge ? { ...one, runTag } : one)),
})

it('a run is drawn where a way of the drawing is it, and nowhere else', () => {
  const runs = [aRun({ tag: 'w8' }), aRun({ tag: 'w9' })]
  expect(runsNotDrawn(runs, drawn('w8')).map(({ tag }) => tag)).toEqual(['w9'])
})

it('a run that is drawn and not written down is told with its ends, once', () => {
  const names = new Map(graph.nodes.map(({ id, name }) => [id, name ?? id]))
  const own = { tag: 'w8', from: names.get(edge!.from), to: names.get(edge!.to) }
  expect(runsNotWritten([], drawn('w8'))).toContainEqual(own)
  expect(runsNotWritten([aRun({ tag: 'w8' })], drawn('w8'))).not.toContainEqual(own)
  const twice = { ...drawn('w8'), edges: [...drawn('w8').edges, { ...edge!, id: 'again', runTag: 'w8' }] }
  expect(runsNotWritten([], twice).filter(({ tag }) => tag === 'w8')).toHaveLength(1)
})

it('a place is found by its words, and not where two fit as well', () => {
  const supply = graph.nodes.find(({ kind }) => kind === 'supply')
  expect(placeSpokenOf(supply?.name ?? '', graph)).toBe(supply?.id)
  expect(placeSpokenOf('somewhere else entirely', graph)).toBeNull()
  const two = { ...graph, nodes: [...graph.nodes, { id: 'again', kind: 'bus' as const, name: supply?.name ?? '' }] }
  expect(placeSpokenOf(supply?.name ?? '', two)).toBeNull()
})
