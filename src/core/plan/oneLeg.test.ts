import { describe, expect, it } from 'vitest'
import { aLoad, house } from '../../../tests/support/house'
import type { Phase, RulePackId } from '../rules/rulePack'
import { oneLegOnly } from './oneLeg'

const [unit] = house().sources.units
const legs = (packId: RulePackId, ...phases: (Phase | 'all')[]) =>
  oneLegOnly(
    house({
      packId,
      sources: {
        ...house().sources,
        units: phases.map((phase, k) => ({ ...(unit as NonNullable<typeof unit>), name: `Inverter ${k + 1}`, phase })),
      },
      loads: [
        aLoad({ tag: 'a', name: 'Oven', phase: 'all', backedUp: true }),
        aLoad({ tag: 'b', name: 'Lamp', phase: 'L1', backedUp: true }),
        aLoad({ tag: 'c', name: 'Shed', phase: 'L2', backedUp: true }),
        aLoad({ tag: 'd', name: 'Sauna', phase: 'all', backedUp: false }),
      ],
    }),
  )

describe('a source of one voltage on two legs', () => {
  it('leaves dead what needs both legs or hangs on the other one', () => {
    expect(legs('na-split-240', 'L1')).toEqual({ leg: 'L1', deadLoads: ['Oven', 'Shed'] })
    expect(legs('na-split-240', 'L2', 'L2')).toEqual({ leg: 'L2', deadLoads: ['Oven', 'Lamp'] })
  })
  it('is none where both legs are fed, on other supplies, or without a source', () => {
    expect([
      legs('na-split-240', 'all'),
      legs('na-split-240', 'L1', 'L2'),
      legs('iec-3ph-400', 'L1'),
      legs('na-split-240'),
    ]).toEqual([null, null, null, null])
  })
})
