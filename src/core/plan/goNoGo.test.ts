import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { type GoNoGoInput, goNoGo } from './goNoGo'

const load = (tag: string, powerW: number, priority: number, mustStayOn = false) => ({
  tag,
  powerW,
  priority,
  mustStayOn,
})
const input: GoNoGoInput = {
  demandW: 3000,
  changeoverLimitW: 5000,
  nightLimitW: 4000,
  dayLimitW: 7000,
  byHand: false,
  pvSteadyMin: null,
  loads: [load('fridge', 150, 1, true), load('dryer', 2400, 9), load('kettle', 2000, 5)],
  demandShareOfLimit: 0.8,
}
const said = (change: Partial<GoNoGoInput>) => goNoGo({ ...input, ...change })

describe('go or no-go', () => {
  it('is go up to the share of what the changeover carries, met exactly', () => {
    expect([said({}).word, said({ demandW: 4000 }).word, said({ demandW: 4001 }).word]).toEqual(['go', 'go', 'noGo'])
  })
  it('by hand holds the night limit against it, and the day’s only once PV was steady for ten minutes', () => {
    const byHand = { byHand: true, demandW: 4500 }
    expect([
      said(byHand).limitW,
      said({ ...byHand, pvSteadyMin: 9 }).limitW,
      said({ ...byHand, pvSteadyMin: 10 }).limitW,
    ]).toEqual([4000, 4000, 7000])
    expect([said(byHand).word, said({ ...byHand, pvSteadyMin: 10 }).word]).toEqual(['noGo', 'go'])
  })
  it('names the fewest that bring it there, least essential first, and never what must stay on', () => {
    expect(said({ demandW: 6000 }).turnOff).toEqual({ loads: ['dryer'], reached: true })
    expect(said({ demandW: 8200 }).turnOff).toEqual({ loads: ['dryer', 'kettle'], reached: true })
    expect(said({ demandW: 9000 }).turnOff).toEqual({ loads: ['dryer', 'kettle'], reached: false })
  })
  it.each([
    ['demand', { demandW: null }],
    ['changeover limit', { changeoverLimitW: null }],
    ['night limit, by hand', { byHand: true, nightLimitW: null }],
    ['day limit, by hand in the sun', { byHand: true, pvSteadyMin: 20, dayLimitW: null }],
  ] as const)('is open without the %s', (_what, change) => {
    expect([said(change).word, said(change).turnOff]).toEqual(['open', null])
  })
  it('never turns to go by drawing more', () => {
    fc.assert(
      fc.property(fc.nat(20_000), fc.nat(20_000), (demandW, moreW) => {
        if (said({ demandW }).word === 'noGo') expect(said({ demandW: demandW + moreW }).word).toBe('noGo')
      }),
    )
  })
})
