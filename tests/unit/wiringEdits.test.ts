import { describe, expect, it } from 'vitest'
import { graphDifferences } from '@/core/wiring/graphDifferences'
import { graphRemarks } from '@/core/wiring/graphRemarks'
import { type InstallationGraph, graphFaults } from '@/core/wiring/installationGraph'
import { positionCheck } from '@/core/wiring/positionCheck'
import { startingTopology } from '@/core/wiring/topology/startingTopology'
import type { WiringEdit } from '@/core/wiring/edits/wiringEdit'
import { applyEdit } from '@/core/wiring/edits/applyEdit'
import { editWords } from '@/core/wiring/edits/editWords'
import { formOf } from '@/features/wire/forms/formOf'
import { ADDABLE, formToAdd } from '@/features/wire/forms/formToAdd'
import { house } from '../support/house'

const sound = startingTopology(house())
const after = (...edits: WiringEdit[]) => edits.reduce(applyEdit, sound)

describe('changing a wiring', () => {
  it.each<[string, WiringEdit, (graph: InstallationGraph) => unknown, unknown]>([
    [
      'a place is added',
      { kind: 'addPlace', node: { id: 'shed', name: 'Shed', kind: 'bus' } },
      ({ nodes }) => nodes.at(-1),
      { id: 'shed', name: 'Shed', kind: 'bus' },
    ],
    [
      'a run is landed elsewhere',
      { kind: 'land', id: 'lead.inv1', end: 'to', at: 'intake' },
      ({ edges }) => edges.find(({ id }) => id === 'lead.inv1')?.to,
      'intake',
    ],
    [
      'the neutral is left joined',
      { kind: 'switchNeutral', device: 'main', opens: false },
      ({ edges }) => edges.find(({ id }) => id === 'tails')?.breaks,
      ['L1'],
    ],
    [
      'the earth is parted with the rest',
      { kind: 'switchEarth', device: 'main', opens: true },
      ({ edges }) => edges.find(({ id }) => id === 'tails')?.breaks.includes('PE'),
      true,
    ],
    [
      'an interlock is taken out',
      { kind: 'releaseInterlock', a: 'gatewayOutlet', b: 'bypass' },
      ({ interlocks }) => interlocks,
      [],
    ],
    [
      'an interlock is not made twice',
      { kind: 'interlock', a: 'gatewayOutlet', b: 'bypass' },
      ({ interlocks }) => interlocks.length,
      1,
    ],
    [
      'a bond gets a relay',
      { kind: 'addBond', bond: { id: 'b2', node: 'home', device: null }, relay: { id: 'r2', oppositeOf: 'contactor' } },
      ({ bonds }) => bonds.at(-1)?.device,
      'r2',
    ],
    [
      'the gateway goes blind to the neutral',
      { kind: 'watchGrid', id: 'contactor', senseNode: 'gatewayIn', opensOnBrokenNeutral: false },
      ({ devices }) => devices.find((device) => device.id === 'contactor'),
      expect.objectContaining({ opensOn: ['dead'] }),
    ],
    [
      'a switch is left elsewhere',
      { kind: 'planPosition', plan: 'asLeft', device: 'bypass', position: 'on' },
      ({ plan }) => plan.asLeft.bypass,
      'on',
    ],
  ])('%s', (_name, edit, look, expected) => {
    expect(look(applyEdit(sound, edit))).toEqual(expected)
    expect(editWords(sound, edit)).toMatch(/^[A-Z].+/)
  })

  it('a new switch goes into its run and stands closed as left, a bypass open', () => {
    const put = (bypass: boolean) =>
      after(
        {
          kind: 'addWay',
          edge: {
            id: 'extra',
            from: 'intake',
            to: 'home',
            carries: ['L1', 'N', 'PE'],
            device: null,
            breaks: [],
            rcd: false,
          },
        },
        { kind: 'addSwitch', id: 'sw', name: 'Extra', symbol: 'isolator', over: ['extra'], lockable: true, bypass },
      )
    expect([put(false).plan.asLeft.sw, put(true).plan.asLeft.sw, put(true).plan.bypass?.sw]).toEqual([
      'on',
      'off',
      'off',
    ])
    expect(put(true).edges.at(-1)).toMatchObject({ device: 'sw', breaks: ['L1', 'N'] })
    expect(graphFaults(put(true))).toEqual([])
  })

  it('a new changeover has an off position, joins never both, and stands off until somebody says where it is left', () => {
    const way = (id: string, from: string): WiringEdit => ({
      kind: 'addWay',
      edge: { id, from, to: 'home', carries: ['L1', 'N', 'PE'], device: null, breaks: [], rcd: false },
    })
    const ways = [way('one', 'intake'), way('two', 'gatewayOut')]
    const put = (first: string, second: string) =>
      after(...ways, { kind: 'addChangeover', id: 'co', name: 'Kitchen', first, second, lockable: true })
    const graph = put('one', 'two')
    expect(graphFaults(graph)).toEqual([])
    expect(graph.devices.at(-1)).toMatchObject({
      symbol: 'changeover',
      positions: [
        { name: 'I', closes: ['one'] },
        { name: '0', closes: [] },
        { name: 'II', closes: ['two'] },
      ],
    })
    expect([graph.plan.asLeft.co, graph.plan.island.co, graph.plan.bypass?.co]).toEqual(['0', '0', '0'])
    expect(graph.edges.slice(-2).map(({ device, breaks }) => [device, breaks])).toEqual([
      ['co', ['L1', 'N']],
      ['co', ['L1', 'N']],
    ])
    expect(() => put('one', 'one')).toThrow('between two runs')
    expect(() => put('one', 'ghost')).toThrow('not in the wiring')
  })

  it('what a removal leaves without an end is seen, and nothing else speaks of what is gone', () => {
    const noBoard = after({ kind: 'remove', id: 'home' })
    expect(
      graphRemarks(noBoard)
        .filter(({ isFault }) => isFault)
        .map(({ message }) => message),
    ).toContain('It ends at “home”, which is not there.')
    const noOutlet = after({ kind: 'remove', id: 'gatewayOutlet' })
    expect(graphFaults(noOutlet)).toEqual([])
    expect(noOutlet.interlocks).toEqual([])
    expect(noOutlet.plan.asLeft).not.toHaveProperty('gatewayOutlet')
    expect(noOutlet.edges.find(({ id }) => id === 'outgoing')).toMatchObject({ device: null, breaks: [] })
    const noContactor = after({ kind: 'remove', id: 'contactor' })
    expect(noContactor.sources.find(({ id }) => id === 'inv1')?.gateway).toBeNull()
  })

  it('a way that is taken out is closed by nobody', () => {
    expect(graphFaults(after({ kind: 'remove', id: 'bypassLink' }))).toEqual([])
  })

  it.each<[string, WiringEdit]>([
    ['nobody knows it', { kind: 'remove', id: 'ghost' }],
    ['the id is taken', { kind: 'addPlace', node: { id: 'home', kind: 'bus' } }],
    [
      'a way of that id is there',
      {
        kind: 'addWay',
        edge: { id: 'tails', from: 'home', to: 'intake', carries: [], device: null, breaks: [], rcd: false },
      },
    ],
    ['it cannot be interlocked', { kind: 'interlock', a: 'main', b: 'ghost' }],
  ])('is refused when %s', (_name, edit) => {
    expect(() => applyEdit(sound, edit)).toThrow(RangeError)
  })

  it('leaves the graph it was given alone', () => {
    const before = JSON.stringify(sound)
    after(
      { kind: 'remove', id: 'bypass' },
      { kind: 'switchNeutral', device: 'main', opens: false },
      { kind: 'addBond', bond: { id: 'b9', node: 'home', device: null } },
    )
    expect(JSON.stringify(sound)).toBe(before)
  })
})

