import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { formatDuration, formatNumber, formatQuantity } from './formatQuantity'
import { parseQuantity } from './parseQuantity'

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
    ['−4', 'V', null],
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
  ] as const)('refuses %s as %s', (text, unit) => {
    expect(parseQuantity(text, unit).ok).toBe(false)
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
          expect(read.ok && read.value.value).toBe(Number(text))
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
