import fc from 'fast-check'
import { readFileSync } from 'node:fs'
import { describe, expect, it } from 'vitest'
import {
  type GraphDevice,
  type GridState,
  type InstallationGraph,
  conductorsOf,
  graphFaults,
} from '@/core/wiring/installationGraph'
import { isolationSet } from '@/core/wiring/isolationSet'
import { positionCheck } from '@/core/wiring/positionCheck'

const vectors = JSON.parse(readFileSync(new URL('../reference/vectors/W-1.json', import.meta.url), 'utf8')) as {
  cases: { input: { installation: InstallationGraph } }[]
}
const sound = vectors.cases[0]?.input.installation as InstallationGraph

/** Small random installations: a street, two or three busbars, loads, an inverter, sometimes PV, switches anywhere. */
const anyGraph = fc
  .record({
    buses: fc.integer({ min: 1, max: 3 }),
    loads: fc.integer({ min: 1, max: 2 }),
    pv: fc.boolean(),
    gateway: fc.boolean(),
    forming: fc.boolean(),
    interlock: fc.boolean(),
    providesBond: fc.boolean(),
    edges: fc.array(
      fc.record({
        a: fc.nat(),
        b: fc.nat(),
        carries: fc.subarray(['L', 'N', 'PE'], { minLength: 1 }),
        breaks: fc.subarray(['L', 'N']),
        device: fc.constantFrom(null, 's0', 's1', 's2', 'contactor'),
        rcd: fc.boolean(),
      }),
      { minLength: 2, maxLength: 7 },
    ),
    bonds: fc.array(fc.record({ node: fc.nat(), device: fc.constantFrom(null, 'relay', 's1') }), { maxLength: 2 }),
    at: fc.tuple(fc.nat(), fc.nat(), fc.nat()),
  })
  .map(({ buses, loads, pv, gateway, forming, interlock, providesBond, edges, bonds, at }): InstallationGraph => {
    const nodes: InstallationGraph['nodes'] = [
      { id: 'supply', kind: 'supply' },
      ...Array.from({ length: buses }, (_, k) => ({ id: `b${k}`, kind: 'bus' as const })),
      ...Array.from({ length: loads }, (_, k) => ({
        id: `l${k}`,
        kind: 'load' as const,
        promise: k === 0 ? ('backup' as const) : ('leftOut' as const),
      })),
      { id: 'rod', kind: 'electrode' },
    ]
    const id = (k: number) => nodes[k % nodes.length]?.id ?? 'supply'
    const ways = edges.map((edge, k) => ({
      id: `e${k}`,
      from: id(edge.a),
      to: id(edge.b),
      carries: edge.carries,
      device: edge.device,
      breaks: edge.device === null ? [] : edge.breaks,
      rcd: edge.rcd,
    }))
    const joins = bonds.map((bond, k) => ({ id: `n${k}`, node: id(bond.node), device: bond.device }))
    const owned = (device: string) => [...ways, ...joins].filter((one) => one.device === device).map((one) => one.id)
    const devices: GraphDevice[] = [
      ...['s0', 's1', 's2'].map((name): GraphDevice => ({
        id: name,
        kind: 'manual',
        positions: [
          { name: 'off', closes: [] },
          { name: 'on', closes: owned(name) },
        ],
        lockable: name !== 's2',
        bypass: name === 's1',
      })),
      {
        id: 'contactor',
        kind: 'auto',
        logic: 'gridHealthy',
        senseNode: id(at[0]),
        opensOn: ['dead', 'brokenNeutral'],
        closes: owned('contactor'),
      },
      { id: 'relay', kind: 'auto', logic: 'oppositeOf', of: 'contactor', closes: owned('relay') },
    ]
    return {
      phases: ['L'],
      nodes,
      edges: ways,
      devices,
      bonds: joins,
      interlocks: interlock ? [['s0', 's1']] : [],
      plan: {
        asLeft: { s0: 'on', s1: 'off', s2: 'on' },
        island: { s0: 'off', s1: 'off', s2: 'on' },
        bypass: { s0: 'off', s1: 'on', s2: 'off' },
      },
      sources: [
        { id: 'grid', kind: 'grid', node: 'supply', role: 'forming', gateway: null, providesBond },
        {
          id: 'inv',
          kind: 'inverter',
          node: id(at[1]),
          role: forming ? 'forming' : 'following',
          gateway: gateway ? 'contactor' : null,
        },
        ...(pv
          ? [
              {
                id: 'roof',
                kind: 'pv' as const,
                node: id(at[2]),
                role: 'following' as const,
                planSide: 'island' as const,
              },
            ]
          : []),
      ],
    }
  })

