import { describe, expect, it } from 'vitest'
import { type PriceDraft, pricesOf } from './priceDraft'

const draft = (change: Partial<PriceDraft>): PriceDraft => ({
  id: 'p',
  what: 'Lug',
  unit: 'pieces',
  low: '2',
  high: '3',
  ...change,
})

describe('a price list as it is typed', () => {
  it('takes either decimal mark, and a blank end of a range as a fixed price', () => {
    expect(pricesOf([draft({ low: '62,50', high: '' })]).prices).toMatchObject([{ low: 62.5, high: 62.5 }])
    expect(pricesOf([draft({ low: '62.50', high: ' 70 ' })]).prices).toMatchObject([{ low: 62.5, high: 70 }])
  })
  it('names each place that cannot be read, and takes no amount for nothing', () => {
    const faultsOf = (change: Partial<PriceDraft>) => pricesOf([draft(change)]).faults
    expect(faultsOf({ low: '' })).toEqual({ p: ['low'] })
    expect(faultsOf({ low: '-1' })).toEqual({ p: ['low'] })
    expect(faultsOf({ low: '1.2.3' })).toEqual({ p: ['low'] })
    expect(faultsOf({ low: '4', high: '3' })).toEqual({ p: ['high'] })
    expect(faultsOf({ what: ' ', unit: '' })).toEqual({ p: ['what', 'unit'] })
    expect(faultsOf({})).toEqual({})
  })
})
