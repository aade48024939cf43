import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { energisingOrder } from '@/core/wiring/energisingOrder'
import { faultPath } from '@/core/wiring/faultPath'
import { GRID_STATES, type InstallationGraph } from '@/core/wiring/installationGraph'
import { liveAt, liveState, nextPosition } from '@/core/wiring/liveState'
import { positionCheck } from '@/core/wiring/positionCheck'
import { faultWords, stateSentences } from '@/core/wiring/stateWords'
import { startingTopology } from '@/core/wiring/topology/startingTopology'
import { SCHEMES, choicesOfPlan } from '@/core/wiring/topology/topologyChoices'
import { applyEdit } from '@/core/wiring/edits/applyEdit'
import { RULE_PACK_IDS } from '@/core/rules/rulePack'
import { aCircuit, house } from '../support/house'

const home = house({
  circuits: [aCircuit(), aCircuit({ id: 'k2', tag: 'c2', name: 'Sauna', backedUp: false })],
  loads: [],
})
const graph = startingTopology(home)

describe('what is live in one position', () => {
  it('is what the position check finds live, in any position and state of the grid', () => {
    // the same question answered by two ways of working it out: slow floods here, joint sets there
    const broken: InstallationGraph = { ...graph, interlocks: [] }
    const { examples } = positionCheck(broken)
    for (const { positions, gridState, liveNodes } of Object.values(examples)) {
      const state = liveState(broken, positions, gridState)
      expect(
        broken.nodes
          .map(({ id }) => id)
          .filter((id) => liveAt(state, id, broken.phases).length > 0)
          .sort(),
      ).toEqual(liveNodes)
    }
    expect(Object.keys(examples).length).toBeGreaterThan(1)
  })
  it('on the street, in island mode and with everything open', () => {
    const fed = (positions: typeof graph.plan.asLeft, gridState: (typeof GRID_STATES)[number]) =>
      liveState(graph, positions, gridState).parts.map(({ source, loads, bonds, supplierBond }) => [
        source,
        loads.length,
        bonds.length + Number(supplierBond),
      ])
    expect(fed(graph.plan.asLeft, 'healthy')).toEqual([['grid', 2, 1]])
    expect(fed(graph.plan.island, 'dead')).toEqual([['inv1', 1, 1]])
    // the gateway watches the neutral and parts the house; what stays with the street is exposed
    expect(fed(graph.plan.asLeft, 'brokenNeutral')).toEqual([
      ['grid', 1, 0],
      ['inv1', 1, 1],
    ])
    expect(liveState(graph, {}, 'dead').parts.map(({ loads }) => loads.length)).toEqual([0])
  })
  it('tells an interlock that stands against it', () => {
    expect(liveState(graph, { ...graph.plan.asLeft, bypass: 'on' }, 'healthy').against).toEqual([
      ['bypass', 'gatewayOutlet'],
    ])
  })
  it('moves a switch on to its next position, round and round', () => {
    const once = nextPosition(graph, graph.plan.asLeft, 'main')
    expect([
      once.main,
      nextPosition(graph, once, 'main').main,
      nextPosition(graph, graph.plan.asLeft, 'contactor'),
    ]).toEqual(['off', 'on', graph.plan.asLeft])
  })
  it('says so in sentences, and marks what is wrong', () => {
    expect(stateSentences(graph, liveState(graph, graph.plan.island, 'dead'))).toEqual([
      { key: 'inv1', text: 'Inverter feeds Sockets; neutral is bonded to earth at Bond in the gateway.', wrong: false },
    ])
    const bare = applyEdit(graph, { kind: 'remove', id: 'relayBond' })
    expect(stateSentences(bare, liveState(bare, bare.plan.island, 'dead'))[0]).toMatchObject({
      text: 'Inverter feeds Sockets; nothing bonds its neutral to earth.',
      wrong: true,
    })
    const dead = startingTopology(home, { ...choicesOfPlan(home), scheme: 'wholeHome' })
    expect(
      stateSentences({ ...dead, sources: [] }, liveState({ ...dead, sources: [] }, {}, 'healthy'))[0]?.text,
    ).toMatch(/^No source holds a voltage/)
  })
  it('never falls over a graph with faults', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(
          ...graph.nodes.map(({ id }) => id),
          ...graph.edges.map(({ id }) => id),
          ...graph.devices.map(({ id }) => id),
        ),
        fc.constantFrom(...GRID_STATES),
        (id, gridState) => {
          const holed = applyEdit(graph, { kind: 'remove', id })
          expect(liveState(holed, graph.plan.asLeft, gridState).parts.length).toBeLessThanOrEqual(graph.sources.length)
        },
      ),
      { seed: 7 },
    )
  })
})

