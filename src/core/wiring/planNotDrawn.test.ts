import { describe, expect, it } from 'vitest'
import { aCircuit, house, reading, recordOf } from '../../../tests/support/house'
import { benchOf } from '../evidence/bench'
import { asBuiltWord } from '../evidence/families/switchPositions'
import type { Circuit, Installation } from '../installation/installation'
import { drawAsPlanned } from './drawAsPlanned'
import { graphFaults } from './installationGraph'
import { planDifferenceWords, planNotDrawn } from './planNotDrawn'
import { startingTopology } from './topology/startingTopology'
import { SCHEMES, choicesOfPlan } from './topology/topologyChoices'
import { applyEdit } from './edits/applyEdit'

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
  it.each([
    ['a new circuit', [...circuits, aCircuit({ id: 'n', tag: 'c3', name: 'Freezer', breakerA: 10, curve: 'B' })]],
    ['one that went', [kitchen]],
    ['one that is backed up now', [kitchen, { ...sauna, backedUp: true }]],
    ['one that is not any more', [{ ...kitchen, backedUp: false }, sauna]],
    ['all of it', [{ ...kitchen, backedUp: false }, aCircuit({ id: 'n', tag: 'c3', name: 'Freezer' })]],
  ])('is drawn as planned with %s: nothing differs then, and the drawing can be checked', (_name, changed) => {
    const installation = now(changed)
    const drawn = drawAsPlanned(installation, graph).reduce(applyEdit, graph)
    expect(planNotDrawn(installation, drawn)).toEqual([])
    expect(graphFaults(drawn)).toEqual([])
    expect(drawAsPlanned(installation, drawn)).toEqual([])
  })
  it('is drawn as planned where a circuit went to another phase, its switch with it', () => {
    const three = [aCircuit({ id: 'a', tag: 'c1', name: 'Kitchen', phase: 'L1', breakerA: 16, curve: 'B' })]
    const before = startingTopology(house({ packId: 'iec-3ph-400', circuits: three }))
    const installation = house({ packId: 'iec-3ph-400', circuits: [{ ...three[0]!, phase: 'L3' }] })
    const drawn = drawAsPlanned(installation, before).reduce(applyEdit, before)
    expect(planNotDrawn(installation, drawn)).toEqual([])
    const way = drawn.edges.find(({ to }) => to === 'circuit.c1')
    expect([way?.carries.includes('L1'), way?.carries.includes('L3'), way?.breaks.includes('L3')]).toEqual([
      false,
      true,
      true,
    ])
  })
  it.each(
    SCHEMES.flatMap((scheme) => (['one', 'all'] as const).map((backedPhases) => [scheme, backedPhases] as const)),
  )('differs in nothing where it was drawn by another scheme: %s, phases %s', (scheme, backedPhases) => {
    for (const packId of ['iec-1ph-230', 'iec-3ph-400', 'na-split-240'] as const) {
      const installation = house({ packId, circuits })
      const choices = { ...choicesOfPlan(installation), scheme, backedPhases }
      const drawn = startingTopology(installation, choices)
      expect([packId, planNotDrawn(installation, drawn).map(planDifferenceWords)]).toEqual([packId, []])
      expect(drawAsPlanned(installation, drawn)).toEqual([])
    }
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
