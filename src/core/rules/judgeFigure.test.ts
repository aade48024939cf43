import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { tester } from '../../../tests/support/house'
import { functionInRange, limitText, wholeRange } from '../evidence/figure'
import { judgeFigure } from './judgeFigure'

const at = (value: number, bound: 'above' | 'below' | null = null) => ({ value, bound })
const least = { unit: 'MΩ', least: { value: 1, basis: 'B' } } as const
const most = { unit: 'Ω', most: { value: 2, basis: 'B' } } as const
const verdict = (...args: Parameters<typeof judgeFigure>) => judgeFigure(...args).verdict

describe(judgeFigure, () => {
  it.each([
    { figure: at(1), limits: least, expected: 'proven' },
    { figure: at(0.99), limits: least, expected: 'stop' },
    { figure: at(2), limits: most, expected: 'proven' },
    { figure: at(2.01), limits: most, expected: 'stop' },
    { figure: null, limits: most, expected: 'open' },
    // nothing below zero can be: it is no reading, on either side of a limit
    { figure: at(-5), limits: most, expected: 'open' },
    { figure: at(-5), limits: least, expected: 'open' },
    { figure: at(NaN), limits: most, expected: 'open' },
    // “more than” and “less than” prove what they leave no doubt of
    { figure: at(200, 'above'), limits: least, expected: 'proven' },
    { figure: at(0.5, 'above'), limits: least, expected: 'open' },
    { figure: at(999, 'above'), limits: most, expected: 'stop' },
    { figure: at(1, 'above'), limits: most, expected: 'open' },
    { figure: at(0.01, 'below'), limits: most, expected: 'proven' },
    { figure: at(0.5, 'below'), limits: least, expected: 'stop' },
    // nothing says that a figure without a limit is right
    { figure: at(7), limits: { unit: 'A' } as const, expected: 'watch' },
    { figure: at(7, 'above'), limits: { unit: 'A' } as const, expected: 'watch' },
    { figure: null, limits: { unit: 'A' } as const, expected: 'open' },
  ])('$figure against $limits is $expected', ({ figure, limits, expected }) => {
    expect(verdict(figure, limits, null)).toBe(expected)
  })
  it('is Watch where the instrument’s band crosses the limit', () => {
    const accuracy = { percentOfReading: 2, digits: 0, resolution: 0 }
    expect([verdict(at(1.01), least, accuracy), verdict(at(1.03), least, accuracy)]).toEqual(['watch', 'proven'])
    expect([verdict(at(1, 'above'), least, accuracy), verdict(at(1.03, 'above'), least, accuracy)]).toEqual([
      'watch',
      'proven',
    ])
  })
  it('takes a figure below zero where it is said to be one', () => {
    expect(verdict(at(-5), { ...most, signed: true }, null)).toBe('proven')
  })
  it('never proves what a second look could deny: no “more than” is proven that a value within it would not be', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0, max: 1e4, noNaN: true }),
        fc.double({ min: 0, max: 1e4, noNaN: true }),
        fc.double({ min: 0, max: 10, noNaN: true }),
        fc.constantFrom('above' as const, 'below' as const),
        (value, limit, share, bound) => {
          const limits = {
            unit: 'Ω',
            most: { value: limit, basis: '' },
            least: { value: limit / 3, basis: '' },
          } as const
          const true_ = bound === 'above' ? value * (1 + share) : value * Math.max(0, 1 - share)
          const told = verdict(at(value, bound), limits, null)
          if (told === 'proven') expect(verdict(at(true_), limits, null)).toBe('proven')
          if (told === 'stop') expect(verdict(at(true_), limits, null)).not.toBe('proven')
        },
      ),
      { seed: 11, numRuns: 500 },
    )
  })
})

describe('the range a value was read in', () => {
  const two = {
    ...tester,
    functions: [
      {
        measures: 'voltage',
        unit: 'V',
        min: 0,
        max: 50,
        accuracy: { percentOfReading: 0.5, digits: 1, resolution: 0.01 },
      },
      { measures: 'voltage', unit: 'V', min: 0, max: 500, accuracy: { percentOfReading: 2, digits: 5, resolution: 1 } },
    ],
  } as typeof tester
  it('is the narrowest that holds it', () => {
    const share = (value: number) => functionInRange(two, 'voltage', value)?.accuracy.percentOfReading ?? null
    expect([share(40), share(400), share(600)]).toEqual([0.5, 2, null])
    expect(wholeRange(two, 'voltage')).toEqual({ min: 0, max: 500, unit: 'V' })
    expect([functionInRange(null, 'voltage', 1), wholeRange(two, 'frequency')]).toEqual([null, null])
  })
})

describe(limitText, () => {
  it('names both ends, and nothing where there is none', () => {
    const plain = (limits: Parameters<typeof limitText>[0]) => limitText(limits)?.replaceAll('\u00a0', ' ') ?? null
    expect([plain(least), plain({ ...least, most: { value: 5, basis: '' } }), plain({ unit: 'V' })]).toEqual([
      '≥ 1 MΩ',
      '≥ 1 MΩ and ≤ 5 MΩ',
      null,
    ])
  })
})
