import { describe, expect, it } from 'vitest'
import { pointsOf } from '@/core/evidence/points'
import type { Target } from '@/core/evidence/quickLine'
import { house, reading, tester } from '../../../tests/support/house'
import { makeReading } from './makeReading'
import { slotLabel, valueText } from './readingText'

const points = pointsOf(house())
const target = (pointKey: string, slotId: string): Target => {
  const point = points.find(({ key }) => key === pointKey)
  const slot = point?.slots.find(({ id }) => id === slotId)
  if (!point || !slot) throw new Error(`no slot ${pointKey} ${slotId}`)
  return { point, slot }
}
const hand = { jobId: house().jobId, userId: 'u1', userName: 'Test Hand', instrumentFor: () => tester }
const now = new Date('2026-03-04T05:06:07.000Z')

describe('a reading made on this device', () => {
  it('carries who, when and with what, and has not been received', () => {
    const made = makeReading(
      target('earth.islandBond', 'ne'),
      { valueNumber: 0.4, valueWord: null, digits: '0.40', unit: 'V', bound: null },
      hand,
      now,
    )
    expect(made).toMatchObject({
      pointKey: 'earth.islandBond',
      slot: 'ne',
      instrumentId: tester.id,
      recordedBy: 'u1',
      recordedAt: now.toISOString(),
      receivedAt: null,
      supersedes: null,
    })
  })

  it('has an id that sorts by its time', () => {
    const later = makeReading(
      target('outage.told', 'answer'),
      { valueNumber: null, valueWord: 'yes', digits: null, unit: '', bound: null },
      hand,
      new Date(now.getTime() + 1000),
    )
    const earlier = makeReading(
      target('outage.told', 'answer'),
      { valueNumber: null, valueWord: 'yes', digits: null, unit: '', bound: null },
      hand,
      now,
    )
    expect(earlier.id < later.id).toBe(true)
    expect(earlier.id).toMatch(/^[0-9a-f]{8}-[0-9a-f]{4}-7/)
  })

  it('has no instrument behind a word', () => {
    const word = makeReading(
      target('earth.rcd.c1.grid', 'x1'),
      { valueNumber: null, valueWord: 'none', digits: null, unit: '', bound: null },
      hand,
      now,
    )
    expect(word.instrumentId).toBeNull()
  })

  it('names what it corrects, and why', () => {
    const correction = makeReading(
      target('outage.told', 'answer'),
      { valueNumber: null, valueWord: 'yes', digits: null, unit: '', bound: null },
      hand,
      now,
      { correction: { supersedes: 'first', reason: 'wrong key' } },
    )
    expect([correction.supersedes, correction.supersedeReason]).toEqual(['first', 'wrong key'])
  })
})

describe('a reading in words', () => {
  it('says yes and no of a setting that is on or off, as its table does', () => {
    expect([
      valueText(reading('settings.islandEnabled', 'left', 1)),
      valueText(reading('settings.bondRelayEnabled', 'left', 0)),
      valueText(reading('settings.phaseCount', 'left', 1)),
    ]).toEqual(['yes', 'no', '1'])
  })
  const text = (...args: Parameters<typeof reading>) => valueText(reading(...args)).replaceAll('\u00a0', ' ')

  it.each([
    ['0.40 V', ['earth.islandBond', 'ne', 0.4, { unit: 'V', digits: '0.40' }]],
    ['0.2 Ω', ['wire.loop.w1', 'loop', 0.2, { unit: 'Ω' }]],
    ['yes', ['outage.told', 'answer', 'yes']],
    ['taken back', ['outage.told', 'answer', 'withdrawn']],
    ['2.5 s', ['outage.gap', 'recording', 2500, { unit: 'ms' }]],
  ] as [string, Parameters<typeof reading>][])('%s', (expected, args) => {
    expect(text(...args)).toBe(expected)
  })

  it('calls a slot that left the plan by its id', () => {
    expect([slotLabel(target('earth.islandBond', 'ne').point, 'ne'), slotLabel(undefined, 'old')]).toEqual([
      'N–E',
      'old',
    ])
  })
})
