import { readFileSync, readdirSync } from 'node:fs'
import { describe, expect, it } from 'vitest'
import type { Installation } from '@/core/installation/installation'
import { RULE_PACK_IDS } from '@/core/rules/rulePack'
import { graphFaults } from '@/core/wiring/installationGraph'
import { liveState } from '@/core/wiring/liveState'
import { graphRemarks } from '@/core/wiring/graphRemarks'
import { positionCheck } from '@/core/wiring/positionCheck'
import { SCHEMES, type TopologyChoices, choicesOfPlan } from '@/core/wiring/topology/topologyChoices'
import { startingTopology } from '@/core/wiring/topology/startingTopology'
import { aCircuit, aLoad, house } from '../support/house'

const flags = ['bypass', 'vehicleSource', 'secondBattery', 'generatorInlet', 'splitService'] as const
/** Every mix of the choices that are yes or no. */
const mixes = Array.from(
  { length: 2 ** flags.length },
  (_, bits) =>
    Object.fromEntries(flags.map((flag, k) => [flag, (bits & (1 << k)) !== 0])) as Pick<
      TopologyChoices,
      (typeof flags)[number]
    >,
)
const aHome = (packId: Installation['packId'], change: Partial<Installation> = {}) =>
  house({
    packId,
    circuits: [
      aCircuit(),
      aCircuit({ id: 'k2', tag: 'c2', name: 'Lights', phase: 'L1' }),
      aCircuit({ id: 'k3', tag: 'c3', name: 'Sauna', backedUp: false, iDeltaNMa: null }),
    ],
    loads: [aLoad(), aLoad({ id: 'l9', tag: 'tub', name: 'Hot tub', backedUp: false })],
    ...change,
  })

