import { describe, expect, it } from 'vitest'
import { RULE_PACKS } from '../rules/packs'
import { ctDecidingStepW, ctIsCertain, ctScaleBound } from './ctCertainty'

const { limits } = RULE_PACKS['iec-1ph-230']

describe('how far the scale of a transformer may be off', () => {
  it('is three standard errors of the meter’s noise, whatever one step says', () => {
    expect(ctScaleBound([{ appliedW: 200, meterW: 190 }], 15, null)).toBeCloseTo(0.318, 3)
  })
  it('is no less where a few steps agree by chance, and more where they do not', () => {
    const steps = [
      { appliedW: 200, meterW: 190 },
      { appliedW: -200, meterW: -190 },
    ]
    expect(ctScaleBound(steps, 15, 0)).toBeCloseTo(0.318 / Math.SQRT2, 3)
    expect(ctScaleBound(steps, 15, 0.2)).toBeCloseTo(0.6, 9)
  })
  it('has no bound where nothing was switched', () => {
    expect(ctScaleBound([], 15, null)).toBe(Infinity)
  })
})

describe('a step that proves a transformer', () => {
  it('brings the bound of one that answers exactly 1 to the limits', () => {
    const appliedW = ctDecidingStepW(15, limits, 1)
    expect(appliedW).toBeCloseTo(636.4, 1)
    expect(ctScaleBound([{ appliedW, meterW: appliedW }], 15, null)).toBeCloseTo(0.1, 9)
  })
  it('is larger the closer its answer is to another state, whichever way round it is', () => {
    for (const scale of [0.92, -0.92, 1.12, 0.12]) expect(ctDecidingStepW(15, limits, scale)).toBeCloseTo(3182, 0)
    expect(ctDecidingStepW(15, limits, limits.ctScaleMin.value)).toBe(Infinity)
  })
})

describe('what a transformer answers is certain', () => {
  it.each([
    [1, 'right', 0.05, true],
    [0.95, 'right', 0.06, false],
    [-1, 'reversed', 0.05, true],
    [-0.95, 'reversed', 0.06, false],
    [0.02, 'wrongConductor', 0.05, true],
    [0.08, 'wrongConductor', 0.05, false],
    [0.5, 'wrongRatio', 0.05, true],
    [0.85, 'wrongRatio', 0.06, false],
    [0.15, 'wrongRatio', 0.06, false],
    [1.2, 'wrongRatio', 0.05, true],
    [1.15, 'wrongRatio', 0.06, false],
    [-0.85, 'wrongRatio', 0.06, false],
  ] as const)('%f is %s, ± %f: %s', (scale, state, bound, certain) => {
    expect(ctIsCertain({ scale, state }, bound, limits)).toBe(certain)
  })
  it('never before a step was made', () => {
    expect(ctIsCertain({ scale: null, state: null }, Infinity, limits)).toBe(false)
  })
})
