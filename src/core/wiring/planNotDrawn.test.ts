import { describe, expect, it } from 'vitest'
import { aCircuit, house, reading, recordOf } from '../../../tests/support/house'
import { benchOf } from '../evidence/bench'
import { asBuiltWord } from '../evidence/families/switchPositions'
import type { Circuit, Installation } from '../installation/installation'
import { planDifferenceWords, planNotDrawn } from './planNotDrawn'
import { startingTopology } from './topology/startingTopology'

const circuits = [
  aCircuit({ id: 'a', tag: 'c1', name: 'Kitchen', backedUp: true, breakerA: 16, curve: 'B' }),
  aCircuit({ id: 'b', tag: 'c2', name: 'Sauna', backedUp: false, breakerA: 16, curve: 'B' }),
]
const drawnBefore = house({ circuits })
const graph = startingTopology(drawnBefore)
/** The plan as it is now, its wiring drawn and confirmed before. */
function now(changed: readonly Circuit[]): Installation {
  const wired = {
    id: 'r',
    jobId: drawnBefore.jobId,
    layer: 'wired' as const,
    number: 1,
    note: '',
    graph,
    madeByName: 'Maud',
    madeAt: '2026-01-01T00:00:00.000Z',
  }
  return house({ circuits: [...changed], wiring: { planned: null, wired } })
}
const [kitchen, sauna] = circuits as [Circuit, Circuit]
const told = (changed: readonly Circuit[]) => planNotDrawn(now(changed), graph).map(planDifferenceWords)
const verdict = (changed: readonly Circuit[]) => {
  const installation = now(changed)
  const bench = benchOf(recordOf(installation, [reading('wire.positions', 'built', asBuiltWord(installation))]))
  return bench.judgements.get('wire.positions')?.verdict
}

describe('a plan that changed since the drawing', () => {
  it('differs in nothing while it did not', () => {
    expect(told(circuits)).toEqual([])
    expect(verdict(circuits)).toBe('proven')
  })
  it.each([
    [
      'a new circuit',
      [...circuits, aCircuit({ id: 'n', tag: 'c3', name: 'Freezer' })],
      'Freezer is in the plan and not in the drawing.',
    ],
    ['one that went', [kitchen], 'Sauna is in the drawing, and in the plan no more.'],
    [
      'one that is backed up now',
      [kitchen, { ...sauna, backedUp: true }],
      'Sauna is backed up by the plan, and left out in the drawing.',
    ],
    [
      'one that is not any more',
      [{ ...kitchen, backedUp: false }, sauna],
      'Kitchen is left out by the plan, and backed up in the drawing.',
    ],
  ])('says so of %s, and the position check is open', (_name, changed, words) => {
    expect(told(changed)).toContain(words)
    expect(verdict(changed)).toBe('open')
  })
  it('knows a circuit by its name where the drawing calls it otherwise', () => {
    const named = {
      ...graph,
      nodes: graph.nodes.map((node) => (node.id === 'circuit.c1' ? { ...node, id: 'kitchenRing' } : node)),
      edges: graph.edges.map((edge) => (edge.to === 'circuit.c1' ? { ...edge, to: 'kitchenRing' } : edge)),
    }
    expect(planNotDrawn(now(circuits), named)).toEqual([])
  })
})
