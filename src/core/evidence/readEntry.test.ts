import { describe, expect, it } from 'vitest'
import { house, tester } from '../../../tests/support/house'
import { askWords, refusalWords } from './entryWords'
import { HOLD_STEPS } from './holdSteps'
import type { Slot } from './point'
import { pointsOf } from './points'
import { ASK_CODES, type EntryAnswer, type Offered, afterConfirming, readEntry } from './readEntry'

const points = pointsOf(house())
const slotOf = (pointKey: string, id: string): Slot => {
  const slot = points.find(({ key }) => key === pointKey)?.slots.find((one) => one.id === id)
  if (!slot) throw new Error(`no slot ${pointKey} ${id}`)
  return slot
}
const volts = slotOf('earth.islandBond', 'ne')
const trip = slotOf('earth.rcd.c1.grid', 'x5')
const insulation = slotOf('wire.dead.run.w1', 'insulation')
const told = slotOf('outage.told', 'answer')
const serial = slotOf('fit.component.inv1', 'serial')
const picture = slotOf('fit.component.inv1', 'picture')
const fuse = slotOf('survey.supplyRating', 'rating')
const held = HOLD_STEPS[1] ?? null

const read = (slot: Slot, offered: Offered, instrument: typeof tester | null = null, heldBy: typeof held = null) =>
  readEntry(slot, offered, { instrument, heldBy })
const typed = (slot: Slot, text: string, ...rest: [typeof tester?]) => read(slot, { kind: 'typed', text }, ...rest)
const told_ = (answer: EntryAnswer) =>
  answer.kind === 'refused' ? answer.why.code : answer.kind === 'ask' ? answer.asks.map(({ code }) => code) : 'ready'

describe('what is typed', () => {
  it.each([
    [volts, '0,40', { valueNumber: 0.4, digits: '0.40', unit: 'V', bound: null }],
    [volts, '400m', { valueNumber: 0.4, digits: '0.4', bound: null }],
    [told, 'Y', { valueWord: 'yes', valueNumber: null }],
    [trip, '>300', { valueWord: 'none' }],
    [insulation, '>200 MΩ', { valueNumber: 200, digits: '200', bound: 'above' }],
    [insulation, '> 200M', { valueNumber: 200, bound: 'above' }],
    [insulation, '999+', { valueNumber: 999, bound: 'above' }],
    [volts, '<0.05', { valueNumber: 0.05, bound: 'below' }],
    [serial, 'K7Q4-9', { valueWord: 'K7Q4-9' }],
  ] as [Slot, string, object][])('%# is understood: %s', (slot, text, value) => {
    expect(typed(slot, text)).toMatchObject({ kind: 'ready', value })
  })
  it.each([
    [volts, '3 A', 'noQuantity'],
    [volts, '1,000.5', 'noQuantity'],
    [volts, '>>4', 'noQuantity'],
    [fuse, '>60', 'boundWithoutInstrument'],
    [told, 'perhaps', 'noSuchWord'],
    [serial, '', 'blank'],
    [serial, '<script>', 'characters'],
    [serial, 'x'.repeat(41), 'tooLong'],
    [picture, 'yes', 'wantsFile'],
  ] as [Slot, string, string][])('%# is refused: %s', (slot, text, code) => {
    const answer = typed(slot, text)
    expect(told_(answer)).toBe(code)
    if (answer.kind === 'refused') expect(refusalWords(answer.why, slot)).toMatch(/[.!]$/)
  })
})

