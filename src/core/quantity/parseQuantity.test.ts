import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { formatDuration, formatNumber, formatQuantity, formatWhole } from './formatQuantity'
import { parseQuantity, quantityFaultWords } from './parseQuantity'
import { UNITS } from './units'

describe('parseQuantity', () => {
  it.each([
    ['0,31', 'Ω', 0.31],
    ['.31', 'Ω', 0.31],
    ['2k', 'Ω', 2000],
    ['220 mΩ', 'Ω', 0.22],
    ['1.5 MΩ', 'Ω', 1.5e6],
    ['0.3 s', 'ms', 300],
    ['6 mA', 'A', 0.006],
    ['38.20 ohm', 'Ω', 38.2],
    ['−4', 'V', -4],
    // groups of three with a space between are one number; a decimal mark that can be one only is one
    ['1 300', 'mm', 1300],
    ['1\u202f300 mm', 'mm', 1300],
    ["12'500", 'W', 12_500],
    ['2 500,5', 'W', 2500.5],
    ['0,310', 'Ω', 0.31],
    ['1.234 kW', 'W', 1234],
    ['1,30', 'Ω', 1.3],
  ] as const)('%s as %s', (text, unit, value) => {
    const read = parseQuantity(text, unit)
    expect(read.ok ? read.value.value : null).toEqual(value === null ? null : expect.closeTo(value, 12))
  })

  it.each([
    ['1.234,5', 'V'],
    ['1,2.3', 'V'],
    ['3 V', 'Ω'],
    ['5 bananas', 'A'],
    ['', 'V'],
    ['0x10', 'V'],
    ['Infinity', 'V'],
    ['1e400', 'V'],
    ['9'.repeat(50), 'V'],
    // one and three tenths to some, thirteen hundred to others
    ['1,300', 'mm'],
    ['2,500', 'W'],
    ['2.500', 'W'],
    ['38.200', 'Ω'],
    ['1,234,567', 'W'],
    ['1 30', 'V'],
    ['1 3000', 'V'],
  ] as const)('refuses %s as %s', (text, unit) => {
    expect(parseQuantity(text, unit).ok).toBe(false)
  })

  it.each([
    ['38.20', 'Ω', '38.20'],
    ['12.3456k', 'W', '12345.6'],
    ['12.345678 kW', 'W', '12345.678'],
    ['1234.56 mΩ', 'Ω', '1.23456'],
    ['1250 mΩ', 'Ω', '1.25'],
    ['-.5 A', 'mA', '-500'],
    ['7 mm', 'm', '0.007'],
    ['0 k', 'V', '0'],
    ['1.5 min', 's', '90'],
    ['.7min', 'ms', '42000'],
  ] as const)('loses no figure of %s in %s to a prefix', (text, unit, digits) => {
    const read = parseQuantity(text, unit)
    const same = read.ok && Number(read.value.digits) === read.value.value
    expect(same ? read.value.digits : null).toBe(digits)
  })

  it('names both readings of a mark that has two', () => {
    const read = parseQuantity('1,300', 'mm')
    expect(read.ok ? null : quantityFaultWords(read.error)).toBe('“1,300” can be read two ways. Type 1300, or 1.3.')
  })

  it('takes back whatever the app shows, in every unit', () => {
    fc.assert(
      fc.property(
        fc.double({ min: -1e6, max: 1e6, noNaN: true }),
        fc.constantFrom(...UNITS.filter((unit) => unit !== '')),
        fc.integer({ min: 2, max: 6 }),
        (value, unit, digits) => {
          const shown = formatQuantity(value, unit, digits)
          const read = parseQuantity(shown, unit)
          expect([shown, read.ok]).toEqual([shown, true])
          // the same number, as near as its digits tell
          const lost = Math.max(5 * Math.abs(value) * 10 ** -digits, 1e-6)
          if (read.ok) expect(Math.abs(read.value.value - value)).toBeLessThanOrEqual(lost)
        },
      ),
      { seed: 5, numRuns: 500 },
    )
    fc.assert(
      fc.property(fc.integer({ min: -9_999_999, max: 9_999_999 }), (whole) => {
        const read = parseQuantity(formatWhole(whole), 'mm')
        expect(read.ok && read.value.value + 0).toBe(whole + 0)
      }),
    )
  })

  it('keeps the zeros that were typed', () => {
    const read = parseQuantity('38,20', 'Ω')
    expect(read.ok && read.value.digits).toBe('38.20')
  })

  it('reads back whatever either decimal mark writes', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: -999_999, max: 999_999 }),
        fc.integer({ min: 0, max: 4 }),
        fc.constantFrom('.', ','),
        (whole, decimals, mark) => {
          const text = (whole / 10 ** decimals).toFixed(decimals)
          const read = parseQuantity(text.replace('.', mark), 'V')
          if (!read.ok) expect(read.error.code).toBe('twoReadings')
          else expect(read.value.value).toBe(Number(text))
        },
      ),
      { seed: 7 },
    )
  })
})

describe('formatting', () => {
  it.each([
    [4950, 'W', '4.95 kW'],
    [38.2, 'Ω', '38.2 Ω'],
    [12_000, 'Ω', '12 kΩ'],
    [-3, 'V', '−3 V'],
    [0, 'A', '0 A'],
    [45, '°', '45°'],
  ] as const)('%s %s', (value, unit, text) => {
    expect(formatQuantity(value, unit)).toBe(text.replace(' ', '\u00a0'))
  })
  it.each([
    [12.04, '12 ms'],
    [2720, '2.72 s'],
    [89_900, '89.9 s'],
    // a minute and a half is not two
    [90_000, '1 min 30 s'],
    [119_600, '2 min'],
    [599_400, '9 min 59 s'],
    [659_000, '11 min'],
    [3_599_000, '1 h'],
    [17_160_000, '4 h 46 min'],
    [3_600_000, '1 h'],
  ] as const)('%s ms', (ms, text) => {
    expect(formatDuration(ms).replaceAll('\u00a0', ' ')).toBe(text)
  })
  it('never writes an exponent', () => {
    fc.assert(
      fc.property(fc.double({ min: 1e-5, max: 1e9, noNaN: true }), (value) => {
        expect(formatNumber(value)).toMatch(/^−?[\d.]+$/)
      }),
      { seed: 3 },
    )
  })
})