/** Invariants 1 to 4 written down a second time, without any cleverness: sets are flooded anew in every state. */
function byForce(graph: InstallationGraph): { allowed: number; violated: Set<number>; exposed: Set<number> } {
  const manual = graph.devices.filter((device) => device.kind === 'manual')
  const result = { allowed: 0, violated: new Set<number>(), exposed: new Set<number>() }
  const combinations = manual.reduce<string[][]>(
    (rows, { positions }) => rows.flatMap((row) => positions.map(({ name }) => [...row, name])),
    [[]],
  )
  for (const names of combinations) {
    const closedIds = new Set(
      manual.flatMap(({ positions }, k) => positions.find(({ name }) => name === names[k])?.closes ?? []),
    )
    const isClosed = (id: string) => {
      const k = manual.findIndex((device) => device.id === id)
      return k >= 0 && (manual[k]?.positions.find(({ name }) => name === names[k])?.closes.length ?? 0) > 0
    }
    if (graph.interlocks.some(([a, b]) => isClosed(a) && isClosed(b))) continue
    result.allowed++
    for (const state of ['healthy', 'dead', 'brokenNeutral'] as GridState[]) {
      const flood = (from: string, conductor: string, closed: ReadonlySet<string>) => {
        const seen = new Set([from])
        for (let grew = true; grew;) {
          grew = false
          for (const edge of graph.edges) {
            if (
              !edge.carries.includes(conductor) ||
              (edge.device !== null && edge.breaks.includes(conductor) && !closed.has(edge.id))
            )
              continue
            for (const [x, y] of [
              [edge.from, edge.to],
              [edge.to, edge.from],
            ] as const)
              if (seen.has(x) && !seen.has(y)) {
                seen.add(y)
                grew = true
              }
          }
        }
        return seen
      }
      const watching = graph.devices.find((device) => device.kind === 'auto' && device.logic === 'gridHealthy')
      const contactor =
        watching?.kind === 'auto' &&
        watching.logic === 'gridHealthy' &&
        state !== 'dead' &&
        !watching.opensOn.includes(state) &&
        flood('supply', 'L', closedIds).has(watching.senseNode)
      const all = new Set([
        ...closedIds,
        ...graph.devices.flatMap((device) =>
          device.kind === 'auto' && (device.logic === 'gridHealthy') === contactor ? device.closes : [],
        ),
      ])
      const forms = ({ kind, role, gateway }: InstallationGraph['sources'][number]) =>
        kind !== 'grid' && role === 'forming' && (gateway == null || !contactor)
      const live = graph.sources.filter((source) => (source.kind === 'grid' ? state !== 'dead' : forms(source)))
      for (const source of graph.sources)
        if (forms(source) && (state === 'dead' || source.gateway != null) && flood(source.node, 'L', all).has('supply'))
          result.violated.add(1)
      live.forEach((one, k) =>
        live.slice(k + 1).forEach((other) => {
          if (flood(one.node, 'L', all).has(other.node)) result.violated.add(2)
        }),
      )
      const loads = graph.nodes.filter(({ kind }) => kind === 'load')
      for (const source of live) {
        const own = loads.filter(({ id }) => flood(source.node, 'L', all).has(id))
        const neutral = flood(source.node, 'N', all)
        if (!own.some(({ id }) => neutral.has(id))) continue
        const supplier =
          graph.sources.some(({ kind, providesBond }) => kind === 'grid' && providesBond) &&
          state !== 'brokenNeutral' &&
          neutral.has('supply')
            ? 1
            : 0
        const count =
          supplier +
          graph.bonds.filter(({ id, node, device }) => (device === null || all.has(id)) && neutral.has(node)).length
        if (count !== 1) (state === 'brokenNeutral' && source.kind === 'grid' ? result.exposed : result.violated).add(3)
      }
      for (const { id } of loads) {
        const feeding = live.filter(({ node }) => flood(node, 'L', all).has(id))
        if (
          feeding.length === 0 ||
          feeding.some(
            (source) => !(source.kind === 'grid' && state === 'brokenNeutral') && flood(source.node, 'N', all).has(id),
          )
        )
          continue
        ;(state === 'brokenNeutral' && feeding.every(({ kind }) => kind === 'grid')
          ? result.exposed
          : result.violated
        ).add(4)
      }
    }
  }
  return result
}