describe('what is offered by a button, a device or another machine', () => {
  it('is one of the slot’s own words, not a way to type one', () => {
    expect(told_(read(told, { kind: 'word', word: 'yes' }))).toBe('ready')
    expect(told_(read(told, { kind: 'word', word: 'y' }))).toBe('noSuchWord')
    expect(told_(read(told, { kind: 'word', word: 'constructor' }))).toBe('noSuchWord')
    expect(told_(read(volts, { kind: 'word', word: 'yes' }))).toBe('noWordHere')
  })
  it('is a figure in the slot’s unit, with the digits it was written in', () => {
    const figure = (change: object) => told_(read(volts, { kind: 'figure', value: 4, unit: 'V', ...change } as Offered))
    expect([
      figure({}),
      figure({ digits: '4.0' }),
      figure({ digits: '40' }),
      figure({ unit: 'A' }),
      figure({ value: Infinity }),
      figure({ value: NaN }),
    ]).toEqual(['ready', 'ready', 'otherDigits', 'wrongUnit', 'notFinite', 'notFinite'])
    expect(told_(read(told, { kind: 'figure', value: 1, unit: '' }))).toBe('noSuchWord')
  })
  it('is a file where the slot takes one', () => {
    const file: Offered = { kind: 'file', value: 12, word: null, unit: 'ms' }
    expect([told_(read(picture, file)), told_(read(volts, file))]).toEqual(['ready', 'wantsNoFile'])
  })
})

describe('over range', () => {
  it('is a reading with one open end, from the range of the instrument in hand', () => {
    for (const said of ['OL', 'ol', '>OL', 'O.L.'])
      expect(typed(volts, said, tester)).toMatchObject({ kind: 'ready', value: { valueNumber: 500, bound: 'above' } })
    expect(typed(volts, 'OL')).toMatchObject({ kind: 'refused', why: { code: 'overRangeOfWhat' } })
    expect(typed(volts, '>999', tester)).toMatchObject({ kind: 'ready', value: { valueNumber: 999, bound: 'above' } })
  })
  it('that is asked about keeps the unit it was typed in', () => {
    const answer = typed(volts, '5 kV', tester)
    expect(answer.kind === 'ask' && answer.asks.map(askWords)).toEqual(['M9 measures 0–500 V here, and this is 5 kV.'])
    const bare = typed(volts, '612', tester)
    expect(bare.kind === 'ask' && bare.asks.map(askWords)).toEqual(['M9 measures 0–500 V here, and this is 612 V.'])
  })
})

describe('a fuse that nobody makes', () => {
  it('is asked about', () => {
    expect([told_(typed(fuse, '0')), told_(typed(fuse, '99999')), told_(typed(fuse, '63'))]).toEqual([
      ['implausible'],
      ['implausible'],
      'ready',
    ])
  })
})

describe('asking', () => {
  it('is for what the instrument cannot read, what cannot be, and what is held', () => {
    expect(told_(typed(volts, '612', tester))).toEqual(['outOfRange'])
    expect(told_(typed(volts, '-3'))).toEqual(['belowZero'])
    expect(told_(read(volts, { kind: 'typed', text: '-3' }, tester, held))).toEqual([
      'outOfRange',
      'belowZero',
      'stepHeld',
    ])
    expect(told_(read(told, { kind: 'word', word: 'yes' }, null, held))).toEqual(['stepHeld'])
  })
  it('is not for “more than”: that is what an instrument says at its end', () => {
    expect(told_(typed(volts, '>500', tester))).toBe('ready')
  })
  it('ends when everything asked has been confirmed, and only then', () => {
    const answer = read(volts, { kind: 'typed', text: '-3' }, tester, held)
    expect([
      told_(afterConfirming(answer, [])),
      told_(afterConfirming(answer, ['belowZero', 'stepHeld'])),
      told_(afterConfirming(answer, ASK_CODES)),
    ]).toEqual([['outOfRange', 'belowZero', 'stepHeld'], ['outOfRange'], 'ready'])
    if (answer.kind === 'ask') for (const ask of answer.asks) expect(askWords(ask)).toMatch(/\.$/)
  })
  it('never makes good what was refused', () => {
    expect(told_(afterConfirming(typed(told, 'perhaps'), ASK_CODES))).toBe('noSuchWord')
  })
})