describe('a switch that parts the earth', () => {
  const violated = (graph: InstallationGraph) => positionCheck(graph).violated
  it('is sound where the house has its electrode behind it, and a danger where that is left in front', () => {
    // the bypass runs past the contactor: it has to part the earth as well
    const parted = after(
      { kind: 'switchEarth', device: 'contactor', opens: true },
      { kind: 'switchEarth', device: 'bypass', opens: true },
    )
    expect(parted.edges.some(({ device, breaks }) => device === 'contactor' && breaks.includes('PE'))).toBe(true)
    expect(violated(parted)).not.toContain(9)
    const lead = parted.edges.find(({ id }) => id.startsWith('earth.'))
    const inFront = applyEdit(parted, {
      kind: 'land',
      id: lead?.id ?? '',
      end: lead?.from.startsWith('electrode') ? 'to' : 'from',
      at: 'gatewayIn',
    })
    expect(violated(inFront)).toContain(9)
    expect(violated(applyEdit(inFront, { kind: 'switchEarth', device: 'contactor', opens: false }))).not.toContain(9)
  })
})

describe('what a person has to look at', () => {
  it('floating pieces, sources with no switch between them, and two things of one name are told', () => {
    const floating = after({ kind: 'addPlace', node: { id: 'shed', name: 'Shed', kind: 'bus' } })
    expect(graphRemarks(floating)).toEqual([
      { id: 'shed', message: 'Nothing leads to Shed: it floats.', isFault: false },
    ])
    const joined = after({
      kind: 'addSource',
      source: { id: 'gen', name: 'Generator', kind: 'generator', node: 'source.inv1', role: 'forming', gateway: null },
    })
    expect(graphRemarks(joined).map(({ message }) => message)).toEqual([
      'Inverter and Generator feed each other: there is no switch between them.',
    ])
    expect(
      graphRemarks(after({ kind: 'changePlace', id: 'home', change: { name: 'intake' } })).map(
        ({ message }) => message,
      ),
    ).toEqual(['“intake” is the name of two things, intake and home.'])
    expect(graphRemarks(sound)).toEqual([])
  })
})