/** The check and the brute force say the same of a graph, and nothing is left out. */
function expectAgreement(graph: InstallationGraph): void {
  const fast = positionCheck(graph)
  const slow = byForce(graph)
  expect([fast.allowedCombinations, fast.leftOut, fast.violated.filter((number) => number <= 4), fast.exposed]).toEqual(
    [slow.allowed, 0, [...slow.violated].sort(), [...slow.exposed].sort()],
  )
}

describe('the position check', () => {
  it('agrees with a flooding brute force on random small installations', () => {
    fc.assert(fc.property(anyGraph, expectAgreement), { numRuns: 400 })
  })
  it('agrees on rings and trees of boards, where most switches lie in dead ends', () => {
    const ring = fc
      .record({
        stretches: fc.array(
          fc.record({
            a: fc.nat(3),
            b: fc.nat(3),
            carries: fc.constantFrom<string[]>(['L', 'N', 'PE'], ['L', 'PE'], ['N', 'PE']),
            breaks: fc.constantFrom<string[]>(['L', 'N'], ['L'], ['N']),
            switched: fc.boolean(),
          }),
          { minLength: 2, maxLength: 5 },
        ),
        loads: fc.array(fc.nat(3), { minLength: 1, maxLength: 2 }),
        forming: fc.boolean(),
      })
      .map(({ stretches, loads, forming }): InstallationGraph => {
        const base: InstallationGraph = {
          ...sound,
          nodes: [
            ...sound.nodes.filter(({ kind }) => kind !== 'load'),
            ...[1, 2, 3].map((k) => ({ id: `r${k}`, kind: 'bus' as const })),
            ...loads.map((_, k) => ({ id: `l${k}`, kind: 'load' as const, promise: 'backup' as const })),
          ],
          edges: sound.edges.filter(({ to }) => !['sockets', 'lights', 'cooker'].includes(to)),
        }
        const at = (k: number) => (k === 0 ? 'home' : `r${k}`)
        const ways = stretches.map(({ a, b, carries, breaks, switched }, k) => ({
          id: `s${k}way`,
          from: at(a),
          to: at(b),
          carries,
          device: switched ? `s${k}` : null,
          breaks: switched ? breaks.filter((conductor) => carries.includes(conductor)) : [],
          rcd: true,
        }))
        const devices: GraphDevice[] = ways.flatMap(({ id, device }) =>
          device === null
            ? []
            : [
                {
                  id: device,
                  kind: 'manual' as const,
                  positions: [
                    { name: 'off', closes: [] },
                    { name: 'on', closes: [id] },
                  ],
                  lockable: true,
                  bypass: false,
                },
              ],
        )
        const on = Object.fromEntries(devices.map(({ id }) => [id, 'on']))
        const { asLeft, island } = sound.plan
        return {
          ...base,
          edges: [
            ...base.edges,
            ...ways,
            ...loads.map((k, index) => ({
              id: `l${index}way`,
              from: at(k),
              to: `l${index}`,
              carries: ['L', 'N', 'PE'],
              device: null,
              breaks: [],
              rcd: true,
            })),
          ],
          devices: [...base.devices, ...devices],
          plan: { asLeft: { ...asLeft, ...on }, island: { ...island, ...on }, bypass: null },
          sources: forming
            ? [...base.sources, { id: 'far', kind: 'generator', node: 'r3', role: 'forming', gateway: null }]
            : base.sources,
        }
      })
    fc.assert(fc.property(ring, expectAgreement), { numRuns: 150 })
  })
  it('never finds more joined sources after an interlock is added', () => {
    fc.assert(
      fc.property(anyGraph, (graph) => {
        const before = positionCheck({ ...graph, interlocks: [] })
        const after = positionCheck({ ...graph, interlocks: [['s0', 's1']] })
        if (after.violated.includes(2)) expect(before.violated).toContain(2)
        expect(after.allowedCombinations).toBeLessThanOrEqual(before.allowedCombinations)
      }),
    )
  })
  it('leaves its sets as it found them: the same answer twice', () => {
    expect(positionCheck(sound)).toEqual(positionCheck(sound))
  })
  it('names what is no installation', () => {
    const faultOf = (change: Partial<InstallationGraph>) => graphFaults({ ...sound, ...change })[0]?.message
    expect(graphFaults(sound)).toEqual([])
    expect(faultOf({ nodes: [...sound.nodes, { id: 'home', kind: 'bus' }] })).toBe('Two nodes are called “home”.')
    expect(
      faultOf({
        nodes: sound.nodes.filter(({ kind }) => kind !== 'supply'),
        edges: [],
        sources: [],
        bonds: [],
        devices: [],
      }),
    ).toBe('There are no supply terminals.')
    expect(faultOf({ edges: sound.edges.map((edge, k) => (k === 0 ? { ...edge, to: 'nowhere' } : edge)) })).toBe(
      'It ends at “nowhere”, which is not there.',
    )
    expect(faultOf({ bonds: [{ id: 'relayBond', node: 'gatewayOut', device: null }] })).toBe(
      'It closes “relayBond”, which is not its own.',
    )
    expect(faultOf({ plan: { ...sound.plan, island: { ...sound.plan.island, mainSwitch: 'half' } } })).toContain(
      'stands at “half”',
    )
    expect(
      faultOf({
        devices: sound.devices.map((device) =>
          device.id === 'islandingContactor'
            ? {
                id: device.id,
                kind: 'auto' as const,
                logic: 'oppositeOf' as const,
                of: 'bondRelay',
                closes: ['contactor'],
              }
            : device,
        ),
      }),
    ).toContain('follows it in turn')
    expect(() => positionCheck({ ...sound, nodes: [...sound.nodes, { id: 'home', kind: 'bus' }] })).toThrow(
      'home: Two nodes',
    )
    expect(() => isolationSet(sound, 'attic')).toThrow('there is no node “attic”')
  })
})

