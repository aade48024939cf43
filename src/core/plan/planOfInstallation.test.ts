import { describe, expect, it } from 'vitest'
import { house } from '../../../tests/support/house'
import { markAgainst } from './planMarks'
import { planOfInstallation } from './planOfInstallation'
import { promisesOfPlan } from './promisesOfPlan'
import { schoolReason } from './schoolReason'

describe('the plan of a house', () => {
  it('adds up by hand', () => {
    const plan = planOfInstallation(house())
    // three modules of 1,600 W stand below the inverter's 6,000 W; 150·0.4 + 3,200·0.05 W are expected
    expect([plan.limits.nightW, plan.limits.bindingNight, plan.demand.expectedDemandW]).toEqual([
      4800,
      'modules',
      expect.closeTo(220, 9),
    ])
    // 9,600 Wh · 0.95 · (0.4 − 0.05) over 220 + 30 W
    expect(plan.runtime.runtimeReserveH).toBeCloseTo((9600 * 0.95 * 0.35) / 250, 9)
    expect(plan.demand.school).toBe('automaticWholeHome')
    expect(schoolReason(plan)).toMatch(/4\.8.kW \(set by the battery modules, not the inverter\)/)
  })
  it('never sums two mains: the smaller one is for sure, and whether the house fits is Open', () => {
    const { supply } = house()
    const of = (change: object) => planOfInstallation(house({ supply: { ...supply, ...change } })).capacity
    const one = of({ ratingA: 40, secondMainA: null })
    const two = of({ ratingA: 100, secondMainA: 40 })
    expect([two.capacityKva, two.verdict, two.headroomKva]).toEqual([one.capacityKva, 'open', null])
    expect(of({ ratingA: null, secondMainA: 40 })).toMatchObject({ capacityKva: null, verdict: 'open' })
  })
  it('stays open where a maker has declared nothing, and promises nothing of it', () => {
    const blank = house({
      sources: { ...house().sources, units: [{ ...house().sources.units[0]!, moduleW: null }], usableWh: null },
    })
    const plan = planOfInstallation(blank)
    expect([plan.limits.nightW, plan.demand.school, plan.runtime.runtimeReserveH, plan.marks.overall]).toEqual([
      null,
      null,
      null,
      'open',
    ])
    const { drafts, withheld } = promisesOfPlan(blank, plan, 'blink')
    expect(drafts.map(({ kind }) => kind)).toEqual(['protection'])
    expect(withheld.map(({ kind }) => kind)).toEqual(['staysOn', 'gapClass', 'runtime'])
  })
  it('has no mark for the hours while the night limit is not known: nobody knows whose hours they would be', () => {
    const blank = house({ sources: { ...house().sources, units: [{ ...house().sources.units[0]!, moduleW: null }] } })
    const { limits, runtime, marks } = planOfInstallation(blank)
    expect(limits.nightW).toBeNull()
    expect(runtime.runtimeReserveH).not.toBeNull()
    expect(marks.runtime).toBe('open')
    expect(planOfInstallation(house()).marks.runtime).toBe('fits')
  })
  it('promises less than it works out, never more', () => {
    const plan = planOfInstallation(house())
    const promised =
      promisesOfPlan(house(), plan, 'blink').drafts.find(({ kind }) => kind === 'runtime')?.runtimeH ?? NaN
    expect(promised).toBeLessThanOrEqual(plan.runtime.runtimeReserveH ?? NaN)
    expect((plan.runtime.runtimeReserveH ?? NaN) - promised).toBeLessThan(0.5)
  })
})

it('marks a demand against a limit, limits included', () => {
  expect([
    markAgainst(80, 100, 0.8),
    markAgainst(80.01, 100, 0.8),
    markAgainst(100, 100, 0.8),
    markAgainst(100.01, 100, 0.8),
    markAgainst(null, 100, 0.8),
  ]).toEqual(['fits', 'tight', 'tight', 'exceeds', 'open'])
})
