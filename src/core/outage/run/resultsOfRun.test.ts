import { describe, expect, it } from 'vitest'
import { aLoad, house, reading, readyForLoads, recordOf } from '../../../../tests/support/house'
import { aMark } from '../../../../tests/support/marks'
import type { SurveyItem } from '../../installation/survey'
import { benchOf } from '../../evidence/bench'
import type { Reading } from '../../evidence/reading'
import { outageRunsOf } from './outageRun'
import { resultsOfRun } from './resultsOfRun'

const built = house({
  testDepth: 'full',
  loads: [aLoad({ tag: 'fridge', mustStayOn: true, powerW: 150, circuitTag: 'c1' })],
})
const { points } = benchOf(recordOf(built, readyForLoads(built)))
const USED = { givenWh: 2000.4, fromPercent: 80, toPercent: 60, stepPercent: 1 }

const vehicle: SurveyItem<'vehicleCharger'> = {
  id: 'v',
  kind: 'vehicleCharger',
  tag: 'ev1',
  name: 'Drive charger',
  detail: { ratingW: 7000, phase: 'L1', side: 'island', detects6mADc: true, givesW: 3000, givesWhen: 'afterBattery' },
}

const WHOLE: Parameters<typeof aMark>[] = [
  ['begun', -60, { subject: 'loaded' }],
  ['out', 0],
  ['back', 1.2],
  ['running', 30, { subject: 'fridge' }],
  ['awake', 95.04, { subject: 'router' }],
  ['loadOn', 100, { subject: 'fridge' }],
  ['drawn', 109, { subject: 'fridge', value: 151.6 }],
  ['sourceOff', 125, { value: 6200 }],
  ['sourceBack', 150, { subject: 'itself' }],
  ['streetBack', 600],
  ['onStreet', 660],
  ['ended', 700],
]
const shown = (marks: Parameters<typeof aMark>[], standing: Reading[] = [], used: typeof USED | null = USED) => {
  const [run] = outageRunsOf(marks.map((one) => aMark(...one)))
  return run === undefined
    ? []
    : resultsOfRun(run, points, standing, used, 300).map(({ pointKey, slot, offered }) => [
        pointKey,
        slot,
        offered.kind === 'word' ? offered.word : offered.value,
      ])
}

describe('what two phones tapped whose clocks leave the order open', () => {
  const onB = { device: 'b', clockErrorMs: 5000 }
  const uncompared = { device: 'b', clockOffsetMs: null, clockErrorMs: null }
  const slotsOf = (more: Parameters<typeof aMark>[], key: string) =>
    shown([...WHOLE, ...more])
      .filter(([point]) => point === key)
      .map(([, , value]) => value)

  it('is no clean return where a trip may have been on it', () => {
    expect(slotsOf([], 'outage.cleanReturns')).toEqual(['clean'])
    expect(slotsOf([['tripped', 500, { subject: 'fridge' }]], 'outage.cleanReturns')).toEqual(['clean'])
    expect(slotsOf([['tripped', 620, { subject: 'fridge' }]], 'outage.cleanReturns')).toEqual(['tripped'])
    expect(slotsOf([['tripped', 598, { subject: 'fridge', ...onB }]], 'outage.cleanReturns')).toEqual([])
    expect(slotsOf([['tripped', 30, { subject: 'fridge', ...uncompared }]], 'outage.cleanReturns')).toEqual([])
  })

  it('is neither running nor dead', () => {
    const key = 'outage.stayedOn.fridge'
    expect(slotsOf([['dead', 20, { subject: 'fridge' }]], key)).toEqual(['running'])
    expect(slotsOf([['dead', 40, { subject: 'fridge' }]], key)).toEqual(['dead'])
    expect(slotsOf([['dead', 27, { subject: 'fridge', ...onB }]], key)).toEqual([])
    expect(slotsOf([['dead', 20, { subject: 'fridge', ...uncompared }]], key)).toEqual([])
    expect(slotsOf([['running', 27, { subject: 'fridge', ...onB }]], key)).toEqual(['running'])
  })

  it('woke as late as it may have, and the source held as short', () => {
    const both = WHOLE.map(([kind, atS, change]): Parameters<typeof aMark> =>
      kind === 'awake' || kind === 'sourceOff' ? [kind, atS, { ...change, ...onB }] : [kind, atS, change ?? {}],
    )
    const of = (key: string, slot: string) => shown(both).find((one) => one[0] === key && one[1] === slot)?.[2]
    expect(of('outage.awake.router', 'after')).toBe(100)
    expect(of('outage.overload', 'after')).toBe(20)
  })
})