describe('the way of a fault current', () => {
  const path = (of: InstallationGraph, gridState: (typeof GRID_STATES)[number]) =>
    faultPath(of, liveState(of, of.plan.asLeft, gridState), 'circuit.c1')
  it('returns through the supplier’s bond on the street, and through the gateway’s in island mode', () => {
    expect(path(graph, 'healthy')).toMatchObject({ source: 'grid', returns: 'supplier' })
    const island = path(graph, 'dead')
    expect(island).toMatchObject({ source: 'inv1', phase: 'L1', returns: 'bond' })
    expect(island.out.map(({ id }) => id)).toEqual(['lead.inv1', 'outgoing', 'way.c1'])
    expect(island.back.map(({ id, conductor }) => `${id} ${conductor}`)).toEqual([
      'way.c1 PE',
      'outgoing PE',
      'relayBond N',
      'lead.inv1 N',
    ])
    expect(faultWords(graph, island)).toBe(
      'From Inverter out on L1 to Sockets, back on the protective conductor to Bond in the gateway, and home on the neutral.',
    )
  })
  it('has no laid way back without a bond, and none at all on a dead load', () => {
    const bare = applyEdit(graph, { kind: 'remove', id: 'relayBond' })
    expect(path(bare, 'dead')).toMatchObject({ returns: 'none', back: [] })
    expect(faultWords(bare, path(bare, 'dead'))).toMatch(/nothing trips/)
    const off = liveState(graph, { ...graph.plan.asLeft, 'switch.c1': 'off' }, 'healthy')
    expect(faultPath(graph, off, 'circuit.c1').returns).toBe('dead')
    expect(() => faultPath(graph, off, 'attic')).toThrow('there is no load “attic”')
  })
})

describe('from dead to live', () => {
  for (const packId of RULE_PACK_IDS)
    for (const scheme of SCHEMES)
      it(`${packId}, ${scheme}: one switch at a time to the position as left, circuits last, nothing dangerous on the way`, () => {
        const own = startingTopology(house({ ...home, packId }), {
          ...choicesOfPlan(home),
          scheme,
          generatorInlet: true,
        })
        const { steps, back, refused } = energisingOrder(own)
        expect(refused).toBeNull()
        expect(steps[0]?.stage).toBe('dead')
        expect(steps.at(-1)?.positions).toEqual(own.plan.asLeft)
        const moved = steps.flatMap(({ device }) => (device === null ? [] : [device]))
        expect(new Set(moved).size).toBe(moved.length)
        expect(back.map(({ device }) => device)).toEqual([...moved].reverse())
        // what nothing live leads to is closed at the end, where it can do no harm
        const stages = steps
          .filter(({ device, readings }) => device === null || readings.some(({ live }) => live))
          .map(({ stage }) => stage)
        expect(stages.lastIndexOf('board')).toBeLessThan(stages.indexOf('circuits'))
        for (const [k, { positions, readings }] of steps.entries()) {
          const before = steps[k - 1]?.positions
          if (before)
            expect(Object.keys(positions).filter((id) => positions[id] !== before[id]).length).toBeLessThanOrEqual(1)
          for (const gridState of GRID_STATES) expect(liveState(own, positions, gridState).against).toEqual([])
          const state = liveState(own, positions, 'healthy')
          for (const { node, live } of readings)
            expect(liveAt(state, node, own.phases).length > 0, `${node} after ${steps[k]?.sentence}`).toBe(live)
        }
      })
  it('does not exist for an installation that can kill, nor for one that cannot be checked', () => {
    expect(energisingOrder({ ...graph, interlocks: [] })).toMatchObject({
      steps: [],
      refused: expect.stringContaining('position check'),
    })
    expect(energisingOrder({ ...graph, nodes: [] }).refused).toMatch(/not there|no supply/)
  })
})
