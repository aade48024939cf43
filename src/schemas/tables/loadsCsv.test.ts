import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { aLoad } from '../../../tests/support/house'
import type { Load } from '../../core/installation/installation'
import { rowsOfLines } from '../../core/exchange/csvTable'
import { RULE_PACKS } from '../../core/rules/packs'
import { schemaIssues } from '../schemaIssues'
import { ITEM_FIELDS } from '../itemFields'
import { ITEM_SCHEMAS, contradiction } from '../items'
import { loadsCsv, readLoadsCsv } from './loadsCsv'

const single = RULE_PACKS['iec-1ph-230']
const value = <T>(result: { ok: true; value: T } | { ok: false; error: { message: string } }): T => {
  if (!result.ok) throw new Error(result.error.message)
  return result.value
}
/** What a list takes in and sets aside, without what it changes. */
const taken = (...args: Parameters<typeof readLoadsCsv>) => {
  const { rows, aside } = value(readLoadsCsv(...args))
  return { loads: rows.map(({ fields }) => fields as unknown as Omit<Load, 'id'>), aside }
}
const message = (result: { ok: boolean; error?: { message: string } }) => result.error?.message ?? 'taken in'

describe('load lists', () => {
  it('come back as they were written', () => {
    const loads = [
      aLoad({
        tag: 'pump',
        name: 'Pump, well',
        powerW: 1500,
        powerFactor: 0.8,
        duty: 0.125,
        lockedRotorA: 24,
        starter: 'soft',
        priority: 2,
        pattern: 'daytime',
        circuitTag: 'c4',
      }),
      aLoad({ tag: 'tub', name: 'Hot tub', turnOffFirst: true, priority: 9 }),
    ].map(({ id: _id, ...fields }) => fields)
    expect(taken(loadsCsv(loads), null, single)).toEqual({ loads, aside: [] })
  })
  it('take kilowatts, decimal commas and missing columns, and make short names', () => {
    const { loads, aside } = taken('Name;Power kW;Duty\nÖfen;2,5;10\nÖfen;1;5 %\n7 up;0,1;1\n', null, single, [
      aLoad({ tag: 'ofen3', name: 'Third' }),
    ])
    expect(loads.map(({ tag, powerW, duty, phase, backedUp }) => [tag, powerW, duty, phase, backedUp])).toEqual([
      ['ofen', 2500, 0.1, 'L1', true],
      ['ofen2', 1000, 0.05, 'L1', true],
      ['up', 100, 0.01, 'L1', true],
    ])
    expect(aside).toEqual([])
  })
  it('keep bad rows aside with line, column, value and reason, and the good ones', () => {
    const { loads, aside } = taken(
      'name,tag,power_W,phase,stays_on,backed_up,turn_off_first\nA,a,-5,L1,,,\nB,b,100,L2,,,\nC,c,100,L1,yes,no,\nD,d,100,L1,maybe,,\nE,e,100,L1,,,\nF,e,100,L1,,,\nG,g,100,L1,yes,yes,yes\n,h,100,,,,\n',
      null,
      single,
      [],
    )
    expect(loads.map(({ tag }) => tag)).toEqual(['e'])
    expect(aside.map(({ line, column, value: cell }) => [line, column, cell])).toEqual([
      [2, 'power_W', '-5'],
      [3, 'phase', 'L2'],
      [4, 'stays_on', 'yes'],
      [5, 'stays_on', 'maybe'],
      [7, 'tag', 'e'],
      [8, 'turn_off_first', 'yes'],
      [9, 'name', ''],
    ])
  })
  it('give the rows aside as a table of their own, that can be put right and read alone', () => {
    const text = 'name;power_W;priority\n"Lamp; hall";60;2\nPump;eighty;3\nFridge;190;12\n'
    const { loads, aside } = taken(text, null, single)
    const alone = rowsOfLines(
      text,
      aside.map(({ line }) => line),
    )
    expect(alone).toBe('name;power_W;priority\nPump;eighty;3\nFridge;190;12\n')
    const again = taken(
      alone.replace('eighty', '80').replace(';12', ';1'),
      null,
      single,
      loads.map((load, k) => ({ ...load, id: `l${k}` })),
    )
    expect(again.loads.map(({ name, powerW }) => [name, powerW])).toEqual([
      ['Pump', 80],
      ['Fridge', 190],
    ])
    expect(rowsOfLines('', [1])).toBe('')
  })

  it('ask for the columns they cannot do without, and refuse a street of houses', () => {
    expect(message(readLoadsCsv('x,y\n1,2\n', null, single))).toContain('name and power_W')
    expect(message(readLoadsCsv(`name,power_W\n${'a,1\n'.repeat(501)}`, null, single))).toContain('500 loads')
    expect(taken('x,y\nLamp,60\n', { name: 0, powerW: 1 }, single).loads[0]).toMatchObject({
      name: 'Lamp',
      powerW: 60,
    })
  })
  it('never throw, whatever the file', () => {
    fc.assert(
      fc.property(fc.string({ maxLength: 400 }), (text) => {
        expect(typeof readLoadsCsv(`name,power_W\n${text}`, null, single).ok).toBe('boolean')
      }),
    )
  })
})

