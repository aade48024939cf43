import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { compileGraph } from '@/core/wiring/graphState'
import { type GraphDevice, type GridState, type InstallationGraph, graphFaults } from '@/core/wiring/installationGraph'
import { TESTED_EVERYWHERE } from '@/core/wiring/invariants'
import { positionCheck } from '@/core/wiring/positionCheck'
import { walkPositions } from '@/core/wiring/walkPositions'
import { lineOffBackupHouse, manySwitchesHouse } from '../support/bigHouses'

const PHASES = ['L1', 'L2']
const conductors = fc.constantFrom<string[]>(['L1', 'L2', 'N'], ['L1', 'N'], ['L2', 'N'], ['L1'], ['N'])
const group = fc.constantFrom(null, 'g', 'h')

/** Two phases, several sources that may or may not be of one group, loads between two boards, bonds on switches, interlocks. */
const manyAlike = fc
  .record({
    ways: fc.array(
      fc.record({ a: fc.nat(4), b: fc.nat(4), carries: conductors, breaks: conductors, device: fc.nat(6) }),
      { minLength: 2, maxLength: 6 },
    ),
    loads: fc.array(
      fc.record({
        a: fc.nat(4),
        b: fc.nat(4),
        phases: fc.subarray(PHASES, { minLength: 1 }),
        needsNeutral: fc.boolean(),
      }),
      { minLength: 1, maxLength: 4 },
    ),
    sources: fc.array(
      fc.record({ at: fc.nat(4), phases: fc.subarray(PHASES, { minLength: 1 }), group, gateway: fc.boolean() }),
      { maxLength: 3 },
    ),
    bonds: fc.array(fc.record({ at: fc.nat(4), device: fc.nat(7) }), { maxLength: 3 }),
    interlocks: fc.array(fc.tuple(fc.nat(3), fc.nat(3)), { maxLength: 2 }),
    sense: fc.nat(4),
  })
  .map(({ ways, loads, sources, bonds, interlocks, sense }): InstallationGraph => {
    const bus = (k: number) => (k === 0 ? 'supply' : `b${k}`)
    const ownerOf = (k: number) => (k < 4 ? `s${k}` : k === 4 ? 'contactor' : k === 5 ? 'relay' : null)
    const edges = [
      ...ways.map(({ a, b, carries, breaks, device }, k) => ({
        id: `w${k}`,
        from: bus(a),
        to: bus(b),
        carries,
        device: ownerOf(device),
        breaks: ownerOf(device) === null ? [] : breaks.filter((conductor) => carries.includes(conductor)),
        rcd: true,
      })),
      ...loads.flatMap(({ a, b }, k) =>
        [a, b].map((end, side) => ({
          id: `c${k}-${side}`,
          from: bus(end),
          to: `l${k}`,
          carries: [...PHASES, 'N'],
          device: `c${k}`,
          breaks: [...PHASES, 'N'],
          rcd: true,
        })),
      ),
    ]
    const joins = bonds.map(({ at, device }, k) => ({ id: `n${k}`, node: bus(at), device: ownerOf(device) }))
    const owned = (device: string) => [...edges, ...joins].filter((one) => one.device === device).map(({ id }) => id)
    const manual = (id: string, positions: Record<string, string[]>): GraphDevice => ({
      id,
      kind: 'manual',
      positions: Object.entries(positions).map(([name, closes]) => ({ name, closes })),
      lockable: true,
      bypass: false,
    })
    const switches = [0, 1, 2, 3].map((k) => manual(`s${k}`, { off: [], on: owned(`s${k}`) }))
    const circuits = loads.map((_, k) => manual(`c${k}`, { line: [`c${k}-0`], off: [], backup: [`c${k}-1`] }))
    const off = Object.fromEntries([...switches, ...circuits].map(({ id }) => [id, 'off']))
    return {
      phases: PHASES,
      nodes: [
        { id: 'supply', kind: 'supply' },
        ...[1, 2, 3, 4].map((k) => ({ id: bus(k), kind: 'bus' as const })),
        ...loads.map(({ phases, needsNeutral }, k) => ({ id: `l${k}`, kind: 'load' as const, phases, needsNeutral })),
      ],
      edges,
      devices: [
        ...circuits,
        ...switches,
        {
          id: 'contactor',
          kind: 'auto',
          logic: 'gridHealthy',
          senseNode: bus(sense),
          opensOn: ['dead'],
          closes: owned('contactor'),
        },
        { id: 'relay', kind: 'auto', logic: 'oppositeOf', of: 'contactor', closes: owned('relay') },
      ],
      interlocks: interlocks.filter(([a, b]) => a !== b).map(([a, b]) => [`s${a}`, `s${b}`] as const),
      bonds: joins,
      plan: { asLeft: off, island: off, bypass: null },
      sources: [
        { id: 'grid', kind: 'grid', node: 'supply', role: 'forming', gateway: null, providesBond: true },
        ...sources.map(({ at, phases, group: syncGroup, gateway }, k) => ({
          id: `i${k}`,
          kind: 'inverter' as const,
          node: bus(at),
          role: 'forming' as const,
          phases,
          syncGroup,
          gateway: gateway ? 'contactor' : null,
        })),
      ],
    }
  })

