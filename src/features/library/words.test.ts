import { describe, expect, it } from 'vitest'
import { house } from '../../../tests/support/house'
import { COMPONENT_KINDS } from '@/core/installation/installation'
import { EQUIPMENT_FIELDS, figuresOfKind } from '@/schemas/equipmentFields'
import { changeLines, figuresInALine } from './figureWords'
import { sourcesTold } from './sourcesTold'

describe('equipment in words', () => {
  it('says its first figures with their units, and plainly where there is none', () => {
    expect(figuresInALine({ kind: 'battery', figures: { moduleW: 1650, depthOfDischarge: 0.95 } })).toMatch(
      /Power of one module 1\.65.kW · Depth of discharge 95 %/,
    )
    expect(figuresInALine({ kind: 'gateway', figures: {} })).toContain('Open')
  })
  it('says what differs by the name of its field, not by its key', () => {
    const [line] = changeLines('inverter', [{ name: 'inverterAcW', before: 10_000, after: null }])
    expect(line).toMatch(/^AC rating: 10.*kW → not known$/)
  })
  it('has a name for every figure of every kind', () => {
    for (const kind of COMPONENT_KINDS)
      for (const { name } of figuresOfKind(kind))
        expect(changeLines(kind, [{ name, before: null, after: null }])[0]).not.toBe(name)
    expect(new Set(EQUIPMENT_FIELDS.map(({ name }) => name)).size).toBe(EQUIPMENT_FIELDS.length)
  })
})

describe('what taking equipment does, in words', () => {
  const { sources } = house()
  it('names what changes from what to what, and nothing that stays', () => {
    expect(sourcesTold(sources, sources)).toEqual([])
    const [line, ...more] = sourcesTold({ ...sources, usableWh: 10_000 }, { ...sources, usableWh: null })
    expect(line).toMatch(/^Usable energy: 10.*kWh → Open$/)
    expect(more).toEqual([])
  })
  it('says of a new inverter what is open', () => {
    const [unit] = sources.units
    if (!unit) throw new Error('the house has no inverter')
    const after = { ...sources, units: [...sources.units, { ...unit, name: 'Second', inverterAcW: null }] }
    expect(sourcesTold(sources, after)[0]).toMatch(/^New inverter Second: AC Open/)
  })
})
