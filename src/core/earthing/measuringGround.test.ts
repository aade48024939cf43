import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { wennerSoilOhmM } from './electrodeResistance'
import { probePlan } from './probePlaces'
import { soilSounding } from './soilSounding'

describe('places of the probes', () => {
  it('are shares of the distance to the current probe', () => {
    const places = (...asked: Parameters<typeof probePlan>) =>
      probePlan(...asked).places.map(({ slot, distanceM }) => [slot, Number(distanceM?.toFixed(3))])
    expect(places('threePoint', 30, 2.4)).toEqual([
      ['r52', 15.6],
      ['r618', 18.54],
      ['r72', 21.6],
    ])
    expect(places('slope', 40, null)).toEqual([
      ['r20', 8],
      ['r40', 16],
      ['r60', 24],
    ])
  })

  it.each([
    ['threePoint', 30, 2.4, true],
    ['threePoint', 23, 2.4, false],
    ['slope', 23, 2.4, true],
    ['slope', 10, 2.4, false],
    ['threePoint', null, 2.4, null],
    ['threePoint', 30, null, null],
  ] as const)('%s at %s m for %s m: far enough %s', (method, currentProbeM, sizeM, farEnough) => {
    expect(probePlan(method, currentProbeM, sizeM).farEnough).toBe(farEnough)
  })
})

describe('a sounding of the soil', () => {
  const reading = (spacingM: number, ohmM: number) => ({ spacingM, readingOhm: ohmM / (2 * Math.PI * spacingM) })

  it('gives back the soil it was made of, and calls it even', () => {
    fc.assert(
      fc.property(fc.double({ min: 5, max: 5000, noNaN: true }), (ohmM) => {
        const found = soilSounding([1, 2, 4, 8].map((spacingM) => reading(spacingM, ohmM)))
        expect(found.meanOhmM).toBeCloseTo(ohmM, 6)
        expect(found.deeper).toBe('even')
      }),
    )
  })

  it('says which way it changes with depth, in whatever order it was taken', () => {
    expect(soilSounding([reading(1, 200), reading(4, 60)]).deeper).toBe('better')
    expect(soilSounding([reading(4, 200), reading(1, 60)]).deeper).toBe('worse')
  })

  it('knows nothing without a figure, and not how even it is from one', () => {
    expect(soilSounding([{ spacingM: null, readingOhm: 3 }])).toEqual({
      soilOhmM: [null],
      meanOhmM: null,
      unevenPercent: null,
      deeper: null,
    })
    expect(soilSounding([reading(2, 80)]).deeper).toBeNull()
    expect(wennerSoilOhmM(0, 3)).toBeNull()
  })
})
