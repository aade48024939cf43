import { describe, expect, it } from 'vitest'
import { aLoad, house } from '../../../tests/support/house'
import type { SurveyDetails } from '../installation/survey'
import { sourcesInOutage } from '../settings/sourcesInOutage'
import { makersEstimate } from './makersEstimate'
import { planOfInstallation } from './planOfInstallation'
import { vehicleInOutage, vehicleOnStreetSide } from './vehicleInOutage'

const VEHICLE: SurveyDetails['vehicleCharger'] = {
  ratingW: 7000,
  phase: 'all',
  side: 'island',
  detects6mADc: true,
  givesW: 3000,
  givesWhen: 'afterBattery',
  vehicleWh: 40_000,
  vehicleSoc: 0.8,
  agreedFloorSoc: 0.3,
}
const withVehicle = (change: Partial<SurveyDetails['vehicleCharger']> = {}) =>
  house({
    survey: [{ id: 'v', kind: 'vehicleCharger', tag: 'ev1', name: 'Drive charger', detail: { ...VEHICLE, ...change } }],
    sources: {
      ...house().sources,
      dischargeEfficiency: 1,
      standbyW: 0,
      usableWh: 10_000,
      reserveSoc: 0.3,
      floorSoc: 0,
    },
    loads: [aLoad({ tag: 'a', powerW: 500, duty: 1 }), aLoad({ tag: 'b', powerW: 500, duty: 1, priority: 9 })],
  })
const of = (change: Partial<SurveyDetails['vehicleCharger']> = {}) => {
  const house = withVehicle(change)
  return vehicleInOutage(house, planOfInstallation(house))
}

describe('a vehicle as a source', () => {
  it('has hours of its own, down to the charge that its owner keeps', () => {
    const vehicle = of()
    // 40 kWh from 80 % to 30 %, and from full, at 1 kW
    expect(vehicle?.runtime).toMatchObject({ runtimeUsualH: 20, runtimeFullH: 28 })
    expect(vehicle?.alone).toBe('fits')
    expect(vehicle?.turnOff).toEqual([])
  })
  it('lengthens what the battery gives while it is there', () => {
    expect(sourcesInOutage(withVehicle()).totalH).toBeCloseTo(3 + 20, 9)
    expect(sourcesInOutage(withVehicle(), 'full').totalH).toBeCloseTo(10 + 20, 9)
  })
  it('says what would have to go off for it to carry the rest alone', () => {
    const vehicle = of({ givesW: 700 })
    expect(vehicle?.alone).toBe('exceeds')
    expect(vehicle?.turnOff).toEqual(['b'])
    expect(of({ givesW: 400 })?.turnOff).toEqual(['b', 'a'])
  })
  it('goes by the likely peak, as its mark does, and says where nothing is enough', () => {
    const one = withVehicle({ givesW: 2000 })
    const kettle = aLoad({ id: 'k', tag: 'k', powerW: 2200, duty: 0.1, priority: 5 })
    const often = { ...one, loads: [...one.loads, kettle] }
    const vehicle = vehicleInOutage(often, planOfInstallation(often))
    expect([vehicle?.alone, vehicle?.turnOff]).toEqual(['exceeds', ['b', 'k']])
    const kept = { ...one, loads: one.loads.map((load) => ({ ...load, powerW: 1500, mustStayOn: true })) }
    expect(vehicleInOutage(kept, planOfInstallation(kept))?.turnOff).toBeNull()
  })
  it.each(['vehicleWh', 'vehicleSoc', 'agreedFloorSoc'] as const)('promises no hours without %s', (figure) => {
    expect(of({ [figure]: null })?.runtime.runtimeUsualH).toBeNull()
    expect(sourcesInOutage(withVehicle({ [figure]: null })).totalH).toBeNull()
  })
  it('gives nothing on the street’s side of the contactor, and is named there', () => {
    expect(of({ side: 'grid' })).toBeNull()
    expect(vehicleOnStreetSide(withVehicle({ side: 'grid' }))?.tag).toBe('ev1')
    expect(sourcesInOutage(withVehicle({ side: 'grid' })).totalH).toBeCloseTo(3, 9)
  })
  it.each([0, null])('is none where it gives %s', (givesW) => {
    expect(of({ givesW })).toBeNull()
  })
  it('is open alone while the night limit is, since nobody knows what stays on', () => {
    const house = withVehicle()
    const blank = { ...house, sources: { ...house.sources, gatewayA: null, switchA: null } }
    expect(vehicleInOutage(blank, planOfInstallation(blank))?.alone).toBe('open')
  })
  it('never carries the promise: the plan’s hours are the battery’s', () => {
    expect(planOfInstallation(withVehicle()).runtime.runtimeReserveH).toBeCloseTo(3, 9)
  })
})

describe('a maker’s hours beside the plan’s', () => {
  const facts = { makerH: 12, planH: 10, availableWh: 10_000, standbyW: 100 }
  it('are apart above a fifth, and imply a load', () => {
    expect(makersEstimate(facts)).toMatchObject({ apart: false })
    expect(makersEstimate({ ...facts, makerH: 20 })).toEqual({ makerH: 20, planH: 10, apart: true, impliedW: 400 })
    expect(makersEstimate({ ...facts, makerH: 7 })?.apart).toBe(true)
  })
  it('say nothing while one of them is not known', () => {
    for (const blank of [{ makerH: null }, { planH: null }, { availableWh: null }, { makerH: 0 }])
      expect(makersEstimate({ ...facts, ...blank })).toBeNull()
  })
  it('stand beside a vehicle’s', () => {
    expect(of({ makerHours: 60 })?.estimate).toMatchObject({ apart: true, planH: 28 })
  })
})
