import { describe, expect, it } from 'vitest'
import { REGISTER_MODELS } from '@/devices/registerMap'
import { REGISTER_NAMES } from './registerNames'
import { settingText } from './settingText'
import { type SettingPlan, settingsDiff } from './settingsDiff'

const planned = [{ id: '1', key: 'reserveSocPercent', label: 'Reserve', value: 40, unit: '%' as const, tolerance: 1 }]
const diff = (read: [string, number][], left: [string, number][]) => settingsDiff(planned, new Map(read), new Map(left))

describe('planned, read, left', () => {
  it.each([
    [[], [], 'open'],
    [[['reserveSocPercent', 40]], [], 'open'],
    [[], [['reserveSocPercent', 40]], 'watch'],
    [[['reserveSocPercent', 40]], [['reserveSocPercent', 40]], 'proven'],
    [[['reserveSocPercent', 40.5]], [['reserveSocPercent', 41]], 'proven'],
    [[['reserveSocPercent', 20]], [['reserveSocPercent', 40]], 'watch'],
    [[], [['reserveSocPercent', 41.1]], 'stop'],
    [[['reserveSocPercent', 40]], [['reserveSocPercent', 20]], 'stop'],
  ] as [[string, number][], [string, number][], string][])('%j then %j', (read, left, verdict) => {
    expect(diff(read, left)[0]?.verdict).toBe(verdict)
  })

  it('never takes a word for the figure it spells', () => {
    const words = [{ key: 'a', value: 40 as const, unit: '', tolerance: null }]
    const line = settingsDiff<SettingPlan>(words, new Map([['a', '40']]), new Map([['a', '40']]))[0]
    expect(line).toMatchObject({ readAgrees: false, leftAgrees: false, verdict: 'stop' })
  })

  it('orders what the plan does not know by code point', () => {
    const read = new Map([
      ['\u{1F50B}', 1],
      ['\uFFFD', 1],
      ['b', 1],
      ['a', 1],
    ])
    expect(settingsDiff<SettingPlan>([], read, new Map()).map(({ key }) => key)).toEqual([
      'a',
      'b',
      '\uFFFD',
      '\u{1F50B}',
    ])
  })

  it('shows a key the plan does not know, and judges it Watch', () => {
    expect(diff([['mystery', 3]], [])[1]).toMatchObject({ key: 'mystery', planned: null, read: 3, verdict: 'watch' })
  })
})

it('says yes and no for what is on or off, and the value with its unit otherwise', () => {
  expect([
    settingText('bondRelayEnabled', 1, ''),
    settingText('islandEnabled', 0, ''),
    settingText('phaseCount', 1, ''),
    settingText('reserveSocPercent', 40, '%').replace('\u00a0', ' '),
  ]).toEqual(['yes', 'no', '1', '40 %'])
})

it('has a name for every setting of the register map, and a setting for every name', () => {
  expect(
    REGISTER_MODELS.filter(({ role }) => role === 'setting')
      .flatMap(({ points }) => points.map(({ key }) => key))
      .sort(),
  ).toEqual(Object.keys(REGISTER_NAMES).sort())
})
