import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { RULE_PACKS } from '../rules/packs'
import { type Regroup, type RegroupCircuit, EXACT_REGROUP_CIRCUITS, regroupedCircuits } from './regroup'
import { standingLeakage } from './standingLeakage'

const { limits } = RULE_PACKS['iec-1ph-230']

/** Where every circuit sits after the plan; its device's sum, and whether safety stands apart. */
function after(circuits: readonly RegroupCircuit[], { moves }: Regroup) {
  const sums = new Map<number, number>()
  const groupOf = (circuit: RegroupCircuit) => moves[circuit.id] ?? circuit.group
  for (const circuit of circuits) sums.set(groupOf(circuit), (sums.get(groupOf(circuit)) ?? 0) + circuit.leakageMa)
  return { sums, groupOf }
}

/** Every arrangement tried: the fewest moves on the devices there are, or `null`. */
function fewestByTrying(circuits: readonly RegroupCircuit[], limitMa: readonly number[]): number | null {
  let fewest: number | null = null
  for (let code = 0; code < limitMa.length ** circuits.length; code++) {
    const sums = limitMa.map(() => 0)
    let moved = 0
    circuits.forEach((circuit, at) => {
      const group = Math.floor(code / limitMa.length ** at) % limitMa.length
      sums[group]! += circuit.leakageMa
      if (group !== circuit.group) moved++
    })
    if (sums.every((sum, group) => sum <= limitMa[group]!) && (fewest === null || moved < fewest)) fewest = moved
  }
  return fewest
}

const circuitsOn = (devices: number, most: number) =>
  fc
    .array(fc.record({ leakageMa: fc.integer({ min: 0, max: 28 }), group: fc.nat(devices - 1) }), { maxLength: most })
    .map((list) => list.map(({ leakageMa, group }, at) => ({ id: `c${at}`, leakageMa: leakageMa / 4, group })))

describe('regrouping', () => {
  it('is legal, and no arrangement of the devices there are needs fewer moves', () => {
    fc.assert(
      fc.property(circuitsOn(3, 6), (circuits) => {
        const limitMa = [7.5, 7.5, 9]
        const found = regroupedCircuits(circuits, limitMa, 7.5)
        const { sums } = after(circuits, found)
        for (const [group, sum] of sums) expect(sum).toBeLessThanOrEqual(limitMa[group] ?? 7.5)
        const tried = fewestByTrying(circuits, limitMa)
        if (tried === null) expect(found.addedGroups).toBeGreaterThan(0)
        else expect(found).toMatchObject({ addedGroups: 0, minMoves: tried })
        expect(Object.keys(found.moves)).toHaveLength(found.minMoves!)
      }),
      { numRuns: 60 },
    )
  })

  it('never lets a safety circuit share with the leakiest', () => {
    const circuits = [
      { id: 'hob', leakageMa: 6, group: 0 },
      { id: 'freezer', leakageMa: 0.5, group: 0, safety: true },
      { id: 'sockets', leakageMa: 3, group: 1 },
    ]
    const found = regroupedCircuits(circuits, [7.5, 7.5], 7.5)
    const { groupOf } = after(circuits, found)
    expect(found.minMoves).toBe(1)
    expect(groupOf(circuits[0]!)).not.toBe(groupOf(circuits[1]!))
  })

  it('says so when no number of devices does it', () => {
    const big = [1, 2].map((at) => ({ id: `big ${at}`, leakageMa: 20, group: 0 }))
    expect(regroupedCircuits(big, [25], 7.5)).toMatchObject({ addedGroups: null, minMoves: null })
  })

  it('is legal, though not surely the fewest moves, beyond the exact number', () => {
    const many = Array.from({ length: EXACT_REGROUP_CIRCUITS + 8 }, (_, at) => ({
      id: `c${at}`,
      leakageMa: 1 + (at % 5),
      group: at % 3,
    }))
    const found = regroupedCircuits(many, [7.5, 7.5, 7.5], 7.5)
    expect(found.exact).toBe(false)
    for (const sum of after(many, found).sums.values()) expect(sum).toBeLessThanOrEqual(7.5)
  })
})

describe('standing leakage', () => {
  const of = (leakageMa: (number | null)[], cleanReturns: number | null = 3) =>
    standingLeakage(
      {
        groups: [{ iDeltaNMa: 30, cleanReturns }],
        circuits: leakageMa.map((mA, at) => ({ id: `c${at}`, leakageMa: mA, group: 0 })),
        transientFactor: 2,
        newGroupMa: 30,
      },
      limits,
    )

  it('is Open for a reading that is missing, and Stop for what is already over', () => {
    expect([of([null, 3]).verdict, of([null, 8]).verdict, of([3], 2).verdict, of([3]).verdict]).toEqual([
      'open',
      'stop',
      'watch',
      'proven',
    ])
    expect(of([null, 8]).regroup).toBeNull()
  })

  it('gives a circuit too noisy for any device its own feed', () => {
    expect(of([9, 1])).toMatchObject({ ownFeed: ['c0'], regroup: { addedGroups: 0, minMoves: 0 } })
  })

  it('refuses a circuit on a device that is not there', () => {
    const stray = { id: 'sauna', leakageMa: 1, group: 1 }
    const input = {
      groups: [{ iDeltaNMa: 30, cleanReturns: 3 }],
      circuits: [stray],
      transientFactor: 2,
      newGroupMa: 30,
    }
    expect(() => standingLeakage(input, limits)).toThrow(/sauna/)
  })
})
