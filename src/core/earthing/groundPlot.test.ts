import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { anElectrode, house } from '../../../tests/support/house'
import type { Electrode } from '../installation/installation'
import { EMPTY_SITE, type SurveyItem } from '../installation/survey'
import { groundPlot } from './groundPlot'

const rod = (tag: string, atM: number, change: Partial<Electrode> = {}) =>
  anElectrode({ id: tag, tag, atM, lengthM: 1.5, diameterMm: 16, ...change })
const service = (tag: string, detail: object): SurveyItem =>
  ({
    id: tag,
    kind: 'service',
    tag,
    name: `Service ${tag}`,
    detail: { medium: 'water', material: null, atM: null, depthM: null, ...detail },
  }) as SurveyItem
const plotOf = (electrodes: Electrode[], { soilOhmM = 100 as number | null, survey = [] as SurveyItem[] } = {}) =>
  groundPlot(house({ electrodes, survey, site: { ...EMPTY_SITE, soilOhmM } }))

describe('the ground to scale', () => {
  it('holds each kind of electrode by its own sizes', () => {
    const plot = plotOf([
      rod('e1', 2, { depthM: 0.5 }),
      anElectrode({ id: 'e2', tag: 'e2', kind: 'plate', atM: 5, acrossM: 0.6, depthM: 0.8 }),
      anElectrode({ id: 'e3', tag: 'e3', kind: 'conductor', atM: 7, lengthM: 10, diameterMm: 8, depthM: 0.6 }),
      rod('e4', 20, { kind: 'array', rodCount: 3, spacingM: 3 }),
    ])
    expect(plot.electrodes.map(({ parts }) => parts)).toEqual([
      [{ fromM: 2, toM: 2, topM: 0.5, bottomM: 2 }],
      [{ fromM: 4.7, toM: 5.3, topM: 0.8, bottomM: 0.8 }],
      [{ fromM: 7, toM: 17, topM: 0.6, bottomM: 0.6 }],
      [20, 23, 26].map((placeM) => ({ fromM: placeM, toM: placeM, topM: 0, bottomM: 1.5 })),
    ])
    expect(plot.electrodes.every(({ aloneOhm, missing }) => aloneOhm !== null && missing.length === 0)).toBe(true)
    expect([plot.outM, plot.deepM]).toEqual([27, 2.3])
  })
  it('says what is lost by standing close, and what each carries', () => {
    const far = plotOf([rod('e1', 0), rod('e2', 30)])
    const near = plotOf([rod('e1', 0), rod('e2', 1.6)])
    // the worked figure of E-2
    expect(far.joined?.totalOhm).toBeCloseTo(30.08, 1)
    expect(near.joined?.lostBenefitPercent).toBeGreaterThan(far.joined?.lostBenefitPercent ?? 0)
    expect(near.electrodes.map(({ currentShare }) => currentShare)).toEqual(
      [0.5, 0.5].map((half) => expect.closeTo(half, 6)),
    )
    expect(plotOf([rod('e1', 0), rod('e2', 1)]).joined?.tooClose).toEqual([[0, 1]])
  })
  it('keeps the distance off the line in the sum', () => {
    const line = plotOf([rod('e1', 0), rod('e2', 4)])
    const aside = plotOf([rod('e1', 0), rod('e2', 0, { asideM: 4 })])
    expect(aside.joined?.totalOhm).toBeCloseTo(line.joined?.totalOhm ?? 0, 9)
  })
  it.each([
    ['a place', { atM: null }, 'place'],
    ['a length', { lengthM: null }, 'length'],
  ] as const)('draws nothing without %s, and names it', (_name, change, gap) => {
    const { electrodes, joined } = plotOf([rod('e1', 2, change), rod('e2', 8)])
    expect([electrodes[0]?.parts, electrodes[0]?.missing, joined]).toEqual([[], [gap], null])
  })
  it('draws without a thickness, and reckons nothing', () => {
    const [one] = plotOf([rod('e1', 2, { diameterMm: null })]).electrodes
    expect([one?.parts.length, one?.aloneOhm, one?.missing]).toEqual([1, null, ['thickness']])
  })
  it('reckons nothing in soil that nobody knows, with sizes of nothing, or on one spot', () => {
    const unknown = groundPlot(house({ electrodes: [rod('e1', 2)], site: EMPTY_SITE }))
    expect([unknown.soil, unknown.joined, unknown.electrodes[0]?.aloneOhm]).toEqual([null, null, null])
    expect(plotOf([rod('e1', 2, { lengthM: 0 })]).electrodes[0]?.aloneOhm).toBeNull()
    expect(plotOf([rod('e1', 2), rod('e2', 2)]).joined).toBeNull()
  })
  it('tells soil that was measured from soil that is assumed by its kind', () => {
    expect(plotOf([rod('e1', 2)]).soil).toEqual({ ohmM: 100, isMeasured: true })
    const assumed = groundPlot(house({ electrodes: [rod('e1', 2)], site: { ...EMPTY_SITE, soil: 'clay' } }))
    expect(assumed.soil).toEqual({ ohmM: 50, isMeasured: false })
  })
  it('places services as they were located, and names those that were not', () => {
    const survey = [
      service('gas', { medium: 'gas', material: 'metal', atM: 2.4, depthM: 0.6 }),
      service('water', { atM: 9 }),
      service('drain', { medium: 'drain' }),
    ]
    const plot = plotOf([rod('e1', 2), rod('e2', 8)], { survey })
    expect(plot.services.map(({ tag, atM, depthM, isMetal }) => [tag, atM, depthM, isMetal])).toEqual([
      ['gas', 2.4, 0.6, true],
      ['water', 9, null, null],
    ])
    expect(plot.unplaced.map(({ tag }) => tag)).toEqual(['drain'])
    expect(plot.electrodes.map(({ nearest }) => nearest)).toEqual([
      { tag: 'gas', distanceM: expect.closeTo(0.4, 9) },
      { tag: 'water', distanceM: expect.closeTo(1, 9) },
    ])
  })
  it('takes a service from before places were asked for one that nobody has placed', () => {
    const before = { id: 's', kind: 'service', tag: 's', name: 'Water', detail: { medium: 'water', material: null } }
    expect(plotOf([rod('e1', 2)], { survey: [before as SurveyItem] }).unplaced).toHaveLength(1)
  })
  it('never gives more for one electrode more, nor for one that stands nearer', () => {
    const spots = fc.uniqueArray(fc.integer({ min: 0, max: 60 }), { minLength: 2, maxLength: 6 })
    fc.assert(
      fc.property(spots, (at) => {
        const rods = at.map((placeM, k) => rod(`e${k}`, placeM * 2))
        const all = plotOf(rods).joined?.totalOhm ?? 0
        const fewer = plotOf(rods.slice(1)).joined?.totalOhm ?? 0
        const wider = plotOf(rods.map((one) => ({ ...one, atM: (one.atM ?? 0) * 2 }))).joined?.totalOhm ?? 0
        expect(all).toBeLessThanOrEqual(fewer + 1e-9)
        expect(wider).toBeLessThanOrEqual(all + 1e-9)
      }),
      { seed: 8 },
    )
  })
})
