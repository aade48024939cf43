import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { house, tester } from '../../../tests/support/house'
import { readCsvTable } from '../exchange/csvTable'
import { pointsOf } from '../evidence/points'
import type { Slot } from '../evidence/point'
import { type MatchContext, type RowMeaning, matchTesterRow, slotPathOf, targetsOf } from './matchTesterRow'
import { TEST_KINDS, testKindOf } from './testKinds'
import { testerFigure } from './testerFigure'
import { type TesterMap, proposeTesterMap, testerMapFault } from './testerMap'
import { placeMeant, testPlaces } from './testerPlaces'
import { type TesterRow, testerRows } from './testerRows'

const tableOf = (text: string) => {
  const table = readCsvTable(text)
  if (!table.ok) throw new Error(table.error.message)
  return table.value
}
const kind = (id: string) => {
  const found = TEST_KINDS.find((one) => one.id === id)
  if (!found) throw new Error(`no kind ${id}`)
  return found
}
const slot = (unit: string, measures: string, alsoWords?: Record<string, string[]>): Slot => ({
  id: 's',
  label: 'S',
  path: ['s'],
  input: { kind: 'quantity', unit, measures, ...(alsoWords && { alsoWords }) } as Slot['input'],
})

describe('the words of a tester', () => {
  it.each([
    ['RCD 5xI 0°', 'rcdX5'],
    ['RCD t x1 180°', 'rcdX1'],
    ['FI Rampe IΔ', 'rcdRamp'],
    ['Differential 5 × 30 mA', 'rcdX5'],
    ['Riso L-PE', 'insulation'],
    ['Isolationswiderstand', 'insulation'],
    ['INSULATION 500V', 'insulation'],
    ['Continuity R1+R2', 'continuity'],
    ['R low', 'continuity'],
    ['Niederohm', 'continuity'],
    ['Zs L-PE', 'loop'],
    ['Schleifenimpedanz', 'loop'],
    ['Earth electrode 3-pole', 'electrode'],
    ['RA', 'electrode'],
    ['Leakage clamp', 'leakage'],
  ])('%s is %s', (text, id) => expect(testKindOf(text)?.id).toBe(id))
  it.each(['', 'PASS', 'Kitchen', '30 mA', 'RCD'])('%s is no test that is known', (text) =>
    expect(testKindOf(text)).toBeNull(),
  )
})

describe('a figure of a memory', () => {
  const mega = slot('MΩ', 'insulation')
  const ohm = slot('Ω', 'continuity')
  const ms = slot('ms', 'rcdTime', { none: ['none', '>300'] })
  it.each([
    ['>1,000', 'MOhm', '.', mega, { value: 1000, bound: 'above' }],
    ['1.250', 'Ω', '.', ohm, { value: 1.25, bound: null }],
    ['1,250', 'Ω', ',', ohm, { value: 1.25, bound: null }],
    ['0.31', 'ohm', '.', ohm, { value: 0.31, bound: null }],
    ['310', 'mOhm', '.', ohm, { value: 0.31, bound: null }],
    ['0,5 GΩ', '', ',', mega, { value: 500, bound: null }],
    ['999', 'kΩ', '.', mega, { value: 0.999, bound: null }],
    ['22', 'msec', '.', ms, { value: 22, bound: null }],
    ['0.022', 's', '.', ms, { value: 22, bound: null }],
    ['< 0.05', 'Ω', '.', ohm, { value: 0.05, bound: 'below' }],
  ] as const)('%s %s is read by the mark of the file', (text, unit, decimal, of, read) => {
    expect(testerFigure(of, text, unit, decimal)).toMatchObject({ kind: 'figure', ...read })
  })
  it.each([
    ['1,25', 'Ω', '.', ohm],
    ['1.25', 'Ω', ',', ohm],
    ['12 V', '', '.', ohm],
    ['OL', 'MΩ', '.', mega],
    ['---', 'Ω', '.', ohm],
    ['', 'Ω', '.', ohm],
    ['1.2.3', 'Ω', '.', ohm],
  ] as const)('%s is left to the one rule of entry', (text, unit, decimal, of) => {
    expect(testerFigure(of, text, unit, decimal).kind).toBe('typed')
  })
  it('that says the device did not trip is that word', () => {
    expect(testerFigure(ms, '>300 ms', 'ms', '.')).toEqual({ kind: 'typed', text: '>300' })
  })
  it('comes out as it went in, whatever it is and whichever mark is used', () => {
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 10_000_000 }), fc.constantFrom('.' as const, ',' as const), (n, mark) => {
        const text = (n / 1000).toFixed(3).replace('.', mark)
        const read = testerFigure(ohm, text, 'Ω', mark)
        expect(read).toMatchObject({ kind: 'figure', value: n / 1000 })
      }),
      { seed: 4 },
    )
  })
})

