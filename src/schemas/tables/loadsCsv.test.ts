import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { aLoad } from '../../../tests/support/house'
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
    expect(value(readLoadsCsv(loadsCsv(loads), null, single))).toEqual({ loads, aside: [] })
  })
  it('take kilowatts, decimal commas and missing columns, and make short names', () => {
    const { loads, aside } = value(
      readLoadsCsv('Name;Power kW;Duty\nÖfen;2,5;10\nÖfen;1;5 %\n7 up;0,1;1\n', null, single, ['ofen3']),
    )
    expect(loads.map(({ tag, powerW, duty, phase, backedUp }) => [tag, powerW, duty, phase, backedUp])).toEqual([
      ['ofen', 2500, 0.1, 'L1', true],
      ['ofen2', 1000, 0.05, 'L1', true],
      ['up', 100, 0.01, 'L1', true],
    ])
    expect(aside).toEqual([])
  })
  it('keep bad rows aside with line, column, value and reason, and the good ones', () => {
    const { loads, aside } = value(
      readLoadsCsv(
        'name,tag,power_W,phase,stays_on,backed_up,turn_off_first\nA,a,-5,L1,,,\nB,b,100,L2,,,\nC,c,100,L1,yes,no,\nD,d,100,L1,maybe,,\nE,e,100,L1,,,\nF,e,100,L1,,,\nG,g,100,L1,yes,yes,yes\n,h,100,,,,\n',
        null,
        single,
        [],
      ),
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
    const { loads, aside } = value(readLoadsCsv(text, null, single))
    const alone = rowsOfLines(
      text,
      aside.map(({ line }) => line),
    )
    expect(alone).toBe('name;power_W;priority\nPump;eighty;3\nFridge;190;12\n')
    const again = value(
      readLoadsCsv(
        alone.replace('eighty', '80').replace(';12', ';1'),
        null,
        single,
        loads.map(({ tag }) => tag),
      ),
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
    expect(value(readLoadsCsv('x,y\nLamp,60\n', { name: 0, powerW: 1 }, single)).loads[0]).toMatchObject({
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
    let taken = 0
    fc.assert(
      fc.property(row, (cells) => {
        const named: Record<string, string> = {
          ...cells,
          name: 'Lamp',
          powerW: cells.powerW || '60',
        }
        const heads = ITEM_FIELDS.load.map((field) => ('column' in field ? (field.column?.head ?? '') : ''))
        const line = ITEM_FIELDS.load.map(({ name }) => named[name])
        const read = value(readLoadsCsv(`${heads.join(',')}\n${line.join(',')}\n`, null, single))
        for (const load of read.loads) {
          taken++
          expect(schemaIssues(ITEM_SCHEMAS.load, load)).toEqual([])
          expect(contradiction('load', { ...load }, single.id)).toBeNull()
        }
        expect(read.loads.length + read.aside.length).toBeLessThanOrEqual(1)
      }),
      { seed: 5, numRuns: 400 },
    )
    expect(taken).toBeGreaterThan(0)
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
    const { loads, aside } = value(readLoadsCsv(`name,power_W,${head}\nLamp,60,${cell}\n`, null, single))
    expect([loads, aside.map(({ column, value: own }) => [column, own])]).toEqual([[], [[head, cell]]])
  })
})
