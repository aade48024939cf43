import { expect, it } from 'vitest'
import type { Load } from '@/core/installation/installation'
import { standingLeakage } from '@/core/earthing/standingLeakage'
import { residualDevices } from '@/core/installation/residualDevices'
import { RULE_PACKS } from '@/core/rules/packs'
import { typicalLeakage } from '@/core/plan/appliances'
import { aCircuit, aLoad } from '../../../tests/support/house'
import { type CircuitLeakage, leakageInputOf, onTypicalFigures } from './leakageInput'

const circuits = [
  aCircuit({ id: 'a', tag: 'hob', residualTag: 'r1' }),
  aCircuit({ id: 'b', tag: 'freezer', residualTag: 'r1', safety: true }),
  aCircuit({ id: 'c', tag: 'lights' }),
]
const figures = new Map([
  ['hob', 7],
  ['freezer', 1],
  ['lights', 1],
])
const leakagesWith = (read: ReadonlyMap<string, number>, loads: readonly Load[] = []): CircuitLeakage[] =>
  residualDevices({ circuits }).flatMap((device) =>
    device.circuits.map((circuit) => ({
      circuit,
      device,
      clampedMa: read.get(circuit.tag) ?? null,
      typical: typicalLeakage(circuit.tag, loads),
    })),
  )
const inputWith = (read: ReadonlyMap<string, number>, loads?: readonly Load[]) =>
  leakageInputOf(residualDevices({ circuits }), leakagesWith(read, loads))

it('takes what such appliances usually leak where nobody has clamped, names those circuits, and never before a reading', () => {
  const loads = [
    aLoad({ appliance: 'hob', circuitTag: 'hob' }),
    aLoad({ id: 'l2', appliance: 'freezer', circuitTag: 'freezer' }),
  ]
  const read = new Map([['hob', 7]])
  expect(inputWith(read, loads).circuits.map(({ id, leakageMa }) => [id, leakageMa])).toEqual([
    ['hob', 7],
    ['freezer', 0.4],
    ['lights', null],
  ])
  expect(onTypicalFigures(leakagesWith(read, loads))).toEqual(['freezer'])
})

it('puts every circuit on its device, and does not know what nobody has clamped', () => {
  expect(inputWith(new Map([['hob', 7]])).circuits.map(({ id, group, leakageMa }) => [id, group, leakageMa])).toEqual([
    ['hob', 0, 7],
    ['freezer', 0, null],
    ['lights', 1, null],
  ])
})

it('keeps a circuit that is marked away from the leakiest, even where that costs another device', () => {
  const found = standingLeakage(
    { ...inputWith(figures), transientFactor: 2, newGroupMa: 30 },
    RULE_PACKS['iec-1ph-230'].limits,
  )
  expect(found.regroup).toMatchObject({ addedGroups: 0, minMoves: 1, moves: { freezer: 1 } })
})
