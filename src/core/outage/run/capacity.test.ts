import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { apparentCapacity } from './apparentCapacity'
import { aMark } from '../../../../tests/support/marks'
import { energyGiven, islandMoments } from './energyGiven'
import { outageRunsOf } from './outageRun'

const used = { givenWh: 2000, fromPercent: 80, toPercent: 60, stepPercent: 1 }

describe('the capacity that a battery shows', () => {
  it('is the energy over the share of the charge, with the error of both', () => {
    const found = apparentCapacity(used)
    expect([found?.capacityWh, found?.errorWh.toFixed(6)]).toEqual([10_000, '600.000000'])
  })
  it('is none while the charge moved by fewer than ten steps of its display', () => {
    expect(apparentCapacity({ ...used, toPercent: 70.5 })).toBeNull()
    expect(apparentCapacity({ ...used, toPercent: 70 })).not.toBeNull()
    expect(apparentCapacity({ ...used, toPercent: 70, stepPercent: 2 })).toBeNull()
  })
  it.each(['givenWh', 'fromPercent', 'toPercent', 'stepPercent'] as const)('is none without %s', (key) => {
    expect(apparentCapacity({ ...used, [key]: null })).toBeNull()
    expect(apparentCapacity({ ...used, [key]: NaN })).toBeNull()
  })
  it('is none of a battery that was charged', () => {
    expect(apparentCapacity({ ...used, toPercent: 90 })).toBeNull()
    expect(apparentCapacity({ ...used, givenWh: -2000 })).toBeNull()
  })
  it('is known the better the more was used', () => {
    fc.assert(
      fc.property(fc.double({ min: 10, max: 49, noNaN: true }), (share) => {
        const little = apparentCapacity({ ...used, fromPercent: 100, toPercent: 100 - share, givenWh: share * 100 })
        const more = apparentCapacity({ ...used, fromPercent: 100, toPercent: 100 - 2 * share, givenWh: share * 200 })
        expect(more && little && more.errorWh < little.errorWh).toBe(true)
      }),
    )
  })
})

const moments = (
  count: number,
  batteryW: (second: number) => number | null,
  soc = (second: number) => 80 - second / 100,
) =>
  Array.from({ length: count }, (_, second) => ({
    atMs: second * 1000,
    batteryW: batteryW(second),
    socPercent: soc(second),
  }))

describe('the moments of an island', () => {
  const cutMs = Date.UTC(2026, 2, 1, 10)
  const every = [-5, 5, 50, 95, 105].map((second) => ({
    atMs: cutMs + second * 1000,
    batteryW: 500,
    socPercent: 80,
    mode: 'island',
  }))
  const within = (...marks: Parameters<typeof aMark>[]) =>
    outageRunsOf(marks.map((one) => aMark(...one))).map((run) =>
      islandMoments(run, every).map(({ atMs }) => (atMs - cutMs) / 1000),
    )
  it('lie between the cut and the street’s return, whatever came before or after', () => {
    const begun: Parameters<typeof aMark> = ['begun', -9, { subject: 'loaded' }]
    expect(within(begun, ['out', 0], ['streetBack', 100], ['ended', 110])).toEqual([[5, 50, 95]])
    expect(within(begun, ['out', 0], ['ended', 60])).toEqual([[5, 50]])
    expect(within(begun)).toEqual([[]])
  })
  it('are those on its own supply alone', () => {
    const [run] = outageRunsOf([aMark('out', 0)])
    expect(run && islandMoments(run, [{ ...every[1], mode: 'dark' } as (typeof every)[number]])).toEqual([])
  })
})

describe('the energy that a battery gave, by live values', () => {
  it('is its power over time, with the charge before and after and its step', () => {
    const found = energyGiven(moments(3601, () => 1000))
    expect([found?.givenWh, found?.fromPercent, found?.toPercent?.toFixed(6)]).toEqual([1000, 80, '44.000000'])
    expect(found?.stepPercent).toBeCloseTo(0.01, 9)
  })
  it('is not known across a hole, or without power or charge', () => {
    const whole = moments(100, () => 1000)
    expect(energyGiven([...whole.slice(0, 40), ...whole.slice(47)])).toBeNull()
    expect(energyGiven(moments(100, (s) => (s === 50 ? null : 1000)))).toBeNull()
    expect(energyGiven(whole.map((one) => ({ ...one, socPercent: null })))).toBeNull()
    expect(energyGiven([])).toBeNull()
  })
  it('shows nothing of a battery that was charged in between', () => {
    expect(energyGiven(moments(100, (s) => (s < 50 ? 1000 : -1000)))).toBeNull()
    expect(energyGiven(moments(100, (s) => (s < 99 ? 1000 : -1000)))).not.toBeNull()
  })
  it('has no step, and so no capacity, where the charge never moved', () => {
    const still = energyGiven(
      moments(
        100,
        () => 1000,
        () => 80,
      ),
    )
    expect([still?.stepPercent, still && apparentCapacity(still)]).toEqual([null, null])
  })
})