describe('as planned against as wired', () => {
  it('names what was added, taken out and changed, and keeps all of it to be drawn', () => {
    const wired = after(
      { kind: 'land', id: 'lead.inv1', end: 'to', at: 'intake' },
      { kind: 'remove', id: 'bypassLink' },
      { kind: 'addPlace', node: { id: 'shed', name: 'Shed', kind: 'bus' } },
      { kind: 'changePlace', id: 'home', change: { name: 'Another word for it' } },
    )
    const { union, changes } = graphDifferences(sound, wired)
    expect(Object.fromEntries(changes)).toEqual({
      'lead.inv1': 'changed',
      bypassLink: 'gone',
      bypass: 'changed',
      shed: 'added',
    })
    expect(union.edges.map(({ id }) => id)).toContain('bypassLink')
    expect(graphDifferences(sound, sound).changes.size).toBe(0)
  })
})

describe('the forms of the schematic', () => {
  it('saving a thing as it stands changes nothing that is checked', () => {
    for (const { id } of [...sound.nodes, ...sound.edges, ...sound.devices, ...sound.sources, ...sound.bonds]) {
      const form = formOf(sound, id)
      expect(form, id).not.toBeNull()
      const saved = form!.toEdits(form!.initial).reduce(applyEdit, sound)
      expect(positionCheck(saved)).toEqual(positionCheck(sound))
      expect(graphFaults(saved), id).toEqual([])
    }
    expect(formOf(sound, 'ghost')).toBeNull()
  })
  it.each(ADDABLE)('adds %s with an id of its own', (what) => {
    const bare = after({ kind: 'remove', id: 'main' })
    const form = formToAdd(bare, what, 'home')
    const grown = form.toEdits({ ...form.initial, name: 'New' }).reduce(applyEdit, bare)
    const ids = (graph: InstallationGraph) =>
      [...graph.nodes, ...graph.edges, ...graph.devices, ...graph.sources, ...graph.bonds].map(({ id }) => id)
    expect(ids(grown).length).toBeGreaterThan(ids(bare).length)
    expect(new Set(ids(grown)).size).toBeGreaterThan(0)
    expect(graphFaults(grown).filter(({ message }) => message.startsWith('Two'))).toEqual([])
  })
})
