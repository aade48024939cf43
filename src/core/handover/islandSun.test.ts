import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { house } from '../../../tests/support/house'
import type { Installation } from '../installation/installation'
import type { SurveyItem } from '../installation/survey'
import { planOfInstallation } from '../plan/planOfInstallation'
import { type IslandSun, islandSunOf } from './islandSun'
import { MOST_LASTING_H, lastsH, lastsWithSunH } from './lasting'

const face: SurveyItem = {
  id: 'f',
  kind: 'arrayFace',
  tag: 'f',
  name: 'f',
  detail: { peakW: 3000, tiltDeg: 30, azimuthDeg: 180 },
}
const known = (change: Partial<Installation> = {}) =>
  house({
    site: { ...house().site, latitudeDeg: 50 },
    survey: [face],
    sources: {
      ...house().sources,
      pvAc: [{ name: 'Roof', expectedW: 2000, ratingW: 3000, side: 'island', onBackedPhase: true, phase: 'all' }],
    },
    assumptions: { ...house().assumptions, inverterChargeW: 5000, moduleChargeW: 1500 },
    ...change,
  })
const sunOf = (installation: Installation) => islandSunOf(installation, planOfInstallation(installation))

describe('the sun that helps in an outage', () => {
  it('is least in the winter of the place, and gives nothing at night', () => {
    const north = sunOf(known())
    expect(north?.darkestMonth).toSatisfy((month) => month === 11 || month === 0)
    const south = sunOf(known({ site: { ...house().site, latitudeDeg: -35 } }))
    expect(south?.darkestMonth).toSatisfy((month) => month === 5 || month === 6)
    for (const day of north?.dullDayW ?? []) expect([day[0], day[23], day.length]).toEqual([0, 0, 24])
  })

  it.each([
    ['the latitude', { site: house().site }],
    ['a face', { survey: [] }],
    ['what it is charged with', { assumptions: { ...house().assumptions, inverterChargeW: null } }],
    ['PV in the island', { sources: house().sources }],
  ] as const)('is not counted on without %s', (_, change) => {
    expect(sunOf(known(change as Partial<Installation>))).toBeNull()
  })
})

const sunny = (watts: number): IslandSun => ({
  dullDayW: Array.from({ length: 12 }, () => Array.from({ length: 24 }, (_, h) => (h >= 10 && h < 14 ? watts : 0))),
  chargeLimitW: 1000,
  roundTrip: 0.9,
  darkestMonth: 0,
})
const battery = { fullWh: 6000, standbyW: 50 }

describe('how long a battery lasts with the sun', () => {
  it('is as long as without where there is none', () => {
    fc.assert(
      fc.property(fc.integer({ min: 20, max: 5000 }), (drawnW) => {
        expect(lastsWithSunH(battery, sunny(0), 0, drawnW)).toBeCloseTo(
          Math.min(MOST_LASTING_H, lastsH(battery.fullWh, battery.standbyW, drawnW) ?? 0),
          6,
        )
      }),
    )
  })

  it('is never shorter with more sun', () => {
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 4000 }), fc.integer({ min: 20, max: 3000 }), (watts, drawnW) => {
        const [less, more] = [watts, watts + 300].map((sun) => lastsWithSunH(battery, sunny(sun), 3, drawnW) ?? 0)
        expect(more).toBeGreaterThanOrEqual((less ?? 0) - 1e-9)
      }),
    )
  })

  it('adds what the battery takes in and no more than it holds: worked by hand', () => {
    // 450 W draw and 50 W standby from dusk: 16 h to ten o'clock leave nothing of 6000 Wh but for 12 h
    expect(lastsWithSunH(battery, sunny(3000), 0, 450)).toBe(12)
    // 250 + 50 W: 4800 Wh gone by ten, 4 h at the charge limit bring 3600 Wh, another 20 h take 6000 of what is then 4800
    expect(lastsWithSunH(battery, sunny(3000), 0, 250)).toBeCloseTo(20 + 4800 / 300, 6)
    expect(lastsWithSunH(battery, sunny(3000), 0, 100)).toBe(MOST_LASTING_H)
  })

  it('is not known where the energy or the sun is not', () => {
    expect(lastsWithSunH({ ...battery, fullWh: null }, sunny(1), 0, 100)).toBeNull()
    expect(lastsWithSunH(battery, null, 0, 100)).toBeNull()
  })
})
