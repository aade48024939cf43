import { describe, expect, it } from 'vitest'
import { startingTopology } from '@/core/wiring/topology/startingTopology'
import { house } from '../../tests/support/house'
import { wiringCalls } from './wiringCalls'

const sound = startingTopology(house())

describe('the calls of the wiring worker', () => {
  it('check a sound wiring, a faulty one with its causes, and none that is no wiring', () => {
    expect(wiringCalls.check(sound)).toMatchObject({ check: { violated: [], leftOut: 0 }, causes: [] })
    const faulty = wiringCalls.check({ ...sound, interlocks: [] })
    expect([faulty.check?.violated, [...new Set(faulty.causes.map(({ invariant }) => invariant))]]).toEqual([
      [1, 2, 3],
      [1, 2, 3],
    ])
    expect(wiringCalls.fixes({ ...sound, interlocks: [] }, faulty.causes[0]!).some(({ clearsAll }) => clearsAll)).toBe(
      true,
    )
    expect(wiringCalls.check({ ...sound, nodes: [] })).toMatchObject({ check: null, causes: [] })
  })
  it('answer only with what can cross to the page', () => {
    const { causes } = wiringCalls.check({ ...sound, interlocks: [] })
    expect(structuredClone(causes)).toEqual(causes)
  })
  it('find what to open for a place, and say nothing of one that is not there', () => {
    expect(wiringCalls.isolation(sound, 'home')?.minimalSet).toHaveLength(2)
    expect([wiringCalls.isolation(sound, 'attic'), wiringCalls.isolation({ ...sound, nodes: [] }, 'home')]).toEqual([
      null,
      null,
    ])
  })
})
