import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { aLoad } from '../../../tests/support/house'
import { RULE_PACKS } from '../rules/packs'
import { csvCell, guessColumn, readCsvTable, readDecimal, rowsOfLines } from './csvTable'
import { loadsCsv, readLoadsCsv } from './loadsCsv'
import { readProfileCsv } from './profileCsv'
import { guessSeriesMapping, profileCsv, readSeriesCsv } from './seriesCsv'

const single = RULE_PACKS['iec-1ph-230']
const value = <T>(result: { ok: true; value: T } | { ok: false; error: { message: string } }): T => {
  if (!result.ok) throw new Error(result.error.message)
  return result.value
}
const message = (result: { ok: boolean; error?: { message: string } }) => result.error?.message ?? 'taken in'

describe('tables', () => {
  it('take comma, semicolon and tab, quotes, a byte-order mark and empty lines', () => {
    for (const text of ['\ufeffa,b\n1,"x, y"\n\n2,z\n', 'a;b\n1;x, y\n\n2;z', 'a\tb\r\n1\tx, y\r\n\r\n2\tz\r\n'])
      expect(value(readCsvTable(text)).rows).toEqual([
        { line: 2, cells: ['1', 'x, y'] },
        { line: 4, cells: ['2', 'z'] },
      ])
  })
  it('refuse what is none, and bound what they read', () => {
    expect(message(readCsvTable(''))).toContain('empty')
    expect(message(readCsvTable('a\u0000b'))).toContain('no text file')
    expect(message(readCsvTable(`a\n${'1\n'.repeat(40_002)}`))).toContain('More than 40000 rows')
    expect(message(readCsvTable(`${'a,'.repeat(300)}\n1`))).toContain('columns')
    expect(message(readCsvTable('x'.repeat(9 * 1024 * 1024)))).toContain('larger than')
  })
  it('read figures as sheets write them, and nothing else', () => {
    expect(['1234.5', '1234,5', '1.234,5', '1,234.5', '1 234,5', '−3', '1e3', ',5'].map(readDecimal)).toEqual([
      1234.5, 1234.5, 1234.5, 1234.5, 1234.5, -3, 1000, 0.5,
    ])
    expect(['', 'n/a', '1.2.3', '12 kW', '0x10', 'Infinity', '--1'].map(readDecimal)).toEqual([
      null,
      null,
      null,
      null,
      null,
      null,
      null,
    ])
    fc.assert(
      fc.property(fc.double({ min: -1e6, max: 1e6, noNaN: true }), (number) => {
        const text = number.toFixed(3)
        expect([readDecimal(text), readDecimal(text.replace('.', ','))]).toEqual([Number(text), Number(text)])
      }),
    )
  })
  it('guess columns by their words, and write cells no sheet runs as a formula', () => {
    expect(guessColumn(['When', 'Import (kWh)'], ['start', 'import'])).toBe(1)
    expect(guessColumn(['a'], ['b'])).toBe(-1)
    expect([csvCell('=1+1'), csvCell('a,b'), csvCell('say "x"'), csvCell(null)]).toEqual([
      "'=1+1",
      '"a,b"',
      '"say ""x"""',
      '',
    ])
  })
})

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

