import { describe, expect, it } from 'vitest'
import { house } from '../../../tests/support/house'
import type { NamedSourceUnit, Sources } from '../installation/installation'
import { growthByModules } from './growth'

const [UNIT] = house().sources.units
const grownHouse = (change: Partial<Sources> = {}, unit: Partial<NamedSourceUnit> = {}) => {
  if (!UNIT) throw new Error('the house has no inverter')
  const sources = { ...house().sources, units: [{ ...UNIT, moduleCount: 2, moduleW: 1500, ...unit }], ...change }
  return house({
    sources,
    assumptions: { ...house().assumptions, inverterChargeW: 5000, moduleChargeW: 1200, chargeEfficiency: 1 },
  })
}

describe('what more modules would bring', () => {
  it('begins with the plan as it is, and adds one at a time with its share of the energy', () => {
    const rows = growthByModules(grownHouse({ usableWh: 10_000 }))
    expect(rows?.map(({ added, modules, usableWh }) => [added, modules, usableWh])).toEqual([
      [0, 2, 10_000],
      [1, 3, 15_000],
      [2, 4, 20_000],
      [3, 5, 25_000],
    ])
    const nights = rows?.map(({ nightW }) => nightW ?? NaN) ?? []
    expect(nights[1]).toBeGreaterThan(nights[0] ?? NaN)
    expect(nights).toEqual(nights.toSorted((a, b) => a - b))
  })
  it('says what a module declares by itself where that is known', () => {
    const built = grownHouse({ usableWh: 10_000 })
    const rows = growthByModules({ ...built, assumptions: { ...built.assumptions, moduleUsableWh: 4000 } })
    expect(rows?.[1]?.usableWh).toBe(14_000)
  })
  it('lengthens the hours by the energy, and the charging only until the inverter is the limit', () => {
    const rows = growthByModules(grownHouse({ usableWh: 10_000, reserveSoc: 0.5 })) ?? []
    const [now, one, , three] = rows
    expect((one?.reserveH ?? 0) / (now?.reserveH ?? 1)).toBeCloseTo(1.5, 9)
    // half of 10 kWh with 2.4 kW; half of 25 kWh with the inverter's 5 kW and not the modules' 6 kW
    expect(now?.chargeH).toBeCloseTo(5 / 2.4, 9)
    expect(three?.chargeH).toBeCloseTo(12.5 / 5, 9)
  })
  it('leaves open what rests on a figure that nobody declared', () => {
    const rows = growthByModules(grownHouse({ usableWh: null, nominalWh: null })) ?? []
    expect(rows.map(({ usableWh, reserveH, chargeH }) => [usableWh, reserveH, chargeH])).toEqual(
      Array.from({ length: 4 }, () => [null, null, null]),
    )
    expect(growthByModules(grownHouse({}, { moduleW: null }))?.map(({ nightW }) => nightW)).toEqual([
      null,
      null,
      null,
      null,
    ])
  })
  it('is nothing while no module is planned or their number is open', () => {
    expect(growthByModules(grownHouse({}, { moduleCount: null }))).toBeNull()
    expect(growthByModules(grownHouse({}, { moduleCount: 0 }))).toBeNull()
    expect(growthByModules(grownHouse({ units: [] }))).toBeNull()
  })
})
