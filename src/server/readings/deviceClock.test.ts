import { describe, expect, it } from 'vitest'
import { clockAheadS, clockDetail, clockFault } from './deviceClock'

const now = new Date('2026-05-02T12:00:00.000Z')
const off = (seconds: number) => new Date(now.getTime() + seconds * 1000).toISOString()

describe('a device’s clock', () => {
  it.each([
    [null, null],
    [0, null],
    [120, null],
    [-120, null],
    [121, 121],
    [-3600, -3600],
    [86_000, 86_000],
  ])('that says it is %s s ahead as it sends is noted as %s', (seconds, expected) => {
    expect(clockAheadS(seconds === null ? null : off(seconds), now)).toBe(expected)
  })
  it('is taken at its word where it told, whenever the reading was made', () => {
    expect(clockDetail({ recordedAt: off(-8 * 3600) }, 3600, now)).toEqual({ clockAheadS: 3600 })
    expect(clockDetail({ recordedAt: off(-8 * 3600) }, -3600, now)).toEqual({ clockAheadS: -3600 })
  })
  it('is at least as far ahead as its reading where it did not tell, and may not be behind for having waited', () => {
    expect(clockDetail({ recordedAt: off(7200) }, null, now)).toEqual({ clockAheadS: 7200 })
    expect(clockDetail({ recordedAt: off(-7200) }, null, now)).toEqual({})
    expect(clockDetail({ recordedAt: off(60) }, null, now)).toEqual({})
  })
  it('is not believed more than a day ahead', () => {
    expect(clockFault({ recordedAt: off(86_400) }, now)).toBeNull()
    expect(clockFault({ recordedAt: off(86_401) }, now)).toMatch(/more than a day from now/)
    expect(clockFault({ recordedAt: off(-400 * 86_400) }, now)).toBeNull()
  })
})