describe('the isolation set', () => {
  it('really cuts every source, and no smaller set does', () => {
    fc.assert(
      fc.property(anyGraph, fc.nat(), (graph, pick) => {
        const target = graph.nodes[pick % graph.nodes.length]?.id ?? 'supply'
        const { minimalSet } = isolationSet(graph, target)
        const manual = graph.devices.filter((device) => device.kind === 'manual').map(({ id }) => id)
        const cuts = (set: readonly string[]) => {
          const seen = new Set([target])
          for (let grew = true; grew;) {
            grew = false
            for (const { from, to, carries, device, breaks } of graph.edges) {
              if (!carries.includes('L') || (device !== null && set.includes(device) && breaks.includes('L'))) continue
              for (const [x, y] of [
                [from, to],
                [to, from],
              ] as const)
                if (seen.has(x) && !seen.has(y)) {
                  seen.add(y)
                  grew = true
                }
            }
          }
          return !graph.sources.some(({ node }) => node !== target && seen.has(node))
        }
        const sets = manual
          .reduce<string[][]>((rows, id) => [...rows, ...rows.map((row) => [...row, id])], [[]])
          .filter(cuts)
        if (minimalSet === null) expect(sets).toEqual([])
        else {
          expect(cuts(minimalSet)).toBe(true)
          expect(minimalSet).toHaveLength(Math.min(...sets.map(({ length }) => length)))
        }
        expect(conductorsOf(graph)).toEqual(['L', 'N', 'PE'])
      }),
      { numRuns: 300 },
    )
  })
})