describe('a list that is read once more', () => {
  const kettle = aLoad({ id: 'k', tag: 'kettle', name: 'Kettle', powerW: 2000, lockedRotorA: 3 })
  const rows = (text: string, loads = [kettle], answers = {}) => value(readLoadsCsv(text, null, single, loads, answers))

  it('changes what it says of a thing the job has, and nothing else of it', () => {
    const read = rows('name,power_W,locked_rotor_A,priority\nKettle,2200,,5\n')
    expect(read.rows).toHaveLength(1)
    expect(read.rows[0]).toMatchObject({ was: { id: 'k' }, fields: { tag: 'kettle', powerW: 2200, lockedRotorA: 3 } })
    expect(read.rows[0]?.changes.map(({ field, before, after }) => [field.name, before, after])).toEqual([
      ['powerW', 2000, 2200],
    ])
  })
  it('changes nothing where it is the list that was written', () => {
    const { id: _id, ...fields } = kettle
    expect(rows(loadsCsv([fields])).rows.map(({ was, changes }) => [was?.id, changes])).toEqual([['k', []]])
  })
  it('finds it by its short name where the name is another, and says so', () => {
    const [row] = rows('name,tag,power_W\nTea kettle,kettle,2000\n').rows
    expect(row?.changes.map(({ field, after }) => [field.name, after])).toEqual([['name', 'Tea kettle']])
  })
  it('asks whether a like name with another short name is the same thing', () => {
    const text = 'name,tag,power_W\nKettle,kettle9,1000\n'
    const { rows: none, doubts } = rows(text)
    expect([none, doubts.map(({ id, answers }) => [id, Object.keys(answers)])]).toEqual([
      [],
      [['2.name', ['kettle', 'new', 'leave']]],
    ])
    expect(rows(text, [kettle], { '2.name': 'kettle' }).rows[0]).toMatchObject({ was: { id: 'k' } })
    expect(rows(text, [kettle], { '2.name': 'new' }).rows[0]).toMatchObject({ was: null, fields: { tag: 'kettle9' } })
    expect(rows(text, [kettle], { '2.name': 'leave' }).aside).toMatchObject([{ line: 2, column: 'name' }])
    expect(rows(text, [kettle], { '2.name': 'constructor' }).doubts).toHaveLength(1)
  })
  it('asks which of two with one name is meant', () => {
    const other = aLoad({ id: 'o', tag: 'kettle2', name: 'kettle' })
    expect(rows('name,power_W\nKettle,900\n', [kettle, other]).doubts[0]?.answers).toEqual({
      kettle: 'Kettle (kettle), which is there',
      kettle2: 'kettle (kettle2), which is there',
      new: 'another one',
      leave: 'leave the row out',
    })
  })
  it('keeps a second row on the same thing aside', () => {
    expect(rows('name,power_W\nKettle,900\nKettle,950\n').aside).toMatchObject([
      { line: 3, why: 'is what line 2 speaks of already' },
    ])
  })
})

