import { describe, expect, it } from 'vitest'
import { aLoad, house } from '../../../tests/support/house'
import { APPLIANCES, APPLIANCE_KINDS, typicalLeakage, typicalLoad } from './appliances'
import { PLAN_MARK_KEYS, planOfInstallation } from './planOfInstallation'
import { unknownsOf } from './surveyChecklist'

describe('common appliances', () => {
  it.each(APPLIANCE_KINDS)('%s: has figures that a load may have, and none that must be read off a plate', (kind) => {
    const { powerW, powerFactor, duty, leakageMa } = APPLIANCES[kind]
    expect([powerW > 0, powerFactor > 0 && powerFactor <= 1, duty > 0 && duty <= 1, leakageMa > 0]).toEqual(
      Array(4).fill(true),
    )
    expect(typicalLoad(kind)).toMatchObject({ figuresAssumed: true })
    expect(Object.keys(typicalLoad(kind))).not.toContain('lockedRotorA')
  })
})

describe('a plan on typical figures', () => {
  const read = house()
  const assumed = { ...read, loads: read.loads.map((load) => ({ ...load, figuresAssumed: true })) }

  it('is never better than Tight, and is asked about', () => {
    const [before, after] = [planOfInstallation(read).marks, planOfInstallation(assumed).marks]
    const fitting = PLAN_MARK_KEYS.filter((key) => before[key] === 'fits')
    expect(fitting.length).toBeGreaterThan(3)
    for (const key of PLAN_MARK_KEYS)
      expect([key, after[key]]).toEqual([key, before[key] === 'fits' ? 'tight' : before[key]])
    const asked = (job: typeof read) => unknownsOf(job).map(({ key }) => key)
    expect([asked(read), asked(assumed)].map((keys) => keys.includes('typicalFigures'))).toEqual([false, true])
  })

  it('does not weaken a demand that was declared for the whole house', () => {
    const supply = { ...read.supply, maximumDemandKva: 2 }
    expect(planOfInstallation({ ...assumed, supply }).marks.capacity).toBe(
      planOfInstallation({ ...read, supply }).marks.capacity,
    )
  })
})

describe('typical leakage of a circuit', () => {
  const on = (...loads: Parameters<typeof aLoad>[0][]) =>
    typicalLeakage(
      'c3',
      loads.map((load, k) => aLoad({ id: `l${k}`, circuitTag: 'c3', ...load })),
    )

  it('is the sum of what is on it, the leakiest first', () => {
    expect(on({ name: 'Lights', appliance: 'lights' }, { name: 'Pump', appliance: 'heatPump' })).toEqual({
      totalMa: 3.9,
      appliances: [
        { name: 'Pump', leakageMa: 3.5 },
        { name: 'Lights', leakageMa: 0.4 },
      ],
    })
  })

  it('is not known while one thing on it has no kind, and of a circuit with nothing on it', () => {
    expect(on({ appliance: 'lights' }, { appliance: null }).totalMa).toBeNull()
    expect(on({ appliance: 'lights', circuitTag: 'c4' }).totalMa).toBeNull()
  })
})
