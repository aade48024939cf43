import { describe, expect, it } from 'vitest'
import { waveLevels } from '@/core/outage/waveLevels'
import { planOfInstallation } from '@/core/plan/planOfInstallation'
import { house } from '../../tests/support/house'
import { groundSectionLayout, wordRows } from './earth/groundSectionLayout'
import { changedWindow, gapWindow, waveLayout } from './outage/wave/waveLayout'
import { wavePath } from './outage/wave/wavePath'
import { loadStripLayout } from './plan/loadStripLayout'
import { loopScaleLayout } from './wire/loopScaleLayout'

describe('the wave', () => {
  const samples = Float64Array.from({ length: 100_000 }, (_, k) => (k === 51_234 ? 999 : Math.sin(k)))
  it.each([
    ['the samples themselves', []],
    ['coarser pictures of them', waveLevels(samples)],
  ])('loses no peak when many samples share a pixel, drawn from %s', (_, levels) => {
    const heights = [
      ...wavePath(
        { samples, levels },
        0,
        samples.length,
        (k) => k / 250,
        (volts) => volts,
      ).matchAll(/ (-?[\d.]+)/g),
    ].map(([, y]) => Number(y))
    expect(Math.max(...heights)).toBe(999)
    expect(heights.length).toBeLessThan(900)
  })
  it('draws every sample as a corner when they lie apart', () => {
    expect(
      wavePath(
        { samples, levels: waveLevels(samples) },
        10,
        20,
        (k) => k * 5,
        (volts) => volts,
      ).match(/[ML]/g),
    ).toHaveLength(10)
  })
  it('places the gap where it is in the window, and leaves it out elsewhere', () => {
    const of = (fromS: number, toS: number) =>
      waveLayout(
        {
          voltages: [{ samples, levels: [] }],
          sampleRateHz: 10_000,
          timesS: null,
          rms: [],
          lanes: [],
          nominalV: 230,
          gap: { startS: 4, endS: 5 },
          window: { fromS, toS },
        },
        { width: 1068, waveHeight: 200, rmsHeight: 80, laneHeight: 84 },
      ).gap
    expect(of(0, 10)).toEqual({ x: 54 + 400, width: 100 })
    expect(of(6, 10)).toBeNull()
  })
  it('keeps the window inside the recording', () => {
    expect(changedWindow({ fromS: 0, toS: 1 }, 10, { factor: 100 })).toEqual({ fromS: 0, toS: 10 })
    expect(changedWindow({ fromS: 9, toS: 10 }, 10, { shift: 5 })).toEqual({ fromS: 9, toS: 10 })
    expect(changedWindow({ fromS: 1, toS: 2 }, 10, { factor: 1e-9 }).toS).toBeCloseTo(1.5025, 6)
    expect(gapWindow({ startS: 0.05, endS: 0.1 }, 2, 50)).toEqual({ fromS: 0, toS: expect.closeTo(0.22, 9) })
  })
})

describe('the load strip', () => {
  const strip = loadStripLayout(house().loads, planOfInstallation(house()), ['L1'], 800)
  it('lays loads end to end on one scale, what stays on first', () => {
    const [row] = strip.rows
    expect(row?.segments.map(({ tag, kind }) => [tag, kind])).toEqual([
      ['fridge', 'stays'],
      ['oven', 'backedUp'],
    ])
    expect(row?.segments[1]?.x).toBeCloseTo(row?.segments[0]?.width ?? NaN, 9)
    expect((row?.limits[0]?.x ?? NaN) / (row?.segments[1]?.width ?? NaN)).toBeCloseTo(4800 / 3200, 9)
    expect(row?.backedUpW).toBe(3350)
  })
  it('shares a load on all phases among them', () => {
    const three = house({ packId: 'iec-3ph-400', loads: [{ ...house().loads[1]!, phase: 'all' }] })
    expect(
      loadStripLayout(three.loads, planOfInstallation(three), ['L1', 'L2', 'L3'], 800).rows.map(
        ({ segments }) => segments[0]?.watts,
      ),
    ).toEqual([3200 / 3, 3200 / 3, 3200 / 3, expect.closeTo(160, 9)])
  })
  it('stands without loads and without limits', () => {
    const bare = house({ loads: [], sources: { ...house().sources, units: [] } })
    expect(
      loadStripLayout([], planOfInstallation(bare), ['L1'], 800).rows.map(
        ({ segments, limits }) => segments.length + limits.length,
      ),
    ).toEqual([0, 0])
  })
})

it('draws no curve in the ground without readings, and the dry season above the middle one', () => {
  const size = { width: 700, height: 130 }
  expect([groundSectionLayout([], 100, 1.5, size).curve, groundSectionLayout([], 100, 1.5, size).seasonal]).toEqual([
    '',
    null,
  ])
  const section = groundSectionLayout(
    [
      { share: 0.72, ohm: 40, isResistance: false },
      { share: 0.618, ohm: 39, isResistance: true },
    ],
    100,
    1.5,
    size,
  )
  expect(section.points.map(({ label }) => label)).toEqual(['61.8 %', '72 %'])
  expect(section.seasonal).toMatchObject({ x: section.points[0]?.x, fromY: section.points[0]?.y })
  expect(section.seasonal?.toY).toBeLessThan(section.points[0]?.y ?? NaN)
})

it('has the words of the probes beside each other on a screen, and one lower on a phone', () => {
  const places = [{ share: 0.618 }, { share: 0.52 }, { share: 0.72 }]
  const rows = (width: number) => wordRows(places, groundSectionLayout([], 100, 1.5, { width, height: 130 }).x)
  expect(rows(720)).toEqual([0, 0, 0])
  expect(rows(340)).toEqual([1, 0, 0])
  expect(wordRows([...places, { share: 0.6, isFound: true }], (share) => 720 * share)).toEqual([0, 0, 0, 1])
})

it('keeps a loop far off its value on the scale, and says so', () => {
  expect(loopScaleLayout({ expectedOhm: 0.1, allowedOhm: 0.02, measuredOhm: 5 }, 150)).toMatchObject({
    measuredX: 150,
    off: true,
  })
  expect(loopScaleLayout({ expectedOhm: 0.1, allowedOhm: 0.02, measuredOhm: 0.1 }, 160)).toMatchObject({
    measuredX: 100,
    expectedX: 100,
    off: false,
  })
})
