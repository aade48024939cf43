import { describe, expect, it } from 'vitest'
import { aLoad, house } from '../../../tests/support/house'
import type { School } from './changeoverLoad'
import type { PlannedMotorStart } from './motorStarts'
import { planOfInstallation } from './planOfInstallation'
import { motorsSay, partingLoads, recommendedSchool } from './recommendedSchool'
import { schoolReason } from './schoolReason'

const motor = (verdict: 'fits' | 'tight' | 'exceeds' | 'open', name = 'Pump') =>
  ({ load: aLoad({ tag: name.toLowerCase(), name }), asIs: { verdict } }) as unknown as PlannedMotorStart
const recommended = (school: School | null, motors: PlannedMotorStart[], acceptsShedding = false) =>
  recommendedSchool({ school }, motorsSay(motors), acceptsShedding)

describe('the school that is recommended', () => {
  it('is the whole house only where every motor in it can start', () => {
    expect(recommended('automaticWholeHome', [])).toBe('automaticWholeHome')
    expect(recommended('automaticWholeHome', [motor('fits'), motor('tight')])).toBe('automaticWholeHome')
    expect(recommended('automaticWholeHome', [motor('fits'), motor('exceeds')])).toBe('automaticWithShedding')
    expect(recommended('automaticWholeHome', [motor('exceeds')], true)).toBe('manualChangeover')
  })
  it('is none while nobody knows of a motor, and the refusal of another is more than that', () => {
    expect(recommended('automaticWholeHome', [motor('open')])).toBeNull()
    expect(recommended('automaticWholeHome', [motor('open'), motor('exceeds')])).toBe('automaticWithShedding')
  })
  it.each<School | null>(['automaticWithShedding', 'manualChangeover', 'emergencySocket', null])(
    'stays %s whatever the motors say',
    (school) => {
      for (const verdict of ['fits', 'exceeds', 'open'] as const)
        expect(recommended(school, [motor(verdict)])).toBe(school)
    },
  )
  it('parts with loads that are never backed up only a house that would else change over as a whole', () => {
    const loads = [aLoad({ tag: 'a', backedUp: true }), aLoad({ tag: 'b', backedUp: false })]
    expect(partingLoads(loads, { school: 'automaticWholeHome' }).map(({ tag }) => tag)).toEqual(['b'])
    expect(partingLoads(loads, { school: 'manualChangeover' })).toEqual([])
    expect(partingLoads(loads.slice(0, 1), { school: 'automaticWholeHome' })).toEqual([])
  })
})

describe('its reason', () => {
  const light = house().loads.map((load) => ({
    ...load,
    powerW: 40,
    mustStayOn: false,
    circuitTag: null,
    backedUp: true,
  }))
  it('names every load that parts the house, one or several', () => {
    const of = (count: number) =>
      schoolReason(planOfInstallation(house({ loads: light.map((load, k) => ({ ...load, backedUp: k >= count })) })))
    const [first, second] = light
    expect(of(0)).toMatch(/it can change over by itself at any hour\.$/)
    expect(of(1)).toContain(`; ${first?.name} is never backed up, so the house is parted.`)
    if (light.length > 2) expect(of(2)).toContain(`${first?.name}, ${second?.name} are never backed up`)
  })
  it('is none while a limit is unknown', () => {
    const dark = house({ loads: light, sources: { ...house().sources, gatewayA: null, switchA: null } })
    const plan = planOfInstallation(dark)
    expect([plan.limits.verdict, schoolReason(plan)]).toEqual(['open', null])
  })
})
