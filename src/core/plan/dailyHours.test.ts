import { describe, expect, it } from 'vitest'
import { house } from '../../../tests/support/house'
import { autonomy } from './autonomy'
import { isWithin, lengthH } from './dailyHours'
import { planOfInstallation } from './planOfInstallation'
import { systemOfPlan } from './yearOfInstallation'

describe('hours of the day', () => {
  it('run over midnight where they end before they begin', () => {
    const night = { fromHour: 23, toHour: 6 }
    expect([22.5, 23, 0, 5.5, 6].map((hour) => isWithin(hour, night))).toEqual([false, true, true, true, false])
    const day = { fromHour: 1, toHour: 5 }
    expect([0.5, 1, 4.5, 5].map((hour) => isWithin(hour, day))).toEqual([false, true, true, false])
    expect([lengthH(night), lengthH(day), lengthH({ fromHour: 3, toHour: 3 })]).toEqual([7, 4, 0])
  })
})

describe('the year of a plan', () => {
  const known = house({
    assumptions: {
      ...house().assumptions,
      inverterChargeW: 3000,
      moduleChargeW: 1500,
      windowFromHour: 23,
      windowToHour: 6,
      windowTargetSoc: 0.9,
      windowDeviceW: 2000,
    },
  })
  const system = (installation = known) => systemOfPlan(installation, planOfInstallation(installation))
  const flat = { stepH: 1, loadW: new Float64Array(8760).fill(300), pvW: new Float64Array(8760) }
  it('charges in a cheap window that runs over midnight', () => {
    expect(system().gridCharge).toEqual({ fromHour: 23, toHour: 6, targetSoc: 0.9, powerW: 2000 })
    // without it the battery stands at its reserve all year; with it outages begin fuller
    const without = autonomy(flat, { ...system(), gridCharge: null })
    const withWindow = autonomy(flat, system())
    expect(without.meanStartSoc).toBeCloseTo(0.4, 3)
    expect(withWindow.meanStartSoc ?? 0).toBeGreaterThan(0.5)
  })
  it('is Open while the charging power is blank: the discharge limit does not stand in for it', () => {
    const blank = system(house())
    expect(blank.chargeLimitW).toBeNull()
    expect(autonomy(flat, blank)).toMatchObject({ verdict: 'open', p50H: null })
  })
  it('is Open while the power of a PV system is not known, and counts none where none is planned', () => {
    const pv = (expectedW: number | null) =>
      system({
        ...known,
        sources: {
          ...known.sources,
          pvAc: [{ name: 'Roof', side: 'island', onBackedPhase: true, expectedW, ratingW: 3000, phase: 'L1' }],
        },
      })
    expect([pv(null).pvShare, pv(2000).pvShare, system().pvShare]).toEqual([null, 1, 0])
    expect(autonomy(flat, pv(null)).verdict).toBe('open')
  })
})
