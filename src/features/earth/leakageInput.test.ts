import { expect, it } from 'vitest'
import { standingLeakage } from '@/core/earthing/standingLeakage'
import { residualDevices } from '@/core/installation/residualDevices'
import { RULE_PACKS } from '@/core/rules/packs'
import { aCircuit } from '../../../tests/support/house'
import { leakageInputOf } from './leakageInput'

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
const inputWith = (read: ReadonlyMap<string, number>) =>
  leakageInputOf(residualDevices({ circuits }), (_device, tag) => read.get(tag) ?? null)

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
