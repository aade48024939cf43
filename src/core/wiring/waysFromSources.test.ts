import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { house } from '../../../tests/support/house'
import { GRID_STATES, type InstallationGraph } from './installationGraph'
import { joinedOn, liveAt, liveState } from './liveState'
import { startingTopology } from './topology/startingTopology'
import { wayWords, waysFromSources } from './waysFromSources'

/** A street, a main switch, a gateway's contactor with a bypass around it, an inverter behind it, PV, and a kitchen on a breaker. */
const graph: InstallationGraph = {
  phases: ['L1'],
  nodes: [
    { id: 'street', kind: 'supply', name: 'Street' },
    { id: 'in', kind: 'bus' },
    { id: 'out', kind: 'bus' },
    { id: 'kitchen', kind: 'load', name: 'Kitchen' },
    { id: 'shed', kind: 'load' },
  ],
  edges: [
    { id: 'e1', from: 'street', to: 'in', carries: ['L1', 'N'], device: 'main', breaks: ['L1', 'N'], rcd: false },
    { id: 'e2', from: 'in', to: 'out', carries: ['L1', 'N'], device: 'contactor', breaks: ['L1', 'N'], rcd: false },
    { id: 'e3', from: 'in', to: 'out', carries: ['L1', 'N'], device: 'bypass', breaks: ['L1', 'N'], rcd: false },
    { id: 'e4', from: 'out', to: 'kitchen', carries: ['L1', 'N'], device: 'b4', breaks: ['L1'], rcd: false },
  ],
  devices: [
    ...(['main', 'bypass', 'b4'] as const).map((id, k) => ({
      id,
      kind: 'manual' as const,
      positions: [
        { name: 'on', closes: [['e1', 'e3', 'e4'][k] as string] },
        { name: 'off', closes: [] },
      ],
      lockable: true,
      bypass: id === 'bypass',
    })),
    {
      id: 'contactor',
      kind: 'auto',
      logic: 'gridHealthy',
      senseNode: 'in',
      opensOn: ['brokenNeutral'],
      closes: ['e2'],
    },
  ],
  interlocks: [],
  sources: [
    { id: 'grid', kind: 'grid', node: 'street', role: 'following', name: 'the street' },
    { id: 'inverter', kind: 'inverter', node: 'out', role: 'forming', gateway: 'contactor' },
    { id: 'pv', kind: 'pv', node: 'out', role: 'following' },
  ],
  bonds: [],
  plan: {
    asLeft: { main: 'on', bypass: 'off', b4: 'on' },
    island: { main: 'on', bypass: 'off', b4: 'on' },
    bypass: null,
  },
}
const on = { main: 'on', bypass: 'off', b4: 'on' }
const words = (positions: Record<string, string>, grid: (typeof GRID_STATES)[number], place: string) =>
  waysFromSources(graph, liveState(graph, positions, grid), place).map((way) => wayWords(graph, way))

describe('why a place is live or dead', () => {
  it('says what a source comes through', () => {
    expect(words(on, 'healthy', 'kitchen')).toEqual([
      'From the street, through main, contactor, b4.',
      'Not from inverter: it is on the street, and holds no voltage of its own.',
      'Not from pv: it only follows a voltage that is there.',
    ])
  })
  it('names the first open device on each way from each source', () => {
    expect(words({ ...on, main: 'off', b4: 'off' }, 'healthy', 'kitchen')).toEqual([
      'Not from the street: main is open.',
      'Not from inverter: b4 is open.',
      'Not from pv: b4 is open.',
    ])
    expect(words({ ...on, b4: 'off' }, 'brokenNeutral', 'out')[0]).toBe(
      'Not from the street: contactor, and on another way bypass are open.',
    )
  })
  it('tells a dead street from an open switch, and from nothing drawn', () => {
    expect(words({ ...on, bypass: 'on' }, 'dead', 'kitchen')).toEqual([
      'Not from the street: the street is dead.',
      'From inverter, through b4.',
      'Not from pv: it only follows a voltage that is there.',
    ])
    expect(words(on, 'healthy', 'shed')[0]).toBe('Not from the street: nothing drawn leads here from it.')
    expect(waysFromSources(graph, liveState(graph, on, 'healthy'), 'nowhere')).toEqual([])
  })
  it('parts the phases that differ, and takes those alike together', () => {
    const onOnePole: InstallationGraph = {
      ...graph,
      phases: ['L1', 'L2', 'L3'],
      edges: graph.edges.map((edge) => ({
        ...edge,
        carries: ['L1', 'L2', 'L3', 'N'],
        breaks: edge.device === 'main' ? ['L1'] : ['L1', 'L2', 'L3'],
      })),
    }
    const [first, second] = waysFromSources(
      onOnePole,
      liveState(onOnePole, { ...on, main: 'off' }, 'healthy'),
      'kitchen',
    )
    expect(first).toMatchObject({ phases: ['L1'], reason: 'open', open: ['main'] })
    expect(second).toMatchObject({ phases: ['L2', 'L3'], reason: 'feeds', through: ['contactor', 'b4'] })
  })
  it('agrees with what is live, whatever the switches; what is said to be open parts the place from the source', () => {
    const built = startingTopology(house())
    const manual = built.devices.filter((device) => device.kind === 'manual')
    fc.assert(
      fc.property(
        fc.tuple(...manual.map(({ positions }) => fc.constantFrom(...positions.map(({ name }) => name)))),
        fc.constantFrom(...GRID_STATES),
        fc.constantFrom(...built.nodes.map(({ id }) => id)),
        (names, grid, place) => {
          const positions = Object.fromEntries(manual.map(({ id }, k) => [id, names[k] as string]))
          const state = liveState(built, positions, grid)
          const ways = waysFromSources(built, state, place)
          const feeding = ways.filter(({ reason }) => reason === 'feeds').map(({ source }) => source)
          expect(new Set(feeding)).toEqual(new Set(liveAt(state, place, built.phases)))
          for (const { source, phases, reason, open } of ways) {
            const from = built.sources.find(({ id }) => id === source)?.node ?? ''
            const everyWay = new Set(built.edges.map(({ id }) => id))
            for (const phase of phases) {
              expect(joinedOn(built, from, phase, everyWay).has(place)).toBe(reason !== 'noWay')
              const others = new Set(
                built.edges.filter(({ device }) => device === null || !open.includes(device)).map(({ id }) => id),
              )
              if (reason === 'open') expect(joinedOn(built, from, phase, others).has(place)).toBe(false)
            }
          }
        },
      ),
      { numRuns: 200 },
    )
  })
})
