import { describe, expect, it } from 'vitest'
import { house, reading, recordOf } from '../../../../tests/support/house'
import type { Installation } from '../../installation/installation'
import { benchOf } from '../bench'

/** A house whose test is the full one. */
const full = (change: Partial<Installation> = {}) => {
  const { sources } = house()
  const units = sources.units.map((unit) => ({ ...unit, pvDcW: 4000 }))
  return house({ testDepth: 'full', sources: { ...sources, units }, ...change })
}

const limited = full({
  settings: [
    {
      id: 's1',
      key: 'chargeLimitW',
      label: 'Charging limit',
      value: 3000,
      unit: 'W',
      tolerance: 50,
      why: null,
      origin: null,
    },
    {
      id: 's2',
      key: 'dischargeLimitW',
      label: 'Discharging limit',
      value: 3000,
      unit: 'W',
      tolerance: 50,
      why: null,
      origin: null,
    },
  ],
})
function judged(key: string, figures: Readonly<Record<string, number | string>>, installation: Installation = limited) {
  const readings = Object.entries(figures).map(([slot, value]) =>
    reading(key, slot, value, { unit: slot === 'soc' ? '%' : typeof value === 'number' ? 'W' : '' }),
  )
  return benchOf(recordOf(installation, readings)).judgements.get(key)
}
const SURPLUS = { pv: 3400, load: 600, battery: -2760, grid: -40 }

/** Figures of a stretch, each from the same source. */
const stretch = (test: string, figures: Readonly<Record<string, number>>, source: string | null = 'log') =>
  benchOf(
    recordOf(
      limited,
      Object.entries(figures).map(([slot, value]) =>
        reading(`settings.test.${test}`, slot, value, {
          unit: slot === 'lasted' ? 's' : 'W',
          detail: source === null ? null : { source },
        }),
      ),
    ),
  ).judgements.get(`settings.test.${test}`)?.verdict

describe('working tests, watched over a stretch', () => {
  const surplus = { ...SURPLUS, worst: 60, lasted: 120 }
  const charge = { set: 2000, battery: -1960, lasted: 90 }
  it('are proven by their worst minute, from a log as from live values', () => {
    expect([stretch('surplus', surplus), stretch('surplus', surplus, 'live')]).toEqual(['proven', 'proven'])
    expect(stretch('cover', { pv: 200, load: 1200, battery: 1000, grid: 0, worst: 20, lasted: 100 })).toBe('proven')
    expect([stretch('forcedCharge', charge), stretch('forcedDischarge', { ...charge, battery: 1960 })]).toEqual([
      'proven',
      'proven',
    ])
  })
  it('fail by their worst minute, however good their mean', () => {
    expect(stretch('surplus', { ...surplus, battery: -1500, worst: 900 })).toBe('stop')
    expect(stretch('forcedCharge', { ...charge, battery: -1500 })).toBe('stop')
    expect(stretch('forcedCharge', { ...charge, battery: 1960 })).toBe('stop')
  })
  it('are open where the stretch is too short, and a moment where a figure of it was typed', () => {
    expect([
      stretch('surplus', { ...surplus, lasted: 89 }),
      stretch('forcedCharge', { ...charge, lasted: 59 }),
    ]).toEqual(['open', 'open'])
    expect([stretch('surplus', surplus, null), stretch('forcedCharge', charge, null)]).toEqual(['watch', 'watch'])
    expect(stretch('surplus', surplus, 'gateway')).toBe('watch')
    for (const without of ['pv', 'load', 'battery', 'grid', 'worst', 'lasted']) {
      const rest = Object.fromEntries(Object.entries(surplus).filter(([slot]) => slot !== without))
      expect([without, stretch('surplus', rest)]).not.toEqual([without, 'proven'])
    }
  })
})

describe('working tests, typed from a display', () => {
  it.each([
    ['near nothing left over', SURPLUS, 'watch'],
    ['the street gets it', { ...SURPLUS, battery: -400, grid: -2400 }, 'stop'],
    ['at its limit', { ...SURPLUS, pv: 6000, battery: -2950, grid: -2450 }, 'watch'],
    ['full', { ...SURPLUS, soc: 99 }, 'open'],
    ['no surplus', { ...SURPLUS, pv: 300 }, 'open'],
    ['one figure missing', { pv: 3400, load: 600, battery: -2760 }, 'open'],
  ] as const)('surplus, %s: %s', (_, figures, verdict) => {
    expect(judged('settings.test.surplus', figures)?.verdict).toBe(verdict)
  })

  it('without a planned limit nobody can say whether it could have done more', () => {
    const found = judged('settings.test.surplus', { ...SURPLUS, battery: -400, grid: -2400 }, full({ settings: [] }))
    expect([found?.verdict, found?.why]).toEqual(['open', expect.stringContaining('no limit in the plan')])
  })

  it('are never proven by one moment', () => {
    expect(judged('settings.test.cover', { pv: 200, load: 1200, battery: 1000, grid: 0 })?.verdict).toBe('watch')
    expect(judged('settings.test.forcedCharge', { set: 2000, battery: -2000 })?.verdict).toBe('watch')
    expect(judged('settings.test.forcedCharge', { set: 2000, battery: 2000 })?.verdict).toBe('stop')
    expect(judged('settings.test.forcedDischarge', { set: 2000, battery: 1500 })?.verdict).toBe('stop')
    expect(judged('settings.test.forcedDischarge', { battery: 1500 })?.verdict).toBe('open')
  })

  it('are asked where there is a battery, and for surplus only with PV', () => {
    const tests = (installation: Installation) =>
      benchOf(recordOf(installation))
        .points.filter(({ family }) => family === 'workingTests')
        .map(({ subject }) => subject)
    const { sources } = house()
    const components = house().components.filter(({ kind }) => kind !== 'pv' && kind !== 'battery')
    expect(tests(full({ components, sources: { ...sources, pvAc: [], units: [] } }))).toEqual([])
    const dark = sources.units.map((unit) => ({ ...unit, pvDcW: 0 }))
    expect(tests(full({ components, sources: { ...sources, pvAc: [], units: dark } }))).not.toContain('surplus')
    expect([tests(full()).length > 2, tests(house())]).toEqual([true, []])
  })
})

describe('what wakes the system', () => {
  it.each([
    [{}, 'open'],
    [{ ownSupply: 'passed' }, 'proven'],
    [{ ownSupply: 'absent', pv: 'passed', vehicle: 'absent' }, 'proven'],
    [{ ownSupply: 'absent', pv: 'absent', vehicle: 'absent', person: 'passed' }, 'watch'],
    [{ ownSupply: 'absent', pv: 'absent', vehicle: 'absent', person: 'absent' }, 'stop'],
    [{ ownSupply: 'failed', pv: 'passed' }, 'watch'],
    [{ ownSupply: 'failed' }, 'open'],
  ] as const)('%j: %s', (said, verdict) => {
    expect(judged('settings.blackStart', said)?.verdict).toBe(verdict)
  })
})
