import { describe, expect, it } from 'vitest'
import { type PlanAssumptions, USUAL_ASSUMPTIONS } from '../installation/survey'
import { followRuleOf, tariffOfAssumptions } from './tariffOfAssumptions'

const entered = (change: Partial<PlanAssumptions>): PlanAssumptions => ({ ...USUAL_ASSUMPTIONS, ...change })

describe('a tariff as entered', () => {
  it('has its peak of export with its hours, or says that they are missing', () => {
    const peak = { importPrice: 0.3, exportPrice: 0, exportPeakPrice: 0.2, exportPeakFromHour: 22, exportPeakToHour: 2 }
    expect(tariffOfAssumptions(entered(peak), null)).toEqual({
      kind: 'flat',
      importPrice: 0.3,
      exportPrice: 0,
      exportPeak: { price: 0.2, fromHour: 22, toHour: 2 },
    })
    expect(tariffOfAssumptions(entered({ ...peak, exportPeakToHour: null }), null)).toContain('hours of the export')
  })
  it.each<[Partial<PlanAssumptions>, string]>([
    [{ importPrice: 0.3 }, 'paid for export'],
    [{ exportPrice: 0 }, 'price per kWh'],
    [{ exportPrice: 0, tariffKind: 'twoRate', importPrice: 0.3 }, 'cheap price'],
    [{ exportPrice: 0, tariffKind: 'file' }, 'price file'],
  ])('says what of %o is missing', (change, words) => {
    expect(tariffOfAssumptions(entered(change), null)).toContain(words)
  })
})

describe('how a battery follows prices', () => {
  const whole = { strategy: 'pricesAndSells', exportLimitW: 4000, wearPerKWh: 0.02, windowDeviceW: 2500 } as const
  it('is nothing while it goes by the house’s own use', () => {
    expect(followRuleOf(entered({ ...whole, strategy: 'ownUse' }), 3000)).toBeNull()
  })
  it('is held to what charges it and what may be given', () => {
    const rule = { gridChargeW: 2500, sells: true, exportLimitW: 4000, wearPerKWh: 0.02 }
    expect(followRuleOf(entered(whole), 3000)).toEqual(rule)
    expect(followRuleOf(entered({ ...whole, strategy: 'prices' }), 2000)).toEqual({
      ...rule,
      gridChargeW: 2000,
      sells: false,
    })
  })
  it.each<[Partial<PlanAssumptions>, number | null, string]>([
    [{ wearPerKWh: null }, 3000, 'wear'],
    [{ exportLimitW: null }, 3000, 'given to the street'],
    [{}, null, 'charged with'],
  ])('says what is missing: %o', (change, chargeW, words) => {
    expect(followRuleOf(entered({ ...whole, ...change }), chargeW)).toContain(words)
  })
})
