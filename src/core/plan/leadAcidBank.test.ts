import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { house } from '../../../tests/support/house'
import { type LeadAcidBank, NO_BANK } from '../installation/installation'
import { bankVentilation, energyAtLoadWh, givenShare, peukertHours } from './leadAcidBank'
import { planOfInstallation } from './planOfInstallation'

const BANK: LeadAcidBank = {
  kind: 'flooded',
  ratedAh: 100,
  ratedH: 20,
  nominalV: 48,
  peukertExponent: 1.25,
  cellCount: 24,
  boostCharged: true,
  ventCm2: 150,
}
const withBank = (bank: LeadAcidBank | null) =>
  house({ sources: { ...house().sources, usableWh: 10_000, nominalWh: null, reserveSoc: 0.5, floorSoc: 0, bank } })

describe('what a lead–acid bank gives', () => {
  it('is its rated capacity at its rated current, and less the faster it is emptied', () => {
    expect(peukertHours(BANK, 5)).toBeCloseTo(20, 9)
    // 20·(100/(20·20))^1.25
    expect(peukertHours(BANK, 20)).toBeCloseTo(20 * 0.25 ** 1.25, 9)
    expect(givenShare({ bank: BANK, dischargeEfficiency: 1 }, 48 * 20)).toBeCloseTo(0.25 ** 0.25, 9)
  })
  it('is never more than declared, however slowly it is emptied', () => {
    expect(givenShare({ bank: BANK, dischargeEfficiency: 1 }, 48)).toBe(1)
  })
  it('falls with the load and never rises', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 1, max: 20_000, noNaN: true }),
        fc.double({ min: 1, max: 3, noNaN: true }),
        (w, k) => {
          const of = (loadW: number) => givenShare({ bank: BANK, dischargeEfficiency: 0.9 }, loadW) ?? NaN
          expect(of(w * k)).toBeLessThanOrEqual(of(w) + 1e-12)
        },
      ),
    )
  })
  it('is as declared for a battery that is none', () => {
    expect([null, NO_BANK].map((bank) => energyAtLoadWh(withBank(bank).sources, 900))).toEqual([10_000, 10_000])
  })
  it.each(['ratedAh', 'ratedH', 'nominalV', 'peukertExponent'] as const)(
    'is open without %s, and so are its hours',
    (figure) => {
      const unknown = withBank({ ...BANK, [figure]: null })
      expect(energyAtLoadWh(unknown.sources, 900)).toBeNull()
      expect(planOfInstallation(unknown).runtime.runtimeReserveH).toBeNull()
      expect(planOfInstallation(unknown).marks.runtime).toBe('open')
    },
  )
  it('shortens the hours of the plan', () => {
    const [bank, none] = [withBank(BANK), withBank(null)].map((one) => planOfInstallation(one).runtime)
    expect(bank?.runtimeReserveH ?? NaN).toBeLessThan(none?.runtimeReserveH ?? NaN)
  })
})

describe('the air of its room', () => {
  it('follows cells, capacity and the way it is charged', () => {
    // 0.05·24·20·100/1000 m³/h, and 28 cm² for each
    const told = bankVentilation(BANK)
    expect(told?.airM3PerH).toBeCloseTo(2.4, 9)
    expect(told?.verdict).toBe('fits')
    expect(told?.openingCm2).toBeCloseTo(67.2, 9)
    expect(bankVentilation({ ...BANK, kind: 'sealed', boostCharged: false })?.airM3PerH).toBeCloseTo(0.12, 9)
  })
  it('is too little, or open, and never fits for want of a figure', () => {
    expect(bankVentilation({ ...BANK, ventCm2: 67.1 })?.verdict).toBe('exceeds')
    for (const figure of ['cellCount', 'ratedAh', 'boostCharged', 'ventCm2'] as const)
      expect(bankVentilation({ ...BANK, [figure]: null })?.verdict).toBe('open')
  })
  it('is not asked for where there is no such bank', () => {
    expect([null, undefined, NO_BANK].map(bankVentilation)).toEqual([null, null, null])
  })
})