describe('what a run has shown', () => {
  it('goes to the points that ask for it', () => {
    expect(shown(WHOLE)).toEqual([
      ['outage.gap', 'most', 1500],
      ['outage.gap', 'least', 900],
      ['outage.stayedOn.fridge', 'seen', 'running'],
      ['outage.rung.fridge', 'drawn', 152],
      ['outage.awake.router', 'after', 95],
      ['outage.capacity', 'given', 2000],
      ['outage.capacity', 'from', 80],
      ['outage.capacity', 'to', 60],
      ['outage.capacity', 'step', 1],
      ['outage.overload', 'power', 6200],
      ['outage.overload', 'after', 25],
      ['outage.overload', 'back', 'itself'],
      ['outage.cleanReturns', 'return1', 'clean'],
    ])
  })
  it('is nothing of a practice run, and nothing of one whose beginning is not known', () => {
    expect(shown([['begun', -60, { subject: 'practice' }], ...WHOLE.slice(1)])).toEqual([])
    expect(shown(WHOLE.slice(1))).toEqual([])
  })
  it('is no capacity where the charge hardly moved or nothing was kept', () => {
    const keys = (used: typeof USED | null) => shown(WHOLE, [], used).map(([key]) => key)
    expect(keys({ ...USED, toPercent: 79 })).not.toContain('outage.capacity')
    expect(keys(null)).not.toContain('outage.capacity')
  })
  it('is no clean return before the run is over, and a tripped one where something tripped after the street came back', () => {
    const returns = (marks: Parameters<typeof aMark>[]) =>
      shown(marks)
        .filter(([key]) => key === 'outage.cleanReturns')
        .map(([, , word]) => word)
    expect(returns(WHOLE.slice(0, -1))).toEqual([])
    expect(returns([...WHOLE, ['tripped', 603]])).toEqual(['tripped'])
    expect(returns([...WHOLE, ['tripped', 130]])).toEqual(['clean'])
  })
  it('is no longer offered once it stands in the record, and a run begun later offers its own', () => {
    const taken = reading('outage.stayedOn.fridge', 'seen', 'running', { receivedAt: '2026-03-01T10:20:00.000Z' })
    const keys = (marks: Parameters<typeof aMark>[]) => shown(marks, [taken]).map(([key]) => key)
    expect(keys(WHOLE)).not.toContain('outage.stayedOn.fridge')
    const later = WHOLE.map(([kind, atS, change]): Parameters<typeof aMark> => [kind, atS + 3600, change])
    expect(keys(later)).toContain('outage.stayedOn.fridge')
  })
  it('is that a vehicle gave which came home late, unless something tripped meanwhile', () => {
    const withVehicle = house({ ...built, survey: [vehicle] })
    const late = (...marks: Parameters<typeof aMark>[]) => {
      const [run] = outageRunsOf(
        [['begun', -60, { subject: 'loaded' }] as const, ['out', 0] as const, ['back', 1] as const, ...marks].map(
          (one) => aMark(...(one as Parameters<typeof aMark>)),
        ),
      )
      const points = benchOf(recordOf(withVehicle, [])).points
      return (
        run &&
        resultsOfRun(run, points, [], null, 300).find(({ pointKey }) => pointKey === 'settings.source.late')?.offered
      )
    }
    const plugged: Parameters<typeof aMark> = ['pluggedIn', 60, { subject: 'ev1' }]
    const gives: Parameters<typeof aMark> = ['vehicleGives', 75, { subject: 'ev1' }]
    expect(late(plugged)).toBeUndefined()
    expect(late(plugged, gives)).toEqual({ kind: 'word', word: 'yes' })
    expect(late(plugged, ['tripped', 70], gives)).toEqual({ kind: 'word', word: 'no' })
    expect(late(plugged, gives, ['tripped', 90])).toEqual({ kind: 'word', word: 'yes' })
    // whose clock leaves open whether it was before
    expect(late(plugged, gives, ['tripped', 58, { device: 'b', clockErrorMs: 5000 }])).toBeUndefined()
    expect(late(plugged, ['vehicleGives', 62, { subject: 'ev1', device: 'b', clockErrorMs: 5000 }])).toBeUndefined()
    expect(late(gives)).toBeUndefined()
  })
  it('is the next return: a clean one is left, a tripped one is repeated', () => {
    const before = (word: string) => [
      reading('outage.cleanReturns', 'return1', word, { receivedAt: '2026-03-01T08:00:00.000Z' }),
    ]
    expect(shown(WHOLE, before('clean')).at(-1)).toEqual(['outage.cleanReturns', 'return2', 'clean'])
    expect(shown(WHOLE, before('tripped')).at(-1)).toEqual(['outage.cleanReturns', 'return1', 'clean'])
  })
  it('claims no time between two phones that were never compared', () => {
    const strange = { device: 'b', clockOffsetMs: null, clockErrorMs: null }
    const marks = WHOLE.map(([kind, atS, change]): Parameters<typeof aMark> =>
      kind === 'back' || kind === 'awake' ? [kind, atS, { ...change, ...strange }] : [kind, atS, change],
    )
    const keys = shown(marks).map(([key]) => key)
    expect(keys.filter((key) => key === 'outage.gap' || key === 'outage.awake.router')).toEqual([])
  })
})
