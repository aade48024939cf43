import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { fitItem, house } from '../../../tests/support/house'
import { type NeededThing, costEstimate } from './costEstimate'
import { neededOfInstallation } from './neededOfInstallation'

const thing = (what: string, quantity: number | null, unit = 'pieces'): NeededThing => ({
  what,
  label: what,
  quantity,
  unit,
})
const price = (what: string, low: number, high = low, unit = 'pieces') => ({ what, unit, low, high })

describe('what a job costs', () => {
  it('is a range over what has a price, and what has none is named', () => {
    const estimate = costEstimate(
      [thing('Lug', 4), thing('Gland', 2), thing('Cable', 12.5, 'm')],
      [price('lug ', 2, 3), price('Cable', 10, 12, 'm')],
    )
    expect([estimate.low, estimate.high]).toEqual([133, 162])
    expect(estimate.open.map(({ what }) => what)).toEqual(['Gland'])
  })
  it('has no amount for a quantity that nobody knows, nor for a price in another unit', () => {
    const { open, low } = costEstimate(
      [thing('Lug', null), thing('Cable', 3, 'm')],
      [price('Lug', 2), price('Cable', 9)],
    )
    expect([open.length, low]).toEqual([2, 0])
  })
  it('counts a free thing as free', () => {
    expect(costEstimate([thing('Lug', 4)], [price('Lug', 0)]).open).toEqual([])
  })
  it('never falls when a price rises', () => {
    const amount = fc.double({ min: 0, max: 1e6, noNaN: true })
    fc.assert(
      fc.property(amount, amount, fc.integer({ min: 0, max: 100 }), (a, b, quantity) => {
        const of = (low: number) => costEstimate([thing('Lug', quantity)], [price('Lug', low)]).low
        expect(of(Math.max(a, b))).toBeGreaterThanOrEqual(of(Math.min(a, b)))
      }),
    )
  })
})

describe('what a job needs that costs something', () => {
  const supply = (meterCombinedWithBoard: boolean | null) =>
    house({ supply: { ...house().supply, meterCombinedWithBoard } })
  const find = (installation: ReturnType<typeof house>, what: string) =>
    neededOfInstallation(installation).find((one) => one.what === what)

  it('has hours only once tasks are planned: people times minutes', () => {
    expect(find(house(), 'workHour')?.quantity).toBeNull()
    const tasks = [fitItem('task', 't1', { minutes: 90, people: 2 }), fitItem('task', 't2', { minutes: 30, people: 1 })]
    expect(find(house({ fit: tasks }), 'workHour')?.quantity).toBe(3.5)
  })
  it('parts a combined meter, knows of none where they are apart, and leaves it open while nobody looked', () => {
    expect(find(supply(true), 'partMeter')?.quantity).toBe(1)
    expect(find(supply(null), 'partMeter')?.quantity).toBeNull()
    expect(find(supply(false), 'partMeter')).toBeUndefined()
  })
  it('counts equipment by model and takes the pick list where there is one, each thing once', () => {
    const [component] = house().components
    if (!component) throw new Error('the house has no component')
    const fit = [
      fitItem('material', 'm1', { group: 'cable', unit: 'm', planned: 5 }),
      fitItem('material', 'm2', { group: 'cable', unit: 'm', planned: 7 }),
    ]
    const built = house({ components: [component, { ...component, id: 'x', tag: 'x' }], fit })
    expect(find(built, component.model)?.quantity).toBe(2)
    expect(neededOfInstallation(built).filter(({ unit }) => unit === 'm')).toMatchObject([{ quantity: 12 }])
  })
})
