import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { RULE_PACKS } from '../rules/packs'
import { earthConductorCurrent } from './earthConductorCurrent'
import { type PlacedElectrode, electrodeArray } from './electrodeArray'
import { type ElectrodeConductorInput, electrodeConductor } from './electrodeConductor'
import { lineOfRodsOhm, rodsForTarget, spacingForTargetM } from './electrodeLine'
import { electrodeResistance, wennerSoilOhmM } from './electrodeResistance'
import { lostNeutral } from './lostNeutral'

const { limits } = RULE_PACKS['iec-1ph-230']
const rodAt = (xM: number, lengthM = 2.4): PlacedElectrode => ({ kind: 'rod', xM, yM: 0, lengthM, diameterM: 0.016 })

describe('one electrode', () => {
  it('is not known without its soil or any of its sizes', () => {
    expect(electrodeResistance({ kind: 'rod', lengthM: 2.4, diameterM: null }, 85)).toBeNull()
    expect(electrodeResistance({ kind: 'disc', radiusM: 0.3, depthM: null }, 85)).toBeNull()
    expect(electrodeResistance({ kind: 'conductor', lengthM: null, diameterM: 0.01, depthM: 0.6 }, 85)).toBeNull()
    expect(electrodeResistance({ kind: 'rod', lengthM: 2.4, diameterM: 0.016 }, null)).toBeNull()
    expect([wennerSoilOhmM(null, 5), wennerSoilOhmM(3, null)]).toEqual([null, null])
  })

  it('takes a shallow disc as one on the surface, which is never lower', () => {
    const shallow = electrodeResistance({ kind: 'disc', radiusM: 0.6, depthM: 0.59 }, 150)
    const deep = electrodeResistance({ kind: 'disc', radiusM: 0.6, depthM: 0.6 }, 150)
    expect([shallow?.formula, deep?.formula]).toEqual(['surfaceDisc', 'disc'])
    expect(shallow!.resistanceOhm).toBeGreaterThan(deep!.resistanceOhm)
  })
})

describe('several electrodes', () => {
  const places = fc.uniqueArray(fc.integer({ min: 0, max: 40 }), { minLength: 1, maxLength: 8 })
  const rods = (at: number[]) => at.map((place) => rodAt(place * 3))

  it('one more electrode never raises the joined value, and never gives more than its own share', () => {
    fc.assert(
      fc.property(places, fc.double({ min: 10, max: 2000, noNaN: true }), (at, soilOhmM) => {
        const all = electrodeArray(rods(at), soilOhmM)!
        const less = electrodeArray(rods(at.slice(1)), soilOhmM)
        expect(all.totalOhm).toBeGreaterThanOrEqual(all.parallelOhm * (1 - 1e-9))
        expect(all.totalOhm).toBeLessThanOrEqual((less?.totalOhm ?? Infinity) * (1 + 1e-9))
        expect(all.currentShare.reduce((sum, share) => sum + share, 0)).toBeCloseTo(1, 9)
      }),
    )
  })

  it('parting one of them never lowers it, wherever it stands', () => {
    const all = electrodeArray([rodAt(0), rodAt(5), rodAt(11)], 120)!
    for (const left of [
      [rodAt(0), rodAt(5)],
      [rodAt(0), rodAt(11)],
      [rodAt(5), rodAt(11)],
    ])
      expect(electrodeArray(left, 120)!.totalOhm).toBeGreaterThan(all.totalOhm)
  })

  it('is not known while one is not, and refuses two on one spot', () => {
    expect(electrodeArray([rodAt(0), { ...rodAt(5), lengthM: null } as PlacedElectrode], 100)).toBeNull()
    expect(electrodeArray([], 100)).toBeNull()
    expect(() => electrodeArray([rodAt(0), rodAt(0)], 100)).toThrow(/1 and 2 stand on the same spot/)
  })

  it('says how many and how far, each the inverse of the line', () => {
    const line = { singleOhm: 63.85, soilOhmM: 160 }
    const found = rodsForTarget({ ...line, spacingM: 4.8, targetOhm: 20 })!
    expect(lineOfRodsOhm({ ...line, spacingM: 4.8, count: found.count - 1 })).toBeGreaterThan(20)
    const spacingM = spacingForTargetM({ ...line, count: 4, targetOhm: 25 })!
    expect(lineOfRodsOhm({ ...line, count: 4, spacingM })).toBeCloseTo(25, 9)
    expect(spacingForTargetM({ ...line, count: 1, targetOhm: 63.84 })).toBeNull()
    expect(() => lineOfRodsOhm({ ...line, count: 11, spacingM: 5 })).toThrow(RangeError)
  })
})

