import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { RULE_PACKS } from './packs'
import { type OwnLimit, ownLimitFault, ownLimitsNow, withOwnLimits } from './ownLimits'
import { OWN_LIMIT_FAULT_WORDS, boundsWords } from './ownLimitWords'
import { LIMIT_KEYS, type LimitKey, RULE_PACK_IDS } from './rulePack'

const set = (key: LimitKey, value: number | null, change: Partial<OwnLimit> = {}): OwnLimit => ({
  id: `${key} ${value}`,
  key,
  value,
  reason: 'Clay that dries out in summer',
  byName: 'Maud',
  at: '2027-03-18T08:35:00.000Z',
  ...change,
})

/** Limits that stand in an order: whatever a lead sets, none passes the next. */
const ASCENDING: readonly (readonly LimitKey[])[] = [
  ['rideUnnoticed', 'rideFlicker', 'rideBlink', 'ridePause'],
  ['pvReturnMin', 'pvReturnMax'],
  ['islandFrequencyMin', 'islandFrequencyMax'],
]

/** What protects people and is only ever drawn tighter: which way that is. */
const TIGHTER: Partial<Record<LimitKey, 'down' | 'up'>> = {
  lostNeutralTouchMax: 'down',
  continuityMax: 'down',
  batteryInsulationMin: 'up',
  sourceShutdownMaxS: 'down',
  ladderMarginShare: 'down',
  shareTolerance: 'down',
  terminalTorqueShare: 'down',
  fixingTorqueShare: 'down',
  leakageReturnFactor: 'up',
  pvChargeRatioMax: 'down',
  // a promise was made in figures, and is never held against softer ones
  rideUnnoticed: 'down',
  rideFlicker: 'down',
  rideBlink: 'down',
  ridePause: 'down',
  conduitFillOne: 'down',
  conduitFillTwo: 'down',
  stringVoltageShare: 'down',
  liftPerPersonMax: 'down',
}

/** Nobody sets these, whatever the region: they decide over life. */
const NOBODYS: readonly LimitKey[] = [
  'touchVoltageMax',
  'rcdGeneralX1Max',
  'rcdGeneralX5Max',
  'rcdRampMaxShare',
  'rcdPulsatingMaxShare',
  'rcdSmoothMaxShare',
  'gfciRampMax',
  'clampForbidsOpening',
  'clampStop',
  'deadVoltageMax',
  'insulationMin',
  'disconnectTnFinalS',
  'disconnectTtFinalS',
  'islandNeutralEarthMax',
]

describe.each(RULE_PACK_IDS)('limits that a lead may set in %s', (id) => {
  const pack = RULE_PACKS[id]
  const changeable = LIMIT_KEYS.filter((key) => pack.limits[key].crewMayChange !== null)

  it('hold the pack’s own figure between their bounds', () => {
    for (const key of changeable) expect(ownLimitFault(pack.limits[key], pack.limits[key].value), key).toBeNull()
  })

  it('cannot pass the limit they stand beside, however far each goes', () => {
    const most = (key: LimitKey) => pack.limits[key].crewMayChange?.most ?? pack.limits[key].value
    const least = (key: LimitKey) => pack.limits[key].crewMayChange?.least ?? pack.limits[key].value
    for (const row of ASCENDING)
      row.slice(1).forEach((key, k) => expect(most(row[k] as LimitKey), key).toBeLessThanOrEqual(least(key)))
  })

  it('are drawn tighter only, where they protect people', () => {
    for (const [key, way] of Object.entries(TIGHTER) as [LimitKey, 'down' | 'up'][]) {
      const { value, crewMayChange } = pack.limits[key]
      if (way === 'down') expect(crewMayChange?.most ?? value, key).toBeLessThanOrEqual(value)
      else expect(crewMayChange?.least ?? value, key).toBeGreaterThanOrEqual(value)
    }
  })

  it('are none of those that decide over life', () => {
    for (const key of NOBODYS)
      expect(ownLimitFault(pack.limits[key], pack.limits[key].value), key).toBe('notChangeable')
  })

  it('stand instead of the pack’s with who set them, when and why, and nothing else moves', () => {
    for (const key of changeable) {
      const most = pack.limits[key].crewMayChange?.most ?? NaN
      const own = withOwnLimits(pack, [set(key, most)])
      expect(own.limits[key].value, key).toBe(most)
      expect(own.limits[key].basis).toMatch(/own figure instead of .*set by Maud on 2027-03-18: Clay that dries out/)
      for (const other of LIMIT_KEYS) if (other !== key) expect(own.limits[other]).toBe(pack.limits[other])
    }
  })

  it('count for nothing where nobody may set them, or not so far', () => {
    fc.assert(
      fc.property(fc.constantFrom(...LIMIT_KEYS), fc.double({ min: -1e6, max: 1e6 }), (key, value) => {
        const bounds = pack.limits[key].crewMayChange
        const inside = bounds !== null && value >= bounds.least && value <= bounds.most
        expect(withOwnLimits(pack, [set(key, value)]).limits[key].value).toBe(inside ? value : pack.limits[key].value)
      }),
    )
  })
})

describe('limits set one after the other', () => {
  const pack = RULE_PACKS['iec-1ph-230']

  it('the last word counts, and going back goes back to the pack’s', () => {
    const twice = [set('continuityMax', 1), set('continuityMax', 0.5)]
    expect(withOwnLimits(pack, twice).limits.continuityMax.value).toBe(0.5)
    expect(withOwnLimits(pack, [...twice, set('continuityMax', null)])).toBe(pack)
    expect(ownLimitsNow([...twice, set('continuityMax', null)])).toEqual([])
  })

  it('one that these rules do not know counts for nothing, and the others stand', () => {
    const gone = { ...set('continuityMax', 1), key: 'fromALaterVersion' as 'continuityMax' }
    const own = withOwnLimits(pack, [gone, { ...set('continuityMax', 0.5), id: 'other' }])
    expect(own.limits.continuityMax.value).toBe(0.5)
    expect(Object.keys(own.limits)).toEqual(Object.keys(pack.limits))
    expect(ownLimitsNow([gone])).toEqual([])
  })

  it('no figure at all is no limit', () => {
    expect(ownLimitFault(pack.limits.continuityMax, NaN)).toBe('outOfBounds')
  })

  it('say what is wrong and how far they go', () => {
    expect(boundsWords(pack.limits.continuityMax)).toMatch(/^0\.1\s*Ω to 2\s*Ω$/)
    expect(boundsWords(pack.limits.clampStop)).toBe('as the pack has it')
    expect(OWN_LIMIT_FAULT_WORDS.outOfBounds(pack.limits.continuityMax)).toMatch(/2\s*Ω/)
    expect(OWN_LIMIT_FAULT_WORDS.notChangeable(pack.limits.clampStop)).toContain('dangerous by itself')
  })
})
