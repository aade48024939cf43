import { describe, expect, it } from 'vitest'
import { livePowerOf } from './livePower'
import { type ReserveWatch, wasSeen, watchOn } from './reserveWatch'

const ON_STREET = livePowerOf({ batteryW: 0, houseW: 900, pvW: 0 })
const ON_BATTERY = livePowerOf({ batteryW: 900, houseW: 900, pvW: 0 })
const CHARGING = livePowerOf({ batteryW: -960, houseW: 900, pvW: 0 })
const NOT_GIVEN = livePowerOf({})
const GAP_MS = 10_000

const begun = (move: ReserveWatch['move']): ReserveWatch => ({
  move,
  chargeW: 1000,
  sinceMs: 100_000,
  heldFromMs: null,
  lastMs: null,
})
/** Watches values that come a second apart, the first a second after the setting. */
const after = (move: ReserveWatch['move'], list: readonly (typeof ON_STREET)[], fromMs = 101_000) =>
  list.reduce((watch, values, k) => watchOn(watch, values, fromMs + k * 1000, GAP_MS), begun(move))
const seen = (watch: ReserveWatch, nowMs = watch.lastMs ?? 0) => wasSeen(watch, nowMs, GAP_MS)
const times = (count: number, values: typeof ON_STREET) => Array.from({ length: count }, () => values)

describe('a move of the reserve that is watched', () => {
  it.each([
    ['toStreet', ON_STREET, ON_BATTERY],
    ['stays', ON_STREET, ON_BATTERY],
    ['toBattery', ON_BATTERY, ON_STREET],
    ['charges', CHARGING, ON_STREET],
  ] as const)('%s is seen after ten seconds on end, and not for less, otherwise, or nothing', (move, right, wrong) => {
    expect(seen(after(move, times(11, right)))).toBe(true)
    expect(seen(after(move, times(10, right)))).toBe(false)
    expect(seen(after(move, [...times(9, right), wrong, ...times(9, right)]))).toBe(false)
    expect(seen(after(move, [...times(9, right), NOT_GIVEN, ...times(9, right)]))).toBe(false)
    expect(seen(after(move, times(30, wrong)))).toBe(false)
    expect(seen(begun(move), 200_000)).toBe(false)
  })
  it('says nothing by values from before it was set, by the same ones again, or by old ones', () => {
    expect(seen(after('stays', times(11, ON_STREET), 80_000))).toBe(false)
    const once = watchOn(begun('stays'), ON_STREET, 101_000, GAP_MS)
    expect(watchOn(once, ON_STREET, 101_000, GAP_MS)).toBe(once)
    const whole = after('stays', times(11, ON_STREET))
    expect([seen(whole, (whole.lastMs ?? 0) + GAP_MS), seen(whole, (whole.lastMs ?? 0) + GAP_MS + 1)]).toEqual([
      true,
      false,
    ])
  })
  it('begins anew after a stretch without values', () => {
    const first = after('stays', times(6, ON_STREET))
    const later = watchOn(first, ON_STREET, (first.lastMs ?? 0) + GAP_MS + 1000, GAP_MS)
    expect([later.heldFromMs, seen(later)]).toEqual([later.lastMs, false])
  })
})