describe('a neutral lost in the street', () => {
  const of = (change: Partial<Parameters<typeof lostNeutral>[0]> = {}) =>
    lostNeutral({ nominalV: 230, loadsW: [2300], raOhm: 9.5, limitV: 70, instrument: null, ...change })

  it('is Open while a load or the electrode is not known, and worst without one', () => {
    expect([of({ loadsW: [2300, null] }).verdict, of({ raOhm: null }).verdict]).toEqual(['open', 'open'])
    expect(of({ raOhm: 'none' })).toMatchObject({ touchV: 230, verdict: 'stop' })
  })

  it('meets its limit exactly at the largest electrode, and rises with the electrode', () => {
    fc.assert(
      fc.property(
        fc.array(fc.integer({ min: 0, max: 12_000 }), { minLength: 1, maxLength: 3 }),
        fc.double({ min: 0.5, max: 500, noNaN: true }),
        (loadsW, raOhm) => {
          const here = of({ loadsW, raOhm })
          expect(of({ loadsW, raOhm: raOhm * 1.5 }).touchV!).toBeGreaterThanOrEqual(here.touchV!)
          if (here.largestRaOhm === null) expect(of({ loadsW, raOhm: 'none' }).verdict).toBe('proven')
          else expect(of({ loadsW, raOhm: here.largestRaOhm }).touchV).toBeCloseTo(70, 6)
        },
      ),
    )
  })

  it('refuses four phases', () => {
    expect(() => of({ loadsW: [1, 2, 3, 4] })).toThrow(RangeError)
  })
})

describe('current in the earth conductor', () => {
  const of = (currentA: number | null, afterOffA: number | null = null, raOhm: number | null = null) =>
    earthConductorCurrent({ currentA, afterOffA, raOhm, instrument: null }, limits)

  it('asks for everything to be switched off from 0.5 A on, and says where it comes from after', () => {
    expect([of(0.49).decision, of(0.5).decision, of(4, 0.5).decision, of(4, 0.49).decision]).toEqual([
      null,
      'switchOff',
      'network',
      'inside',
    ])
  })

  it('is Stop at 3 A, or at 50 V on a poor electrode, and Open unread', () => {
    expect([of(2.9).verdict, of(3).verdict, of(0.1, null, 500).verdict, of(null, 0).verdict]).toEqual([
      'watch',
      'stop',
      'stop',
      'open',
    ])
  })
})

describe('conductor of the electrode', () => {
  const of = (change: Partial<ElectrodeConductorInput>) =>
    electrodeConductor({
      pack: 'iec-1ph-230',
      size: '16',
      way: 'protected',
      divertedNeutral: true,
      supplyNeutralSize: '25',
      bondingSize: null,
      rodsOnly: false,
      factors: [],
      clampMaxA: 0.2,
      instrument: null,
      faultCurrentA: 1000,
      faultS: 0.2,
      kFactor: null,
      ...change,
    })

  it.each([
    [{}, 'proven'],
    [{ size: null }, 'open'],
    [{ supplyNeutralSize: null }, 'open'],
    [{ divertedNeutral: null, size: '6' }, 'open'],
    [{ clampMaxA: null }, 'open'],
    [{ faultS: null }, 'open'],
    [{ size: '6' }, 'stop'],
    [{ way: 'bare' }, 'stop'],
  ] as const)('%j is %s', (change, verdict) => {
    expect(of(change).verdict).toBe(verdict)
  })

  it('refuses a size that nobody sells', () => {
    expect(() => of({ size: '17' })).toThrow(/17/)
  })
})
