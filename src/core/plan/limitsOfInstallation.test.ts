import { describe, expect, it } from 'vitest'
import { house } from '../../../tests/support/house'
import type { Component, Installation, NamedSourceUnit } from '../installation/installation'
import { contradictionsOf } from './contradictions'
import { sourceDevices } from './devicesOfInstallation'
import { carryingA, limitsOfInstallation, missingForLimits } from './limitsOfInstallation'
import { moduleLimits, systemOfPlan } from './yearOfInstallation'
import { planOfInstallation } from './planOfInstallation'
import { schoolReason } from './schoolReason'

const gateway: Component = {
  id: 'g',
  tag: 'gate1',
  kind: 'gateway',
  name: 'Gateway',
  model: 'G',
  minimumFirmware: null,
  warrantyUntil: null,
  libraryRevisionId: null,
  bendingMm: null,
  terminalSize: null,
}
const withSources = (
  sources: Partial<Installation['sources']>,
  unit: Partial<NamedSourceUnit> = {},
  components: Component[] = [],
): Installation => {
  const own = house()
  return {
    ...own,
    components,
    sources: { ...own.sources, units: own.sources.units.map((one) => ({ ...one, ...unit })), ...sources },
  }
}

describe('what carries the house in an outage', () => {
  it.each([
    ['the gateway', { gatewayA: 50, switchA: 32 }, [], 50],
    ['the switch, where no gateway is planned', { gatewayA: null, switchA: 32 }, [], 32],
    [
      'unknown for a gateway without a rating, whatever the bypass is',
      { gatewayA: null, switchA: 32 },
      [gateway],
      null,
    ],
    ['unknown where neither is given', { gatewayA: null, switchA: null }, [], null],
  ])('is %s', (_name, sources, components, expected) => {
    const installation = withSources(sources, {}, components)
    expect(carryingA(installation)).toBe(expected)
    expect(limitsOfInstallation(installation).verdict).toBe(expected === null ? 'open' : null)
  })
  it('bounds the limits: a switch of 10 A carries 2,300 W', () =>
    expect(limitsOfInstallation(withSources({ gatewayA: null, switchA: 10 })).nightW).toBe(2300))
})

describe('a blank AC rating', () => {
  const blank = withSources({}, { inverterAcW: null })
  const declared = withSources({}, { inverterAcW: null, batterySideOnly: true })
  it('leaves every limit, the device and more modules unknown', () => {
    expect(limitsOfInstallation(blank)).toMatchObject({ nightW: null, surgeVa: null, verdict: 'open' })
    expect(sourceDevices(blank)[0]?.outputA).toBeNull()
    const planned = systemOfPlan(blank, planOfInstallation(blank))
    expect(moduleLimits(blank, planned, 9).dischargeLimitW).toBe(planned.dischargeLimitW)
  })
  it('is no limit once it is declared to have a battery side only', () => {
    expect(limitsOfInstallation(declared).nightW).toBe(4800)
    expect(sourceDevices(declared)[0]?.outputA).toBeCloseTo(6000 / 230, 6)
  })
  it('contradicts itself beside a rating', () =>
    expect(contradictionsOf(withSources({}, { batterySideOnly: true })).map(({ path }) => path)).toEqual([
      'sources.units.0.batterySideOnly',
    ]))
})

describe('the whole house, chosen', () => {
  const chosen = house({ chosenSchool: 'automaticWholeHome' })
  const left = {
    ...chosen,
    loads: chosen.loads.map((load, k) =>
      k > 0 ? load : { ...load, backedUp: false, mustStayOn: false, turnOffFirst: false, circuitTag: null },
    ),
  }
  it('leaves nothing out: a load that is never backed up is a contradiction with both ways out', () => {
    const said = contradictionsOf(left).filter(({ path }) => path.endsWith('.backedUp'))
    expect(said.map(({ about }) => about)).toEqual([left.loads[0]?.name])
    expect(said[0]?.message).toMatch(/Choose an essentials board or shedding, or count .* in\.$/)
    expect(planOfInstallation(left).marks.night).toBe('open')
  })
  it('is no contradiction under another school', () =>
    expect(contradictionsOf({ ...left, chosenSchool: 'manualChangeover' })).toEqual([]))
})

describe('the school that is recommended', () => {
  const { loads } = house()
  const light = loads.map((load) => ({ ...load, powerW: 50, mustStayOn: false, circuitTag: null }))
  const of = (own: typeof light) => planOfInstallation(house({ loads: own }))
  it('is the whole house only where all of it is backed up', () => {
    expect(of(light.map((load) => ({ ...load, backedUp: true }))).demand.school).toBe('automaticWholeHome')
    const parted = of(light.map((load, k) => ({ ...load, backedUp: k > 0 })))
    expect([parted.demand.school, parted.parting.map(({ tag }) => tag)]).toEqual([
      'automaticWithShedding',
      [light[0]?.tag],
    ])
    expect(schoolReason(parted)).toMatch(/is never backed up, so the house is parted\.$/)
  })
})

describe('cheap hours that charge to no more than the reserve', () => {
  const charging = (windowTargetSoc: number | null) => {
    const own = house()
    return contradictionsOf({ ...own, assumptions: { ...own.assumptions, windowTargetSoc } }).map(({ path }) => path)
  }
  it('contradict it, and fit no window', () =>
    expect([charging(0.06), charging(0.4), charging(0.41), charging(null)]).toEqual([
      ['assumptions.windowTargetSoc'],
      ['assumptions.windowTargetSoc'],
      [],
      [],
    ]))
})

describe('what the limits wait for', () => {
  it('is named thing by thing, and is nothing once they are known', () => {
    expect(missingForLimits(house())).toEqual([])
    expect(missingForLimits({ ...house(), sources: { ...house().sources, units: [] } })).toEqual([
      'an inverter with its modules and their declared figures',
    ])
    expect(
      missingForLimits(withSources({ gatewayA: null, switchA: null }, { inverterAcW: null, surgeS: null })),
    ).toEqual(['of Unit: AC rating, time of its surge', 'the rating of gateway or changeover switch'])
  })
  it('is something exactly where the limits are unknown', () => {
    const UNIT = [
      'moduleCount',
      'moduleW',
      'coldFactor',
      'inverterBatteryW',
      'inverterAcW',
      'inverterSurgeVa',
      'moduleSurgeVa',
      'surgeS',
      'pvDcW',
    ] as const
    for (const key of UNIT) {
      const blank = withSources({}, { [key]: null })
      expect([key, limitsOfInstallation(blank).nightW, missingForLimits(blank).length]).toEqual([key, null, 1])
    }
    const dark = withSources({
      pvAc: [{ name: 'Roof', expectedW: null, ratingW: null, side: 'island', onBackedPhase: true }],
    })
    expect([limitsOfInstallation(dark).nightW, missingForLimits(dark)]).toEqual([
      null,
      ['what Roof is expected to give'],
    ])
  })
})