const LONG = `No.;Date/Time;Circuit;Function;Parameter;Result;Unit
1;14.03.2026 09:12;C1;Riso;500 V;>999;MOhm
2;14.03.2026 09:14;C1;R low;;0,31;Ohm
3;14.03.2026 09:20;C1;RCD;5 x 30 mA;22;ms
4;14.03.2026 09:21;Shed;Riso;500 V;120;MOhm
`
const WIDE = `Location,Insulation (MΩ),Continuity (Ω),Remark
c1,250.5,0.31,fine
c2,,0.40,
`

describe('the proposal of how a memory is read', () => {
  it('finds a value a row', () => {
    const map = proposeTesterMap(tableOf(LONG), 'Europe/Vienna')
    expect(map).toEqual({
      number: 'No.',
      time: 'Date/Time',
      timeFormat: 'dd.MM.yyyy HH:mm',
      zone: 'Europe/Vienna',
      place: 'Circuit',
      test: 'Function',
      how: 'Parameter',
      value: 'Result',
      unit: 'Unit',
      tests: [],
      decimal: ',',
    })
    expect(testerMapFault(map)).toBeNull()
  })
  it('finds a column a test', () => {
    const map = proposeTesterMap(tableOf(WIDE), 'UTC')
    expect(map).toMatchObject({
      place: 'Location',
      value: null,
      tests: ['Insulation (MΩ)', 'Continuity (Ω)'],
      decimal: '.',
    })
  })
  it('says what it lacks', () => {
    const map = proposeTesterMap(tableOf('a,b\n1,2\n'), 'UTC')
    expect(testerMapFault(map)).toMatch(/place/)
    expect(testerMapFault({ ...map, place: 'a' })).toMatch(/test/)
  })
})

describe('the rows of a memory', () => {
  it('have the instants that the tester’s clock meant', () => {
    const table = tableOf(LONG)
    const { rows } = testerRows(table, proposeTesterMap(table, 'Europe/Vienna'))
    expect(rows.map(({ at }) => at)).toEqual([
      '2026-03-14T08:12:00.000Z',
      '2026-03-14T08:14:00.000Z',
      '2026-03-14T08:20:00.000Z',
      '2026-03-14T08:21:00.000Z',
    ])
    expect(rows[2]).toMatchObject({ line: 4, number: '3', place: 'C1', test: 'RCD 5 x 30 mA', value: '22', unit: 'ms' })
  })
  it('are one a test where each has a column, and none where there is no value', () => {
    const table = tableOf(WIDE)
    const { rows } = testerRows(table, proposeTesterMap(table, 'UTC'))
    expect(rows.map(({ place, test, value, unit }) => [place, test, value, unit])).toEqual([
      ['c1', 'Insulation (MΩ)', '250.5', 'MΩ'],
      ['c1', 'Continuity (Ω)', '0.31', 'Ω'],
      ['c2', 'Continuity (Ω)', '0.40', 'Ω'],
    ])
  })
  it('say of a time that is none that it is none, and are bounded', () => {
    const table = tableOf(LONG.replace('14.03.2026 09:12', '31.02.2026 09:12'))
    const { rows } = testerRows(table, proposeTesterMap(tableOf(LONG), 'UTC'))
    expect(rows[0]?.at).toBe('unreadable')
    const long = tableOf(`No.;Circuit;Function;Result;Unit\n${'1;C1;Riso;5;MOhm\n'.repeat(2500)}`)
    const read = testerRows(long, proposeTesterMap(long, 'UTC'))
    expect([read.rows.length, read.leftOut]).toEqual([2000, 500])
  })
})

describe('the place that is meant', () => {
  const places = [
    { tag: 'c1', label: 'c1 Lights' },
    { tag: 'c4', label: 'c4 Sockets kitchen' },
    { tag: 'w1', label: 'w1 board → gateway' },
    { tag: 'c41', label: 'c41 Sockets' },
  ]
  it.each([
    ['C4', 'c4'],
    ['c4 Sockets kitchen', 'c4'],
    ['Sockets, Kitchen', 'c4'],
    ['Circuit C1', 'c1'],
    ['DB1/C41', 'c41'],
    ['W1', 'w1'],
    ['4', null],
    ['Sockets', 'c41'],
    ['c1 to w1', null],
    ['', null],
    ['Garage', null],
    ['constructor', null],
  ])('by “%s” is %s', (text, tag) => expect(placeMeant(text, places)).toBe(tag))
  it('lists what a job measures at', () => {
    const tags = testPlaces(pointsOf(house()), house()).map(({ tag }) => tag)
    expect(tags).toEqual(expect.arrayContaining(['c1', 'w1']))
    expect(new Set(tags).size).toBe(tags.length)
  })
})

