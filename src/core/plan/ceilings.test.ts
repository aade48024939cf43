import { describe, expect, it } from 'vitest'
import { house } from '../../../tests/support/house'
import type { NamedSourceUnit } from '../installation/installation'
import { ceilingsOf, leftOf } from './ceilings'
import { contradictionsOf } from './contradictions'
import { growthByModules } from './growth'

const [UNIT] = house().sources.units as [NamedSourceUnit]
const withUnits = (...units: Partial<NamedSourceUnit>[]) =>
  house({
    sources: {
      ...house().sources,
      units: units.map((unit, k) => ({ ...UNIT, name: `Inverter ${k + 1}`, moduleCount: 3, ...unit })),
    },
  })
const dcString = (tag: string) => ({ id: tag, kind: 'pvSystem', tag, name: tag, detail: { coupling: 'dc' } })
const pathsOf = (installation: ReturnType<typeof house>) => contradictionsOf(installation).map(({ path }) => path)

describe('ceilings', () => {
  it('are open where the maker was not asked, and count down from what it allows', () => {
    const [modules, parallel, inputs] = ceilingsOf(withUnits({ mostModules: 6 }))
    expect(modules).toEqual({ kind: 'modules', name: 'Inverter 1', used: 3, most: 6 })
    expect([leftOf(modules!), leftOf(parallel!), leftOf(inputs!)]).toEqual([3, null, null])
  })
  it('of PV are open where it is not known which inverter a string is on', () => {
    const units = withUnits({ pvInputs: 2 }, { pvInputs: 2 })
    const two = { ...units, survey: [dcString('a')] as never }
    expect(
      ceilingsOf(two)
        .filter(({ kind }) => kind === 'pvInputs')
        .map(({ used }) => used),
    ).toEqual([null, null])
  })
})

describe('more than a maker allows', () => {
  it.each([
    [{ mostModules: 2 }, 'sources.units.0.moduleCount'],
    [{ mostInParallel: 0 }, 'sources.units.0.mostInParallel'],
  ])('%o contradicts itself', (unit, path) => {
    expect(pathsOf(withUnits(unit))).toContain(path)
  })
  it('is no contradiction at the ceiling itself, or where nothing is known', () => {
    for (const unit of [{ mostModules: 3, mostInParallel: 1 }, {}, { mostModules: null }])
      expect(pathsOf(withUnits(unit)).filter((path) => path.startsWith('sources.units'))).toEqual([])
  })
  it('of PV strings is one, where there is one inverter', () => {
    const built = withUnits({ pvInputs: 1 })
    const survey = [...built.survey, dcString('a'), dcString('b')] as never
    expect(pathsOf({ ...built, survey })).toContain('sources.units.0.pvInputs')
  })
  it('is said of each row of the growth sheet', () => {
    const allowed = (unit: Partial<NamedSourceUnit>) => growthByModules(withUnits(unit))?.map((row) => row.allowed)
    expect(allowed({ mostModules: 4 })).toEqual([true, true, false, false])
    expect(allowed({})).toEqual([null, null, null, null])
  })
})