describe('a starting topology', () => {
  for (const packId of RULE_PACK_IDS)
    for (const scheme of SCHEMES)
      it(`${packId}, ${scheme}: whatever is chosen, no position breaks an invariant`, () => {
        for (const mix of mixes) {
          const graph = startingTopology(aHome(packId), { scheme, watchesNeutral: true, backedPhases: 'all', ...mix })
          expect(graphFaults(graph), JSON.stringify(mix)).toEqual([])
          expect(graphRemarks(graph), JSON.stringify(mix)).toEqual([])
          const { violated, leftOut, examples } = positionCheck(graph)
          // a residual-current device on the street's side of a transfer switch protects nothing on the battery, and the check says so
          const known = scheme === 'perCircuit' ? [7] : []
          expect([violated, leftOut], `${JSON.stringify(mix)} ${JSON.stringify(examples)}`).toEqual([known, 0])
        }
      })

  it('says nothing of a gateway that does not watch the neutral but what any house is exposed to', () => {
    const choices = { ...choicesOfPlan(aHome('iec-1ph-230')), watchesNeutral: false }
    expect(positionCheck(startingTopology(aHome('iec-1ph-230'), choices))).toMatchObject({
      violated: [],
      exposed: [3, 4],
    })
  })

  it('with one phase backed up, a promise on another phase is found broken', () => {
    const home = (phase: 'L1' | 'L2') => aHome('iec-3ph-400', { circuits: [aCircuit({ phase })], loads: [] })
    const choices = (phase: 'L1' | 'L2') => ({ ...choicesOfPlan(home(phase)), backedPhases: 'one' as const })
    expect(positionCheck(startingTopology(home('L1'), choices('L1'))).violated).toEqual([])
    expect(positionCheck(startingTopology(home('L2'), choices('L2'))).violated).toEqual([5])
  })

  it('asks for a residual-current device where the pack does', () => {
    const bare = (packId: Installation['packId']) =>
      positionCheck(startingTopology(aHome(packId, { circuits: [aCircuit({ iDeltaNMa: null })], loads: [] }))).violated
    expect([bare('iec-1ph-230'), bare('iec-3ph-400'), bare('na-split-240')]).toEqual([[7], [7], []])
  })

  it('hangs each backed-up board on a run of its own, and finds the runs by their ends', () => {
    const graph = startingTopology(
      aHome('iec-1ph-230', {
        circuits: [aCircuit({ boardTag: 'barn' }), aCircuit({ id: 'k2', tag: 'c2', boardTag: 'annexe' })],
      }),
    )
    expect(graph.edges.filter(({ id }) => id.startsWith('feed.')).map(({ to }) => to)).toEqual([
      'board.barn',
      'board.annexe',
    ])
    expect(graph.edges.find(({ id }) => id === 'feed')?.runTag).toBe('w1')
    expect(graph.edges.find(({ id }) => id === 'outgoing')?.runTag).toBe('w2')
  })

  it('with a transfer switch for each circuit, is clean once each residual-current device sits behind its switch', () => {
    const home = aHome('iec-1ph-230')
    const graph = startingTopology(home, { ...choicesOfPlan(home), scheme: 'perCircuit' })
    const behind = {
      ...graph,
      edges: graph.edges.map((edge) => (/^transferI+\.c/.test(edge.id) ? { ...edge, rcd: true } : edge)),
    }
    expect([positionCheck(graph).violated, positionCheck(behind).violated]).toEqual([[7], []])
    const [c1] = graph.devices.filter(({ id }) => id === 'transfer.c1')
    expect(c1).toMatchObject({ positions: [{ name: 'I' }, { name: '0', closes: [] }, { name: 'II' }] })
    // what is not backed up has none
    expect(graph.devices.some(({ id }) => id === 'transfer.c3')).toBe(false)
  })

  it('with a transfer switch for each circuit, leaves a backed-up circuit of the second main on its own board', () => {
    const board = { id: 'b2', kind: 'board', tag: 'barn', name: 'Barn', detail: { fedFrom: 'main2' } }
    const home = aHome('iec-1ph-230', {
      survey: [board as never],
      circuits: [aCircuit({ boardTag: 'barn' }), aCircuit({ id: 'k2', tag: 'c2' })],
    })
    const graph = startingTopology(home, { ...choicesOfPlan(home), scheme: 'perCircuit', splitService: true })
    const feeds = ['way.c1', 'way.c2'].map((id) => graph.edges.find((edge) => edge.id === id)?.from)
    expect(feeds).toEqual(['intake2', 'intake'])
  })

  it('always on the battery, feeds the board in every grid state, and by hand from the street', () => {
    const home = aHome('iec-1ph-230')
    const graph = startingTopology(home, { ...choicesOfPlan(home), scheme: 'alwaysBattery' })
    const { asLeft, island, bypass } = graph.plan
    expect([asLeft.changeover, island.changeover, bypass?.changeover]).toEqual(['II', 'II', 'I'])
    const fed = (positions: typeof asLeft, grid: 'healthy' | 'dead') =>
      liveState(graph, positions, grid).parts.some(({ loads }) => loads.includes('circuit.c1'))
    expect([fed(asLeft, 'healthy'), fed(asLeft, 'dead')]).toEqual([true, true])
    expect([fed(bypass ?? {}, 'healthy'), fed(bypass ?? {}, 'dead')]).toEqual([true, false])
  })

  it('takes survey and plan for its choices', () => {
    expect(choicesOfPlan(aHome('iec-1ph-230', { chosenSchool: 'automaticWithShedding' })).scheme).toBe(
      'essentialsBoard',
    )
    expect(
      choicesOfPlan(
        aHome('iec-1ph-230', { chosenSchool: 'manualChangeover', supply: { ...house().supply, secondMainA: 40 } }),
      ),
    ).toMatchObject({ scheme: 'manualChangeover', splitService: true, secondBattery: false })
  })
})

describe('the demo’s houses', () => {
  it.each(readdirSync(new URL('../../demo/jobs', import.meta.url)))('%s has a graph without faults', (file) => {
    const { loads, circuits, components, runs, electrodes, packId, supply, sources } = JSON.parse(
      readFileSync(new URL(`../../demo/jobs/${file}`, import.meta.url), 'utf8'),
    ) as Installation
    const graph = startingTopology(
      house({
        loads,
        circuits: circuits.map((one) => ({ ...aCircuit(), ...one })),
        components,
        runs,
        electrodes,
        packId,
        supply,
        sources,
      }),
    )
    expect(graphFaults(graph)).toEqual([])
    expect(graph.nodes.length).toBeGreaterThan(8)
  })
})
