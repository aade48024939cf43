import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { csvCell } from './csvCell'
import { guessColumn, readCsvTable, readDecimal } from './csvTable'
import { readProfileCsv } from './profileCsv'
import { guessSeriesMapping, readSeriesCsv } from './seriesCsv'
import { writeProfileCsv } from './writeProfileCsv'

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
    ).toMatch(/^176 of 8\u202f760 rows hold no figure, the first in line 2/)
    expect(
      message(
        readSeriesCsv(
          year(8783, () => '1'),
          null,
        ),
      ),
    ).toContain('8\u202f783 rows')
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
    const text = writeProfileCsv(loadW, new Float64Array(8760).fill(12.5), 1)
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
