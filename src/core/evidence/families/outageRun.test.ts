import { describe, expect, it } from 'vitest'
import { aLoad, house, reading, recordOf } from '../../../../tests/support/house'
import type { Installation } from '../../installation/installation'
import { benchOf } from '../bench'
import { MENDED_FAMILIES, toMend } from '../mends'
import type { Reading } from '../reading'
import { POINT_FAMILIES } from '.'

const full = (change: Partial<Installation> = {}) => house({ testDepth: 'full', ...change })
const judged = (key: string, readings: Reading[], change: Partial<Installation> = {}) =>
  benchOf(recordOf(full(change), readings)).judgements.get(key)
const verdict = (...given: Parameters<typeof judged>) => judged(...given)?.verdict

describe('what the house draws before the cut', () => {
  const demand = (watts: number, change: Partial<Installation> = {}) =>
    verdict('outage.demand', [reading('outage.demand', 'demand', watts)], change)
  it('is held against what the changeover carries', () => {
    expect([demand(100), demand(50_000)]).toEqual(['proven', 'stop'])
  })
  it('is open without a figure, and where the sources are not declared', () => {
    expect(verdict('outage.demand', [])).toBe('open')
    expect(demand(100, { sources: { ...house().sources, gatewayA: null, switchA: null } })).toBe('open')
  })
  it('holds the outage with loads in a full test, and is not asked for in an essential one', () => {
    const heavy = (testDepth: 'full' | 'essential') =>
      benchOf(recordOf(full({ testDepth }), [reading('outage.heavyOff', 'answer', 'off')]))
        .holds.find(({ step }) => step.id === 'loadedIsland')
        ?.conditions.find(({ condition }) => condition.id === 'heavy')?.holds
    expect([heavy('full'), heavy('essential')]).toEqual([false, true])
  })
})

describe('a load on the ladder', () => {
  const loads = [aLoad({ tag: 'kettle', name: 'Kettle', powerW: 2000, backedUp: true })]
  const drawn = (watts: number) =>
    verdict('outage.rung.kettle', [reading('outage.rung.kettle', 'drawn', watts)], { loads })
  it('draws what was expected, to a fifth', () => {
    expect([drawn(1600), drawn(2400), drawn(1599), drawn(2401)]).toEqual(['proven', 'proven', 'watch', 'watch'])
  })
  it('that drew nothing is dead; one that nobody switched on is open', () => {
    expect([drawn(0), verdict('outage.rung.kettle', [], { loads })]).toEqual(['stop', 'open'])
  })
})

describe('a clock from the cut', () => {
  const key = 'outage.awake.router'
  it('is a time, or a word, and never both', () => {
    const time = reading(key, 'after', 95)
    const word = (said: string) => reading(key, 'word', said)
    expect([
      verdict(key, []),
      verdict(key, [time]),
      verdict(key, [word('absent')]),
      verdict(key, [word('dead')]),
      verdict(key, [time, word('dead')]),
    ]).toEqual(['open', 'proven', 'proven', 'watch', 'open'])
  })
})

describe('what a battery gave for its charge', () => {
  const key = 'outage.capacity'
  const used = (given: number, step = 1) => [
    reading(key, 'given', given),
    reading(key, 'from', 90),
    reading(key, 'to', 50),
    reading(key, 'step', step),
  ]
  const { sources } = house()
  const declared = { sources: { ...sources, usableWh: 10_000, dischargeEfficiency: 1 } }
  const of = (readings: Reading[], change: Partial<Installation> = {}) =>
    verdict(key, readings, { ...declared, promises: [], ...change })
  it('is held against what is declared, with its error', () => {
    expect([of(used(4000)), of(used(3620)), of(used(3000))]).toEqual(['proven', 'watch', 'stop'])
  })
  it('is open while anything of it is missing, or nothing is declared', () => {
    for (const without of ['given', 'from', 'to', 'step'])
      expect(of(used(4000).filter(({ slot }) => slot !== without))).toBe('open')
    expect(of(used(4000), { sources: { ...sources, usableWh: null, nominalWh: null } })).toBe('open')
  })
  it('proves the hours that were promised, or says that they are not kept, or cannot be worked out', () => {
    const promise = (runtimeH: number) => ({
      promises: [
        {
          id: 'p',
          kind: 'runtime' as const,
          sentence: 'It lasts.',
          gapClass: null,
          runtimeH,
          loadTags: [],
          changedAt: null,
          changeNote: null,
        },
      ],
    })
    const rested = { sources: { ...declared.sources, reserveSoc: 0.5, floorSoc: 0.1, standbyW: 0 } }
    expect(of(used(4000), { ...rested, ...promise(0.01) })).toBe('proven')
    expect(of(used(4000), { ...rested, ...promise(999) })).toBe('stop')
    expect(of(used(4000), { sources: { ...rested.sources, reserveSoc: null }, ...promise(0.01) })).toBe('open')
    const kept = benchOf(recordOf(full({ ...rested, ...promise(0.01) }), used(4000))).promises[0]
    expect([kept?.verdict, kept?.points.map((point) => point.key)]).toEqual(['proven', [key]])
  })
})

describe('an overload that was seen', () => {
  const key = 'outage.overload'
  const { sources } = house()
  const said = (power: number, after: number, back: string) => [
    reading(key, 'power', power),
    reading(key, 'after', after),
    reading(key, 'back', back),
  ]
  const limitW = Number(judged('outage.demand', [reading('outage.demand', 'demand', 1)])?.limit?.replace(/\D/g, ''))
  const units = sources.units.map((unit) => ({ ...unit, surgeS: 10 }))
  const of = (readings: Reading[], change: Partial<Installation> = { sources: { ...sources, units } }) =>
    verdict(key, readings, change)
  it('protects itself and comes back: by itself, by hand, or not at all', () => {
    expect(limitW).toBeGreaterThan(0)
    expect([
      of(said(60_000, 2, 'itself')),
      of(said(60_000, 2, 'hand')),
      of(said(60_000, 2, 'notBack')),
      of([reading(key, 'back', 'notTried')]),
    ]).toEqual(['proven', 'watch', 'stop', 'watch'])
  })
  it('that came within the declared power, or before the declared time, is a failure', () => {
    expect(of(said(500, 30, 'itself'))).toBe('stop')
    expect(judged(key, said(500, 30, 'itself'), { sources: { ...sources, units } })?.why).toContain('declared on end')
  })
  it('is open while anything of it is missing, or the source has not declared what it carries', () => {
    for (const without of ['power', 'after', 'back'])
      expect(of(said(60_000, 2, 'itself').filter(({ slot }) => slot !== without))).toBe('open')
    const blank = sources.units.map((unit) => ({ ...unit, surgeS: null }))
    expect(of(said(60_000, 2, 'itself'), { sources: { ...sources, units: blank } })).toBe('open')
  })
})

describe('what would mend a test', () => {
  it('is said of families that there are, and never of one that holds', () => {
    const known = POINT_FAMILIES.map(({ id }) => id)
    expect(MENDED_FAMILIES.filter((id) => !known.includes(id))).toEqual([])
    const bench = benchOf(
      recordOf(full(), [
        reading('outage.cleanReturns', 'return1', 'tripped'),
        reading('outage.toldOfIsland', 'answer', 'silent'),
        reading('outage.medical', 'answer', 'none'),
      ]),
    )
    expect(toMend(bench).map(({ point, mends }) => [point.key, mends[0]?.kind])).toEqual([
      ['outage.cleanReturns', 'regroup'],
      ['outage.toldOfIsland', 'setting'],
    ])
  })
})