describe('figures and words in a list', () => {
  const first = (text: string, answers = {}) => value(readLoadsCsv(text, null, single, [], answers))
  it.each([
    ['Power;2,8 kW', 2800],
    ['Power;60W', 60],
    ['Power;1.5kW', 1500],
    ['power_W;9', 9],
    ['Power kW;2.8', 2800],
    ['Power kW;2800 W', 2800],
    ['Power;1 200', 1200],
    ['Power;1.234,5', 1234.5],
  ])('%s is read with its unit', (column, watts) => {
    const [head, cell] = column.split(';')
    expect(first(`Name;${head}\nA;${cell}\n`).rows[0]?.fields.powerW).toBe(watts)
  })
  it.each([
    ['Power', '2.8', ['2.8', '2800', 'leave']],
    ['power_W', '1.200', ['1.2', '1200', 'leave']],
    ['power_W', '1,200', ['1.2', '1200', 'leave']],
  ])('%s “%s” is asked, and never guessed', (head, cell, answers) => {
    const { rows, doubts } = first(`Name;${head}\nA;${cell}\n`)
    expect([rows, doubts.map((doubt) => Object.keys(doubt.answers).sort())]).toEqual([[], [[...answers].sort()]])
    const [chosen = ''] = answers
    expect(first(`Name;${head}\nA;${cell}\n`, { '2.powerW': chosen }).rows[0]?.fields.powerW).toBe(Number(chosen))
  })
  it('a file that shows its decimal mark is not asked', () => {
    expect(first('Name;power_W;pf\nA;1.200;0,9\nB;60;1\n').rows.map(({ fields }) => fields.powerW)).toEqual([1200, 60])
  })
  it('asks whether a share below one is meant as per cent', () => {
    expect(first('Name;power_W;runs\nA;60;0.5\n').doubts[0]?.answers).toMatchObject({ '0.005': '0.5 %', '0.5': '50 %' })
    expect(first('Name;power_W;runs\nA;60;0.5 %\n').rows[0]?.fields.duty).toBe(0.005)
  })
  it('asks once for the phase of all rows without one, where there are several phases', () => {
    const text = 'name,power_W,phase\nA,60,\nB,70,L2\nC,80,\n'
    const read = (answers = {}) => value(readLoadsCsv(text, null, RULE_PACKS['iec-3ph-400'], [], answers))
    const phases = ({ rows }: ReturnType<typeof read>) => rows.map(({ fields }) => [fields.tag, fields.phase])
    expect(read().doubts).toMatchObject([{ id: 'blank.phase', line: 2, column: 'phase', value: '' }])
    expect(Object.keys(read().doubts[0]?.answers ?? {})).toEqual(['L1', 'L2', 'L3', 'all', 'leave'])
    expect(phases(read())).toEqual([['b', 'L2']])
    expect(phases(read({ 'blank.phase': 'L3' }))).toEqual([
      ['a', 'L3'],
      ['b', 'L2'],
      ['c', 'L3'],
    ])
    const left = read({ 'blank.phase': 'leave' })
    expect([left.doubts, left.aside.map(({ line }) => line)]).toEqual([[], [2, 4]])
    expect(read({ 'blank.phase': 'constructor' }).doubts).toHaveLength(1)
    expect(value(readLoadsCsv(text.replace('L2', 'L1'), null, single, [])).doubts).toEqual([])
  })
  it('takes the form’s own words, and no unit of another quantity', () => {
    const field = ITEM_FIELDS.load.find(({ name }) => name === 'pattern')
    const [stored, label] = Object.entries(field?.options ?? {})[1] ?? ['', '']
    expect(first(`name,power_W,when\nA,60,${label}\n`).rows[0]?.fields.pattern).toBe(stored)
    expect(first('name,power_W\nA,60 Wh\n').aside).toMatchObject([{ line: 2, column: 'power_W', value: '60 Wh' }])
  })
})

describe('the columns of a load list', () => {
  it('are its fields, every one', () => {
    expect(ITEM_FIELDS.load.filter((field) => !('column' in field)).map(({ name }) => name)).toEqual([])
  })
  it('refuse what the form refuses, and take what it takes', () => {
    const cell = fc.oneof(
      fc.constantFrom(
        '',
        '0',
        '-1',
        '1',
        '0.5',
        '1.5',
        '24',
        '2,5',
        'yes',
        'no',
        'L1',
        'L2',
        'all',
        'direct',
        'A',
        'x y',
        '1e9',
      ),
      fc.string({ maxLength: 6 }).filter((text) => !/[,"\r\n]/.test(text)),
    )
    // blank in most places, so that some rows are good
    const row = fc.record(
      Object.fromEntries(
        ITEM_FIELDS.load.map(({ name }) => [name, fc.oneof({ weight: 9, arbitrary: fc.constant('') }, cell)]),
      ),
    )
    let count = 0
    fc.assert(
      fc.property(row, (cells) => {
        const named: Record<string, string> = {
          ...cells,
          name: 'Lamp',
          powerW: cells.powerW || '60',
        }
        const heads = ITEM_FIELDS.load.map((field) => ('column' in field ? (field.column?.head ?? '') : ''))
        const line = ITEM_FIELDS.load.map(({ name }) => named[name])
        const read = taken(`${heads.join(',')}\n${line.join(',')}\n`, null, single)
        for (const load of read.loads) {
          count++
          expect(schemaIssues(ITEM_SCHEMAS.load, load)).toEqual([])
          expect(contradiction('load', { ...load }, single.id)).toBeNull()
        }
        expect(read.loads.length + read.aside.length).toBeLessThanOrEqual(1)
      }),
      { seed: 5, numRuns: 400 },
    )
    expect(count).toBeGreaterThan(0)
  })
  it.each([
    ['power_factor', '0'],
    ['power_factor', '1.01'],
    ['priority', '10'],
    ['priority', '2.5'],
    ['duty_percent', '101'],
    ['locked_rotor_A', '-1'],
    ['start_percent_of_lra', '120'],
    ['circuit', 'C 4'],
    ['code_letter', 'Z'],
  ])('put a row aside for %s %s', (head, cell) => {
    const { loads, aside } = taken(`name,power_W,${head}\nLamp,60,${cell}\n`, null, single)
    expect([loads, aside.map(({ column, value: own }) => [column, own])]).toEqual([[], [[head, cell]]])
  })
})
