import { readFileSync } from 'node:fs'
import { describe, expect, it } from 'vitest'
import { uselessSwitches } from '@/core/wiring/uselessSwitches'
import { fixProposals } from '@/core/wiring/fixProposals'
import type { InstallationGraph } from '@/core/wiring/installationGraph'
import { positionCauses } from '@/core/wiring/positionCauses'
import { positionCheck } from '@/core/wiring/positionCheck'
import { startingTopology } from '@/core/wiring/topology/startingTopology'
import type { WiringEdit } from '@/core/wiring/edits/wiringEdit'
import { applyEdit } from '@/core/wiring/edits/applyEdit'
import { aCircuit, house } from '../support/house'

const { cases } = JSON.parse(readFileSync(new URL('../reference/vectors/W-1.json', import.meta.url), 'utf8')) as {
  cases: { name: string; input: { installation: InstallationGraph } }[]
}
const faulty = cases
  .map(({ name, input }) => ({ name, graph: input.installation }))
  .filter(({ graph }) => positionCheck(graph).violated.length > 0)
const named = (name: string) => cases.find((one) => one.name === name)?.input.installation as InstallationGraph

describe('causes of a failing position check', () => {
  it.each(faulty)('$name: every invariant that fails has a cause, and each cause fails where it says', ({ graph }) => {
    const causes = positionCauses(graph)
    expect([...new Set(causes.map(({ invariant }) => invariant))].sort()).toEqual(positionCheck(graph).violated)
    for (const { invariant, example, sentence, things, states } of causes) {
      // a graph that can stand in this position only fails in the same way
      const fixed: InstallationGraph = {
        ...graph,
        devices: graph.devices.map((device) =>
          device.kind === 'manual'
            ? { ...device, positions: device.positions.filter(({ name }) => name === example.positions[device.id]) }
            : device,
        ),
        interlocks: graph.interlocks,
        plan: { asLeft: example.positions, island: example.positions, bypass: null },
      }
      if (invariant <= 4) expect(positionCheck(fixed).violated, sentence).toContain(invariant)
      expect(sentence).toMatch(/^\S.*[.]$/)
      expect(states).toBeGreaterThan(0)
      expect(things.length).toBeGreaterThan(0)
    }
  })

  it('groups hundreds of failing states into what makes them fail', () => {
    // two separate faults: the interlock is gone, and one circuit is landed without its neutral
    const sound = startingTopology(
      house({ circuits: Array.from({ length: 6 }, (_, k) => aCircuit({ id: `k${k}`, tag: `c${k}` })), loads: [] }),
    )
    const broken = {
      ...sound,
      interlocks: [],
      edges: sound.edges.map((edge) =>
        edge.id === 'way.c3' ? { ...edge, carries: ['L1', 'PE'], breaks: ['L1'] } : edge,
      ),
    }
    const causes = positionCauses(broken)
    expect(causes.map(({ invariant }) => invariant)).toEqual([1, 2, 3, 4])
    expect(causes.find(({ invariant }) => invariant === 4)?.things).toEqual(
      expect.arrayContaining(['circuit.c3', 'way.c3']),
    )
    expect(causes.reduce((sum, { states }) => sum + states, 0)).toBeGreaterThan(20)
  })

  it('keeps two ways of back-feeding apart', () => {
    const sound = startingTopology(house({ circuits: [aCircuit()], loads: [] }))
    const stray: WiringEdit[] = [
      {
        kind: 'addWay',
        edge: {
          id: 'stray',
          name: 'Stray link',
          from: 'intake',
          to: 'source.inv1',
          carries: ['L1', 'N', 'PE'],
          device: null,
          breaks: [],
          rcd: false,
        },
      },
      { kind: 'releaseInterlock', a: 'bypass', b: 'gatewayOutlet' },
    ]
    const keys = positionCauses(stray.reduce(applyEdit, sound))
      .filter(({ invariant }) => invariant === 1)
      .map(({ key }) => key)
    expect(keys.some((key) => key.includes('stray'))).toBe(true)
    expect(keys.length).toBeGreaterThanOrEqual(1)
  })

  it('says nothing of a sound installation, nor of one that cannot be checked', () => {
    expect(positionCauses(named('correct automatic gateway'))).toEqual([])
    expect(positionCauses({ ...named('correct automatic gateway'), nodes: [] })).toEqual([])
  })
})