describe('a value on its way to its point', () => {
  const points = pointsOf(house())
  const context: MatchContext = {
    points,
    mode: 'grid',
    instrument: tester,
    heldBy: () => null,
    decimal: '.',
    confirmed: [],
    now: '2026-04-01T00:00:00.000Z',
  }
  const row = (change: Partial<TesterRow> = {}): TesterRow => ({
    line: 2,
    number: '1',
    at: '2026-03-14T08:12:00.000Z',
    timeText: '14.03.2026 09:12',
    place: 'C1',
    test: 'Riso',
    value: '250',
    unit: 'MΩ',
    ...change,
  })
  const meaning = (change: Partial<RowMeaning> = {}): RowMeaning => ({
    place: 'c1',
    kind: kind('insulation'),
    slotPath: null,
    unit: null,
    ...change,
  })
  const match = (r: Partial<TesterRow> = {}, m: Partial<RowMeaning> = {}, c: Partial<MatchContext> = {}) =>
    matchTesterRow(row(r), meaning(m), { ...context, ...c })
  it('is ready where all is known', () => {
    expect(match()).toMatchObject({
      kind: 'ready',
      target: { point: { key: 'wire.dead.circuit.c1' }, slot: { id: 'insulation' } },
      value: { valueNumber: 250, unit: 'MΩ' },
    })
  })
  it.each([
    ['its place', {}, { place: null }, {}, 'place'],
    ['its test', {}, { kind: null }, {}, 'test'],
    ['its unit', { unit: '' }, {}, {}, 'unit'],
    ['which supply it was read on', {}, { kind: kind('rcdX5') }, { mode: null }, 'mode'],
  ] as const)('waits for %s', (_name, r, m, c, state) => expect(match(r, m, c).kind).toBe(state))
  it('waits for the slot where several take it, and takes the one that is said', () => {
    const electrode = kind('electrode')
    const at = { value: '38.2', unit: 'Ω' }
    const open = match(at, { place: 'e1', kind: electrode })
    expect(open.kind).toBe('slot')
    const [first] = targetsOf(context, 'e1', electrode)
    if (!first) throw new Error('no slot')
    const slotPath = slotPathOf(first, 'e1')
    expect(match(at, { place: 'e1', kind: electrode, slotPath })).toMatchObject({
      kind: 'ready',
      target: { slot: { id: first.slot.id } },
    })
  })
  it.each([
    ['a place without such a test', {}, { place: 'c1', kind: kind('electrode') }, {}, /Nothing of c1/],
    ['a time to come', { at: '2026-04-03T00:00:00.000Z' }, {}, {}, /still to come/],
    ['a time that is none', { at: 'unreadable' as const }, {}, {}, /no time in the form/],
    ['a clock that was never set', { at: '1999-01-01T00:00:00.000Z' }, {}, {}, /never set/],
    ['another quantity', { unit: 'V' }, {}, {}, /V/],
    ['no figure', { value: 'PASS' }, {}, {}, /PASS/],
  ] as const)('is refused with %s', (_name, r, m, c, words) => {
    const answer = match(r, m, c)
    expect(['refused', 'nothing']).toContain(answer.kind)
    expect('why' in answer ? answer.why : '').toMatch(words)
  })
  it('asks what the quick line would ask, until it is confirmed for the whole memory', () => {
    const far = { value: '5000', unit: 'Ω' }
    const electrode = kind('electrode')
    const [first] = targetsOf(context, 'e1', electrode)
    if (!first) throw new Error('no slot')
    const said = { place: 'e1', kind: electrode, slotPath: slotPathOf(first, 'e1') }
    expect(match(far, said)).toMatchObject({ kind: 'ask', asks: [{ code: 'outOfRange' }] })
    expect(match(far, said, { confirmed: ['outOfRange'] })).toMatchObject({ kind: 'ready', confirmed: ['outOfRange'] })
  })
  it('is never ready for want of something: each part taken away leaves it waiting or refused', () => {
    const whole: RowMeaning = meaning()
    for (const part of ['place', 'kind'] as const) expect(match({}, { ...whole, [part]: null }).kind).not.toBe('ready')
    for (const part of ['value', 'unit'] as const) expect(match({ [part]: '' }).kind).not.toBe('ready')
  })
})

it('keeps a map that names no column from reading anything', () => {
  const table = tableOf(WIDE)
  const nothing: TesterMap = { ...proposeTesterMap(table, 'UTC'), tests: [], place: null }
  expect(testerRows(table, nothing).rows).toEqual([])
})
