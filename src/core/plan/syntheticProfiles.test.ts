import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { LOAD_PATTERNS, TEMPERATE_CLEARNESS, syntheticLoadW, syntheticPvW } from './syntheticProfiles'

const sun = { latitudeDeg: 52, clearness: TEMPERATE_CLEARNESS, performanceRatio: 0.8 }
const south = { peakW: 1000, tiltDeg: 35, azimuthDeg: 180 }
const kWh = (watts: Float64Array, from = 0, to = 8760) => watts.subarray(from, to).reduce((sum, w) => sum + w, 0) / 1000

describe('synthetic load', () => {
  it('keeps each load’s mean and never asks for more than its power', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...LOAD_PATTERNS),
        fc.double({ min: 0.01, max: 1, noNaN: true }),
        fc.integer({ min: 10, max: 9000 }),
        fc.integer({ min: -60, max: 60 }),
        (pattern, duty, powerW, latitude) => {
          const watts = syntheticLoadW([{ powerW, duty, pattern }], latitude)
          // a pattern with idle hours cannot fill the whole year; then it runs in every hour it has
          const able = watts.filter((w) => w > 0).length / watts.length
          expect(kWh(watts) / 8.76).toBeCloseTo(powerW * Math.min(duty, able), 3)
          expect(watts.every((w) => w >= 0 && w <= powerW * (1 + 1e-9))).toBe(true)
        },
      ),
      { numRuns: 25 },
    )
  })
  it('heats in winter, in the south in July', () => {
    const january = (latitude: number) =>
      kWh(syntheticLoadW([{ powerW: 1000, duty: 0.3, pattern: 'heating' }], latitude), 0, 744)
    expect(january(52)).toBeGreaterThan(4 * january(-40))
  })
  it('adds up over loads, and is nothing without any', () => {
    const a = { powerW: 500, duty: 0.2, pattern: 'evening' as const }
    expect(kWh(syntheticLoadW([a, a], 50))).toBeCloseTo(2 * kWh(syntheticLoadW([a], 50)), 6)
    expect(kWh(syntheticLoadW([], 50))).toBe(0)
  })
})

describe('synthetic PV', () => {
  it('gives a believable year in the temperate north, and nothing at night', () => {
    const watts = syntheticPvW([south], sun)
    expect(kWh(watts)).toBeGreaterThan(700)
    expect(kWh(watts)).toBeLessThan(1300)
    expect(kWh(watts, 0, 744)).toBeLessThan(0.35 * kWh(watts, 151 * 24, 181 * 24))
    expect(watts.every((w, h) => w >= 0 && (h % 24 > 2 && h % 24 < 22 ? true : w === 0))).toBe(true)
    expect(Math.max(...watts)).toBeLessThan(1050)
  })
  it('leans to its face: east in the morning, west in the afternoon, north in the south', () => {
    const east = syntheticPvW([{ ...south, azimuthDeg: 90 }], sun)
    const west = syntheticPvW([{ ...south, azimuthDeg: 270 }], sun)
    const morning = (watts: Float64Array) => watts.reduce((sum, w, h) => (h % 24 < 12 ? sum + w : sum), 0)
    expect(morning(east)).toBeGreaterThan(1.4 * morning(west))
    const down = { ...sun, latitudeDeg: -33 }
    expect(kWh(syntheticPvW([{ ...south, azimuthDeg: 0 }], down))).toBeGreaterThan(kWh(syntheticPvW([south], down)))
  })
  it('grows with the array and with the clearness', () => {
    expect(kWh(syntheticPvW([south, south], sun))).toBeCloseTo(2 * kWh(syntheticPvW([south], sun)), 6)
    expect(kWh(syntheticPvW([south], { ...sun, clearness: sun.clearness.map((share) => share * 0.7) }))).toBeLessThan(
      0.85 * kWh(syntheticPvW([south], sun)),
    )
  })
})
