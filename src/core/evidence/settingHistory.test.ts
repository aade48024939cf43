import { describe, expect, it } from 'vitest'
import { reading } from '../../../tests/support/house'
import { type SettingAct, writingAllowed } from '../settings/settingAct'
import { WITHDRAWN } from './reading'
import { settingHistory } from './settingHistory'

const at = (minute: number) => `2026-11-20T10:${String(minute).padStart(2, '0')}:00.000Z`
const act = (change: Partial<SettingAct>): SettingAct => ({
  id: `a${change.madeAt ?? ''}`,
  kind: 'planned',
  key: 'reserveSocPercent',
  value: 40,
  before: null,
  readBack: null,
  address: null,
  reason: null,
  byName: 'Ines',
  madeAt: at(0),
  ...change,
})
const SETTING = { key: 'reserveSocPercent', unit: '%' } as const

describe('the history of a setting', () => {
  it('tells in words what was planned, read, written and left, the latest first', () => {
    const key = 'settings.reserveSocPercent'
    const events = settingHistory(
      SETTING,
      [
        reading(key, 'read', 35, { recordedAt: at(1) }),
        reading(key, 'left', 40, { recordedAt: at(3), supersedeReason: 'Typed one too few' }),
        reading('settings.exportLimitW', 'read', 1, { recordedAt: at(4) }),
      ],
      [
        act({ reason: 'The night is long' }),
        act({ kind: 'written', value: 40, before: 35, readBack: 40, address: '10.0.0.5:502', madeAt: at(2) }),
        act({ key: 'exportLimitW', madeAt: at(5) }),
      ],
    )
    expect(events.map(({ what, why }) => [what.replaceAll('\u00a0', ' '), why])).toEqual([
      ['left at 40 %', 'Typed one too few'],
      ['40 % written to 10.0.0.5:502, it held 35 %; 40 % was read back', null],
      ['read as 35 %', null],
      ['planned at 40 %', 'The night is long'],
    ])
  })

  it('tells of a writing that was begun only where no end of it is on record', () => {
    const begun = act({ kind: 'writeBegun', value: 40, address: '10.0.0.5:502', madeAt: at(1) })
    const written = act({ kind: 'written', value: 40, before: 35, readBack: 40, madeAt: at(2) })
    const told = (...acts: SettingAct[]) => settingHistory(SETTING, [], acts).map(({ what }) => what)
    expect(told(begun)[0]).toMatch(/being written to 10\.0\.0\.5:502: nobody knows/)
    expect(told(begun, written)).toHaveLength(1)
    expect(told(begun, written)[0]).toMatch(/was read back/)
    expect(told({ ...begun, madeAt: at(3) }, written)).toHaveLength(2)
  })
  it('says what was not read back, what is of the stand-in, and what is no figure', () => {
    const words = (acts: SettingAct[]) =>
      settingHistory(SETTING, [], acts).map(({ what }) => what.replaceAll('\u00a0', ' '))
    expect(words([act({ kind: 'written', value: 40 })])).toEqual([
      '40 % written to the stand-in; nothing was read back',
    ])
    expect(words([act({ kind: 'planned', value: 30, before: 40 })])).toEqual(['planned at 30 % instead of 40 %'])
    expect(words([act({ kind: 'removed', value: null, before: 40 })])).toEqual(['taken out of the plan'])
    const [gone] = settingHistory(SETTING, [reading('settings.reserveSocPercent', 'left', WITHDRAWN)], [])
    expect(gone?.what).toBe('what was recorded as left was taken back')
    const [said] = settingHistory(
      SETTING,
      [reading('settings.reserveSocPercent', 'read', 90, { detail: { bound: 'above', standIn: true } })],
      [],
    )
    expect(said?.what).toMatch(/^read as >\s90\s%\son the stand-in$/)
  })
})

describe('whether a device may be written to', () => {
  const allowed = act({
    kind: 'writingAllowed',
    key: null,
    address: '10.0.0.5:502',
    reason: 'For tonight',
    madeAt: at(1),
  })
  const withdrawn = act({ kind: 'writingWithdrawn', key: null, address: '10.0.0.5:502', madeAt: at(2) })

  it('is the last word on this very address, in whatever order they come', () => {
    expect(writingAllowed([allowed], '10.0.0.5:502')).toBe(allowed)
    expect(writingAllowed([withdrawn, allowed], '10.0.0.5:502')).toBeNull()
    expect(writingAllowed([allowed, withdrawn, { ...allowed, madeAt: at(3) }], '10.0.0.5:502')?.madeAt).toBe(at(3))
  })

  it('is no while nobody said so, and of another device', () => {
    expect(writingAllowed([], '10.0.0.5:502')).toBeNull()
    expect(writingAllowed([allowed], '10.0.0.6:502')).toBeNull()
    expect(writingAllowed([act({ address: '10.0.0.5:502' })], '10.0.0.5:502')).toBeNull()
  })
})
