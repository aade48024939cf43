import { describe, expect, it } from 'vitest'
import { type AcPvInIslandInput, acPvInIsland, dcPv } from './pvInIsland'

const DROOP = { startHz: 50.2, stopHz: 51.5, pvTripHz: 52, provenNearFull: true }
const ac = (change: Partial<AcPvInIslandInput> = {}) =>
  acPvInIsland({
    pv: [{ ratingW: 3000, side: 'island', onBackedPhase: true }],
    chargeLimitW: 4000,
    ratioLimit: 1,
    curtailment: DROOP,
    parted: null,
    islandHz: 50.85,
    ...change,
  })

describe('AC-coupled PV in island mode', () => {
  it('fits within the charging power where curtailment was shown, and gives half in the middle of its droop', () => {
    const found = ac()
    expect(found).toMatchObject({ pvIslandW: 3000, ratioUsed: 0.75, verdict: 'fits' })
    expect(found.curtailedW).toBeCloseTo(1500, 6)
  })

  it.each<[string, Partial<AcPvInIslandInput>]>([
    ['the rating', { pv: [{ ratingW: null, side: 'island', onBackedPhase: true }] }],
    [
      'the rating of one of two',
      {
        pv: [
          { ratingW: 3000, side: 'island', onBackedPhase: true },
          { ratingW: null, side: 'island', onBackedPhase: true },
        ],
      },
    ],
    ['the charging power', { chargeLimitW: null }],
    ['the trip of the PV', { curtailment: { ...DROOP, pvTripHz: null } }],
    ['the droop shown near full', { curtailment: { ...DROOP, provenNearFull: null } }],
    ['any curtailment', { curtailment: null }],
  ])('is Open without %s', (_what, change) => {
    expect(ac(change).verdict).toBe('open')
  })

  it('has no figure at all while one rating is not known: a blank is never the lower figure', () => {
    expect(ac({ pv: [{ ratingW: null, side: 'island', onBackedPhase: true }] })).toEqual({
      pvIslandW: null,
      ratioUsed: null,
      curtailedW: null,
      verdict: 'open',
    })
  })

  it('above the ratio is Open until the droop was shown, and exceeds without one', () => {
    expect(ac({ chargeLimitW: 2000 }).verdict).toBe('fits')
    expect(ac({ chargeLimitW: 2000, curtailment: { ...DROOP, provenNearFull: null } }).verdict).toBe('open')
    expect(ac({ chargeLimitW: 2000, curtailment: { ...DROOP, pvTripHz: null } }).verdict).toBe('open')
    expect(ac({ chargeLimitW: 2000, curtailment: null, parted: true }).verdict).toBe('exceeds')
  })

  it('exceeds where the PV trips before the droop has taken it down, whatever its size', () => {
    expect(ac({ curtailment: { ...DROOP, pvTripHz: 51.5 } }).verdict).toBe('exceeds')
    expect(ac({ curtailment: { ...DROOP, pvTripHz: 51.6 } }).verdict).toBe('fits')
  })

  it('asks nothing of PV that gives nothing in an island, rated or not', () => {
    for (const where of [
      { side: 'grid', onBackedPhase: true },
      { side: 'island', onBackedPhase: false },
    ] as const)
      expect(ac({ pv: [{ ratingW: null, ...where }], chargeLimitW: null })).toMatchObject({
        pvIslandW: 0,
        ratioUsed: 0,
        verdict: 'fits',
      })
  })

  it('gives nothing above the droop, and all below it', () => {
    expect(ac({ islandHz: 53 }).curtailedW).toBe(0)
    expect(ac({ islandHz: 50 }).curtailedW).toBe(3000)
    expect(ac({ islandHz: null }).curtailedW).toBeNull()
  })
})

const STRING = {
  moduleVocV: 40,
  moduleIscA: 10,
  moduleVmpV: 33,
  betaPerC: -0.003,
  minTempC: -15,
  maxTempC: 65,
  modulesInString: 10,
  stringsInParallel: 1,
  optimisers: false,
  backGain: 0,
  iscFactor: 1.25,
  arrayW: 4000,
  inverterW: 4000,
  arrayRatioLimit: 1.3,
  maxVocV: 500,
  trackerLimitA: 15,
  trackerStartV: 120,
}

describe('DC-coupled PV', () => {
  it('fits with everything known: 10 modules of 40 V reach 448 V at 15 below', () => {
    const found = dcPv(STRING)
    expect(found.verdict).toBe('fits')
    expect(found.coldVocV).toBeCloseTo(448, 6)
    expect(found.maxModulesInString).toBe(11)
  })

  it.each([
    'moduleVocV',
    'moduleIscA',
    'moduleVmpV',
    'betaPerC',
    'minTempC',
    'maxTempC',
    'modulesInString',
    'stringsInParallel',
    'arrayW',
    'inverterW',
    'arrayRatioLimit',
    'maxVocV',
    'trackerLimitA',
  ] as const)('is Open without %s', (field) => {
    expect(dcPv({ ...STRING, [field]: null }).verdict).toBe('open')
  })

  it('has the voltage and the count of modules together or neither', () => {
    expect(dcPv({ ...STRING, maxVocV: null })).toMatchObject({ coldVocV: null, maxModulesInString: null })
    expect(dcPv({ ...STRING, modulesInString: null })).toMatchObject({ coldVocV: null, maxModulesInString: null })
  })

  it('leaves the voltage of a string with optimisers to its maker', () => {
    expect(dcPv({ ...STRING, optimisers: true })).toMatchObject({ coldVocV: null, hotVmpV: null, verdict: 'open' })
  })

  it('asks for the start in heat only where the tracker has one', () => {
    expect(dcPv({ ...STRING, trackerStartV: null })).toMatchObject({ hotVmpV: null, verdict: 'fits' })
    expect(dcPv({ ...STRING, trackerStartV: 300 }).verdict).toBe('exceeds')
  })

  it('counts the back of two-faced modules in current and power', () => {
    expect(dcPv({ ...STRING, backGain: 0.25 })).toMatchObject({
      trackerA: 15.625,
      arrayRatio: 1.25,
      verdict: 'exceeds',
    })
  })

  it('exceeds by one module too many', () => {
    expect(dcPv({ ...STRING, modulesInString: 11 }).verdict).toBe('fits')
    expect(dcPv({ ...STRING, modulesInString: 12 }).verdict).toBe('exceeds')
  })
})