describe('single changes that clear a fault', () => {
  it.each([
    ['bypass without interlock', 1, 'Interlock bypassSwitch and gatewayOutlet: never both closed'],
    [
      'no neutral-earth bond relay',
      3,
      'Bond neutral to earth at gatewayOut by a relay that closes while islandingContactor is open',
    ],
    ['double bond: screw kept in the panel after a combined meter and main', 3, 'Take out panelScrew'],
    ['PV landed on the grid side', 6, 'Land pvCable on home'],
    ['cooker circuit without residual-current device', 7, 'Put a residual-current device into cookerCircuit'],
    ['I-0-II changeover, neutral not switched', 3, 'Let changeover open the neutral too'],
    [
      'vehicle forming a voltage on the grid side',
      1,
      'Put vehicle behind the gateway: its lead on gatewayOut, switched by islandingContactor',
    ],
    ['contactor opens the line only', 3, 'Let islandingContactor open the neutral too'],
    [
      'earth electrode cut off with the contactor',
      9,
      'Let the device in contactor leave the protective conductor joined',
    ],
    ['bypass left on', 8, 'Leave bypassSwitch at “off”'],
    ['inverter neutral never connected', 4, 'Run the neutral with inverterCable'],
  ] as const)('%s: %i', (name, invariant, words) => {
    const graph = named(name)
    const cause = positionCauses(graph).find((one) => one.invariant === invariant)
    const found = cause ? fixProposals(graph, cause) : []
    expect(found.map((one) => one.words)).toContain(words)
  })

  it.each(faulty)(
    '$name: whatever is proposed brings no new kind of danger, and what is said to clear all does',
    ({ graph }) => {
      const before = positionCheck(graph).violated
      for (const cause of positionCauses(graph))
        for (const { edit, clearsAll } of fixProposals(graph, cause)) {
          const { violated } = positionCheck(applyEdit(graph, edit))
          expect(violated.filter((invariant) => !before.includes(invariant))).toEqual([])
          expect(violated.length === 0).toBe(clearsAll)
        }
    },
  )

  it.each(faulty)('$name: no proposal leaves a switch that parts nothing', ({ graph }) => {
    const before = uselessSwitches(graph)
    for (const cause of positionCauses(graph))
      for (const { edit } of fixProposals(graph, cause))
        expect(uselessSwitches(applyEdit(graph, edit)).filter((id) => !before.includes(id))).toEqual([])
  })

  it('takes out first what was put in last', () => {
    const graph = named('bypass without interlock')
    const whole = applyEdit(graph, fixProposals(graph, positionCauses(graph)[0]!)[0]!.edit)
    const home = whole.edges.find(({ device }) => device === 'gatewayOutlet')
    const street = whole.nodes.find(({ kind }) => kind === 'supply')
    const late = {
      ...whole,
      edges: [
        ...whole.edges,
        {
          id: 'late',
          from: street?.id ?? '',
          to: home?.to ?? '',
          carries: [...whole.phases, 'N'],
          device: null,
          breaks: [],
          rcd: false,
        },
      ],
    }
    const cause = positionCauses(late).find(({ invariant }) => invariant <= 2)
    expect(cause && fixProposals(late, cause)[0]?.edit).toEqual({ kind: 'remove', id: 'late' })
  })

  it('stops trying when it is told to', () => {
    const graph = named('bypass without interlock')
    expect(fixProposals(graph, positionCauses(graph)[0]!, () => true)).toEqual([])
  })
})
