import { describe, expect, it } from 'vitest'
import { timeThere } from './timeThere'

describe('a moment by the clock at a house', () => {
  it.each([
    ['2026-11-30T23:30:59Z', 'Europe/Berlin', '2026-12-01 00:30'],
    ['2026-06-30T23:30:59Z', 'Europe/Berlin', '2026-07-01 01:30'],
    ['2026-11-30T09:05:00Z', 'America/Los_Angeles', '2026-11-30 01:05'],
    ['2026-11-30T09:05:00.123+05:30', 'UTC', '2026-11-30 03:35'],
    ['', 'Europe/Berlin', ''],
    ['soon', null, 'soon'],
    ['2026-11-30T09:05:00Z', null, '2026-11-30 09:05 UTC'],
    ['2026-11-30T09:05:00Z', 'Nowhere/Atall', '2026-11-30 09:05 UTC'],
  ])('%s in %s is %s', (instant, timeZone, words) => {
    expect(timeThere(instant, { timeZone })).toBe(words)
  })
})
