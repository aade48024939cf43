import { describe, expect, it } from 'vitest'
import { aLoad, house } from '../../../tests/support/house'
import type { Installation } from '../installation/installation'
import { alwaysOnBattery } from './alwaysOnBattery'
import { planOfInstallation } from './planOfInstallation'

const own = house()
const family = (change: Partial<Installation> = {}): Installation =>
  house({
    loads: [aLoad({ powerW: 800, duty: 0.5, circuitTag: 'c1' })],
    sources: { ...own.sources, standbyW: 50, dischargeEfficiency: 0.95 },
    assumptions: {
      ...own.assumptions,
      chargeEfficiency: 0.95,
      inverterChargeW: 3000,
      moduleChargeW: 3000,
      importPrice: 0.3,
    },
    ...change,
  })
const of = (change: Partial<Installation> = {}) => {
  const installation = family(change)
  return alwaysOnBattery(installation, planOfInstallation(installation))
}

describe('a board that always lives on the battery', () => {
  it('pays for the way through the battery every hour of the year', () => {
    const found = of()
    expect(found.drawnW).toBe(400)
    expect(found.fromStreetW).toBeCloseTo(450 / 0.9025, 9)
    expect(found.lossKWh).toBeCloseTo((450 / 0.9025 - 400) * 8.76, 9)
    expect(found.lossCost).toBeCloseTo((450 / 0.9025 - 400) * 8.76 * 0.3, 9)
    expect(found.charging).toBe('fits')
    expect(found.hoursAboveLimit).toBe(0)
  })
  it('runs down beside a living street where the charger gives less than it draws', () => {
    const { assumptions } = family()
    expect(of({ assumptions: { ...assumptions, inverterChargeW: 300 } }).charging).toBe('exceeds')
  })
  it('is without supply while it asks for more than the battery gives', () => {
    const much = [
      aLoad({ powerW: 3000, duty: 0.5, circuitTag: 'c1', mustStayOn: true }),
      aLoad({ id: 'x', tag: 'x', powerW: 3000, duty: 0.5, circuitTag: 'c1', mustStayOn: true }),
    ]
    const { hoursAboveLimit } = of({ loads: much, chosenSchool: 'automaticWholeHome' })
    expect(hoursAboveLimit).toBeCloseTo(0.25 * 8760, 6)
  })
  it.each([
    ['no load', { loads: [] }],
    ['no standby', { sources: { ...family().sources, standbyW: null } }],
    ['no efficiency', { sources: { ...family().sources, dischargeEfficiency: null } }],
  ] satisfies [string, Partial<Installation>][])('is Open with %s', (_what, change) => {
    expect(of(change)).toMatchObject({ fromStreetW: null, lossKWh: null, lossCost: null, charging: 'open' })
  })
  it('is Open without what it can be charged with, and has no price without one', () => {
    const { assumptions } = family()
    expect(of({ assumptions: { ...assumptions, moduleChargeW: null } }).charging).toBe('open')
    expect(of({ assumptions: { ...assumptions, importPrice: null } })).toMatchObject({ lossCost: null })
  })
})
