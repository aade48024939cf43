import { describe, expect, it } from 'vitest'
import { aLoad, house } from '../../../tests/support/house'
import type { Installation } from '../installation/installation'
import { EMPTY_SITE } from '../installation/survey'
import { isKnownSystem, missingOfSystem } from './autonomy'
import { planOfInstallation } from './planOfInstallation'
import { systemOfPlan, systemsToCompare, yearOfInstallation } from './yearOfInstallation'

const CHARGED = { ...house().assumptions, inverterChargeW: 5000, moduleChargeW: 1600 }
const built = (change: Partial<Installation> = {}) => house({ assumptions: CHARGED, ...change })
const [UNIT] = house().sources.units
if (!UNIT) throw new Error('the house has a unit')
const withSources = (change: Partial<Installation['sources']>) => built({ sources: { ...house().sources, ...change } })
const systemOf = (installation: Installation) => systemOfPlan(installation, planOfInstallation(installation))

describe('the planned battery as a year meets it', () => {
  it('is known where everything is declared: three modules charge with 4,800 W', () => {
    const system = systemOf(built())
    expect(isKnownSystem(system)).toBe(true)
    expect(system).toMatchObject({ capacityWh: 9600, chargeLimitW: 4800, reserveSoc: 0.4, pvShare: 0 })
  })

  it.each<[string, Installation, string]>([
    ['usable energy', withSources({ usableWh: null }), 'its usable energy'],
    ['its reserve', withSources({ reserveSoc: null }), 'the backup reserve'],
    ['a module count', withSources({ units: [{ ...UNIT, moduleCount: null }] }), 'the night limit'],
    ['what it is charged with', house(), 'what inverter and modules can be charged with'],
    ['the power of its PV', withSources({ units: [{ ...UNIT, pvDcW: null }] }), 'the power of every PV system'],
  ])('is not known without %s, and nothing stands in for it', (_what, installation, words) => {
    const system = systemOf(installation)
    expect(isKnownSystem(system)).toBe(false)
    expect(missingOfSystem(system)).toContain(words)
  })

  it('counts the share of PV that feeds the island, and none of a blank', () => {
    const pv = (watts: number | null, side: 'island' | 'grid') => ({
      name: side,
      ratingW: watts,
      expectedW: watts,
      side,
      phase: 'L1' as const,
      onBackedPhase: true,
    })
    expect(systemOf(withSources({ pvAc: [pv(3000, 'island'), pv(1000, 'grid')] })).pvShare).toBe(0.75)
    expect(systemOf(withSources({ pvAc: [pv(3000, 'island'), pv(null, 'grid')] })).pvShare).toBeNull()
  })

  it('is compared with a module less, one more, and a full reserve – known even where the usual one is not', () => {
    const labels = (installation: Installation) =>
      systemsToCompare(installation, planOfInstallation(installation)).map(({ label, system }) => [
        label,
        system.reserveSoc,
      ])
    expect(labels(withSources({ reserveSoc: null }))).toEqual([
      ['as planned', null],
      ['2 modules', null],
      ['4 modules', null],
      ['reserve kept full', 1],
    ])
  })
})

describe('the year that it meets', () => {
  const imported = { load: null, pv: null }
  it('says what is missing: loads or metering, and the latitude', () => {
    expect(yearOfInstallation(built({ loads: [] }), imported)).toMatchObject({
      profile: null,
      missing: 'There are no loads and no metering.',
    })
    expect(yearOfInstallation(built({ site: EMPTY_SITE }), imported)).toMatchObject({
      profile: null,
      missing: 'The latitude of the house is not known.',
    })
  })

  it('needs no latitude where the load was metered and there is no PV', () => {
    const load = { name: 'meter.csv', stepH: 1, watts: new Float64Array(8760).fill(400) }
    const year = yearOfInstallation(built({ site: EMPTY_SITE }), { load, pv: null })
    expect(year).toMatchObject({ missing: null, load: 'metered: meter.csv', pv: 'none' })
    expect(year.profile?.loadW[17]).toBe(400)
  })

  it('is synthetic from the loads and the latitude, and keeps their mean', () => {
    const year = yearOfInstallation(
      built({ site: { ...EMPTY_SITE, latitudeDeg: 52 }, loads: [aLoad({ powerW: 1000, duty: 0.25 })] }),
      imported,
    )
    const loadW = year.profile?.loadW ?? new Float64Array()
    expect(loadW.reduce((sum, watts) => sum + watts, 0) / loadW.length).toBeCloseTo(250, 0)
  })
})