describe('a year of metering', () => {
  const year = (rows: number, cell: (k: number) => string, stamp: (k: number) => string = () => '') =>
    `start,import kWh\n${Array.from({ length: rows }, (_, k) => `${stamp(k)},${cell(k)}`).join('\n')}\n`
  const day = (from: number) => (k: number) => new Date(from + k * 3_600_000).toISOString().slice(0, 16)

  it('becomes watts, whatever the unit and the step', () => {
    expect(
      value(
        readSeriesCsv(
          year(17_520, () => '"0,25"'),
          null,
        ),
      ).values[9],
    ).toBe(500)
    expect(
      value(
        readSeriesCsv(
          year(8760, () => '250'),
          { timeColumn: -1, valueColumn: 1, unit: 'Wh' },
        ),
      ).values[9],
    ).toBe(250)
    expect(
      value(
        readSeriesCsv(
          year(35_040, () => '0.5'),
          { timeColumn: -1, valueColumn: 1, unit: 'kW' },
        ),
      ),
    ).toMatchObject({ stepH: 0.25 })
  })
  it('is turned to begin on 1 January, and loses 29 February', () => {
    const turned = value(
      readSeriesCsv(year(8760, String, day(Date.UTC(2025, 5, 1))), { timeColumn: 0, valueColumn: 1, unit: 'W' }),
    )
    expect([turned.values[0], turned.values[151 * 24]]).toEqual([8760 - 151 * 24, 0])
    expect(turned.notes).toEqual([expect.stringContaining('begins on 2025-06-01')])
    const leap = value(
      readSeriesCsv(year(8784, String, day(Date.UTC(2024, 0, 1))), { timeColumn: 0, valueColumn: 1, unit: 'W' }),
    )
    expect([leap.values.length, leap.values[59 * 24 - 1], leap.values[59 * 24]]).toEqual([8760, 59 * 24 - 1, 60 * 24])
    expect(
      value(
        readSeriesCsv(
          year(
            8760,
            () => '1',
            () => 'yesterday',
          ),
          { timeColumn: 0, valueColumn: 1, unit: 'W' },
        ),
      ).notes[0],
    ).toContain('cannot be read')
  })
  it('names rows that hold no figure and fills them from the day before; too many are refused', () => {
    const read = value(
      readSeriesCsv(
        year(8760, (k) => (k === 50 ? 'err' : k === 26 ? '7' : '1')),
        { timeColumn: -1, valueColumn: 1, unit: 'W' },
      ),
    )
    expect([read.aside, read.values[50]]).toEqual([
      [{ line: 52, column: 'import kWh', value: 'err', why: 'is no figure of 0 or more' }],
      7,
    ])
    expect(
      message(
        readSeriesCsv(
          year(8760, (k) => (k % 50 === 0 ? '-' : '1')),
          null,
        ),
      ),
    ).toMatch(/^176 of 8,760 rows hold no figure, the first in line 2/)
    expect(
      message(
        readSeriesCsv(
          year(8783, () => '1'),
          null,
        ),
      ),
    ).toContain('8,783 rows')
  })
  it('takes prices, below zero too, and guesses from the header', () => {
    expect(guessSeriesMapping(['time', 'price per kWh'])).toEqual({ timeColumn: 0, valueColumn: 1, unit: 'price' })
    expect(guessSeriesMapping(['hour', 'load_W', 'pv_W'])).toMatchObject({ valueColumn: 1, unit: 'W' })
    expect(
      value(
        readSeriesCsv(
          year(8760, () => '-0.02'),
          { timeColumn: -1, valueColumn: 1, unit: 'price' },
        ),
      ).values[0],
    ).toBe(-0.02)
    expect(
      message(
        readSeriesCsv(
          year(8760, () => '1'),
          { timeColumn: -1, valueColumn: 9, unit: 'W' },
        ),
      ),
    ).toContain('Say which column')
  })
  it('is written so that it reads back, here and for the command line', () => {
    const loadW = Float64Array.from({ length: 8760 }, (_, k) => k / 8)
    const text = profileCsv(loadW, new Float64Array(8760).fill(12.5), 1)
    expect(value(readProfileCsv(text))).toMatchObject({ stepH: 1, loadW })
    expect(value(readSeriesCsv(text, { timeColumn: 0, valueColumn: 2, unit: 'W' })).values[8759]).toBe(12.5)
  })
  it('is refused as a profile with the line and the column at fault', () => {
    const profile = (rows: number, cell: string) =>
      `hour,load_W,pv_W\n${Array.from({ length: rows }, (_, k) => `${k},${k === 4000 ? cell : 5},0`).join('\n')}\n`
    expect(message(readProfileCsv(profile(8783, '5')))).toContain('8783 rows')
    expect(message(readProfileCsv(profile(8760, '-1')))).toContain('Line 4002, column load_W: “-1”')
    expect(message(readProfileCsv('hour,x\n0,1\n'))).toContain('No column “load_W”')
  })
})
