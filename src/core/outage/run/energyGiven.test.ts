import { describe, expect, it } from 'vitest'
import { aMark } from '../../../../tests/support/marks'
import { betweenMarks, jointMs } from './betweenMarks'
import { type BatteryMoment, energyGiven, islandMoments } from './energyGiven'

const at = (atMs: number, batteryW: number | null, socPercent: number | null): BatteryMoment => ({
  atMs,
  batteryW,
  socPercent,
})
/** An hour at so many watts, a value every two seconds, from one charge to another. */
const hour = (watts: number, fromPercent: number, toPercent: number): BatteryMoment[] =>
  Array.from({ length: 1801 }, (_, k) => at(k * 2000, watts, fromPercent + ((toPercent - fromPercent) * k) / 1800))

describe('the energy that a battery gave', () => {
  it('is its power over the time, with the charge before and after', () => {
    const given = energyGiven(hour(900, 80, 71))
    expect(given?.givenWh).toBeCloseTo(900, 6)
    expect([given?.fromPercent, given?.toPercent]).toEqual([80, 71])
    expect(given?.stepPercent).toBeCloseTo(9 / 1800, 9)
  })

  it('takes the middle of two values for the time between them', () => {
    expect(energyGiven([at(0, 1000, 50), at(4000, 2000, 49)])?.givenWh).toBeCloseTo((1500 * 4) / 3600, 9)
  })

  const good = hour(900, 80, 71)
  it.each<[string, BatteryMoment[]]>([
    ['one power is missing', good.map((one, k) => (k === 900 ? { ...one, batteryW: null } : one))],
    ['one charge is missing', good.map((one, k) => (k === 900 ? { ...one, socPercent: null } : one))],
    ['six seconds are missing', good.filter((_, k) => k !== 900 && k !== 901)],
    ['a value is out of order', [...good.slice(0, 10), at(1000, 900, 79), ...good.slice(10)]],
    ['it was charged in between', good.map((one, k) => (k > 900 && k < 1000 ? { ...one, batteryW: -2000 } : one))],
    ['it gave nothing', hour(0, 80, 80)],
    ['it was charged throughout', hour(-900, 71, 80)],
    ['there is nothing', []],
    ['there is one moment', good.slice(0, 1)],
  ])('is not claimed where %s', (_what, moments) => {
    expect(energyGiven(moments)).toBeNull()
  })

  it('bears a breath of charging, and four seconds without a value', () => {
    const breath = good.map((one, k) => (k === 900 ? { ...one, batteryW: -100 } : one))
    expect(energyGiven(breath)?.givenWh).toBeCloseTo(900 - (2 * 1000) / 3600, 6)
    // what went back in is not given
    const charged = good.map((one, k) => (k >= 900 && k < 910 ? { ...one, batteryW: -900 } : one))
    expect(energyGiven(charged)?.givenWh).toBeCloseTo(900 - (2 * 900 * 20) / 3600, 6)
    expect(energyGiven(good.filter((_, k) => k !== 900))?.givenWh).toBeCloseTo(900, 6)
  })

  it('has no step of a charge that never moved', () => {
    expect(energyGiven(hour(900, 80, 80))?.stepPercent).toBeNull()
  })
})

describe('the moments of an island', () => {
  const out = aMark('out', 10)
  const startMs = jointMs(out)
  const moment = (s: number, mode: string | null = 'island') => ({ ...at(startMs + s * 1000, 500, 60), mode })
  const seconds = (found: { atMs: number }[]) => found.map(({ atMs }) => (atMs - startMs) / 1000)

  it('lie after the cut and before the street came back, and are none of another mode', () => {
    const moments = [moment(-1), moment(0), moment(5), moment(6, 'grid'), moment(7, null), moment(20), moment(31)]
    expect(seconds(islandMoments({ out, streetBack: aMark('streetBack', 40), ended: null }, moments))).toEqual([
      0, 5, 20,
    ])
    expect(seconds(islandMoments({ out, streetBack: null, ended: aMark('ended', 17) }, moments))).toEqual([0, 5])
    expect(seconds(islandMoments({ out, streetBack: null, ended: null }, moments))).toEqual([0, 5, 20, 31])
  })

  it('are none where nobody tapped the cut', () => {
    expect(islandMoments({ out: null, streetBack: null, ended: null }, [moment(5)])).toEqual([])
  })
})

describe('the time between two taps', () => {
  const first = aMark('out', 0, { device: 'a', clockOffsetMs: 40, clockErrorMs: 15 })

  it('of one phone needs nothing but its own clock', () => {
    const later = aMark('back', 2, { device: 'a', clockOffsetMs: null, clockErrorMs: null })
    expect(betweenMarks(first, later)).toEqual({ ms: 2000, errorMs: 0 })
  })

  it('of two phones adds up both errors, and takes both offsets', () => {
    const other = aMark('back', 2, { device: 'b', clockOffsetMs: -60, clockErrorMs: 30 })
    expect(betweenMarks(first, other)).toEqual({ ms: 1900, errorMs: 45 })
  })

  it.each([
    ['the first was never compared', { clockOffsetMs: null }, {}],
    ['the other was never compared', {}, { clockOffsetMs: null }],
    ['the first one’s error is not known', { clockErrorMs: null }, {}],
    ['the other one’s error is not known', {}, { clockErrorMs: null }],
  ])('of two phones is not claimed where %s', (_what, one, two) => {
    const other = aMark('back', 2, { device: 'b', clockOffsetMs: -60, clockErrorMs: 30, ...two })
    expect(betweenMarks({ ...first, ...one }, other)).toBeNull()
  })

  it('of one phone whose clock was set in between goes by the common clock', () => {
    const set = aMark('back', 2, { device: 'a', clockOffsetMs: 3000, clockErrorMs: 20 })
    expect(betweenMarks(first, set)).toEqual({ ms: 2000 + 3000 - 40, errorMs: 35 })
    expect(betweenMarks(first, { ...set, clockErrorMs: null })).toBeNull()
  })
})