/** What a walk finds: the bits of all states, the first state of each bit, and how many combinations it covered. */
function found(graph: InstallationGraph, alikeOnce: boolean) {
  const first: Record<string, string> = {}
  let looks = 0
  const { covered } = walkPositions(
    compileGraph(graph),
    { alikeOnce },
    (chosen, gridState: GridState, { violated, lessened }) => {
      looks++
      for (const number of TESTED_EVERYWHERE) {
        if (violated & (1 << number)) first[`violated ${number}`] ??= `${chosen.join(' ')} ${gridState}`
        if (lessened & (1 << number)) first[`lessened ${number}`] ??= `${chosen.join(' ')} ${gridState}`
      }
    },
  )
  return { first, covered, looks }
}

describe('a walk through positions', () => {
  it('finds the same, and first in the same place, when what is alike is walked once', () => {
    let saved = 0
    fc.assert(
      fc.property(manyAlike, (graph) => {
        expect(graphFaults(graph)).toEqual([])
        const [once, each] = [found(graph, true), found(graph, false)]
        expect([once.first, once.covered]).toEqual([each.first, each.covered])
        if (once.looks < each.looks) saved++
      }),
      { numRuns: 600 },
    )
    // otherwise the test would hold nothing against nothing
    expect(saved).toBeGreaterThan(100)
  })

  it('is complete for twelve circuits between line, off and backup, with a generator', () => {
    const { allowedCombinations, leftOut } = positionCheck(lineOffBackupHouse())
    expect([allowedCombinations, leftOut]).toEqual([3 ** 12 * 6, 0])
  })

  it('is complete for 23 switches', () => {
    const { allowedCombinations, leftOut } = positionCheck(manySwitchesHouse())
    expect([allowedCombinations, leftOut]).toEqual([2 ** 20 * 6, 0])
  })

  it('says exactly what it left out when it has to give up', () => {
    // twenty sources of twenty kinds of group: no two states are alike
    const house = manySwitchesHouse(24)
    const strangers: InstallationGraph = {
      ...house,
      edges: house.edges.map((edge) => (/^feed/.test(edge.id) ? { ...edge, from: 'backupBoard' } : edge)),
      sources: [
        ...house.sources,
        ...house.nodes
          .filter(({ id }) => /^board/.test(id))
          .map(({ id }, k) => ({
            id: `own${k}`,
            kind: 'inverter' as const,
            node: id,
            role: 'forming' as const,
            gateway: null,
            syncGroup: `group ${k}`,
          })),
      ],
    }
    const { allowedCombinations, leftOut } = positionCheck(strangers)
    expect(leftOut).toBeGreaterThan(0)
    expect(leftOut).toBeLessThan(allowedCombinations)
  })
})
