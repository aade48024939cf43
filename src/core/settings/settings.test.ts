import { describe, expect, it } from 'vitest'
import { REGISTER_MODELS } from '@/devices/registerMap'
import { REGISTER_NAMES } from './registerNames'
import { settingText } from './settingText'
import { settingsDiff } from './settingsDiff'

const planned = [{ id: '1', key: 'reserveSocPercent', label: 'Reserve', value: 40, unit: '%' as const, tolerance: 1 }]
const diff = (read: [string, number][], left: [string, number][]) => settingsDiff(planned, new Map(read), new Map(left))

describe('planned, read, left', () => {
  it.each([
    [[], [], 'open'],
    [[['reserveSocPercent', 40]], [], 'open'],
    [[], [['reserveSocPercent', 40]], 'proven'],
    [[], [['reserveSocPercent', 41]], 'proven'],
    [[], [['reserveSocPercent', 41.1]], 'stop'],
    [[['reserveSocPercent', 40]], [['reserveSocPercent', 20]], 'stop'],
  ] as [[string, number][], [string, number][], string][])('%j then %j', (read, left, verdict) => {
    expect(diff(read, left)[0]?.verdict).toBe(verdict)
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

it('has a name for every point of the register map, and points for every name', () => {
  expect(REGISTER_MODELS.flatMap(({ points }) => points.map(({ key }) => key)).sort()).toEqual(
    Object.keys(REGISTER_NAMES).sort(),
  )
})
