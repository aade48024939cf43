import { describe, expect, it } from 'vitest'
import { LIMIT_KEYS, RULE_PACK_IDS } from '../rulePack'
import { RULE_PACKS } from '.'

describe.each(RULE_PACK_IDS)('rule pack %s', (id) => {
  const pack = RULE_PACKS[id]

  it('is filed under its own name and has every limit with unit, purpose and basis', () => {
    expect(pack.id).toBe(id)
    expect(Object.keys(pack.limits).sort()).toEqual([...LIMIT_KEYS].sort())
    for (const key of LIMIT_KEYS) {
      const limit = pack.limits[key]
      expect(Number.isFinite(limit.value), key).toBe(true)
      expect(limit.purpose.length, key).toBeGreaterThan(8)
      expect(limit.basis.length, key).toBeGreaterThan(8)
    }
  })

  it('has a word for everything and a colour for every conductor', () => {
    for (const [name, word] of Object.entries(pack.words)) expect(word, name).not.toBe('')
    expect(Object.keys(pack.conductorColours)).toEqual(expect.arrayContaining([...pack.phases, 'neutral', 'earth']))
  })

  it('keeps its bands the right way round', () => {
    const { limits, nominalV, nominalHz } = pack
    expect(limits.islandVoltageMin.value).toBeLessThan(nominalV)
    expect(limits.islandVoltageMax.value).toBeGreaterThan(nominalV)
    expect(limits.islandFrequencyMin.value).toBeLessThan(nominalHz)
    expect(limits.islandFrequencyMax.value).toBeGreaterThan(nominalHz)
    expect(
      [limits.rideUnnoticed, limits.rideFlicker, limits.rideBlink, limits.ridePause].map(({ value }) => value),
    ).toEqual([20, 150, 1000, 10_000])
  })
})
