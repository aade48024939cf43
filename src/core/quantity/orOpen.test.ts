import { describe, expect, it } from 'vitest'
import { hoursOrOpen, numberOrOpen, percentOrOpen, quantityOrOpen } from './orOpen'

describe('a figure that may not be known', () => {
  it.each([
    [numberOrOpen(null), numberOrOpen(0), '0'],
    [quantityOrOpen(undefined, 'W'), quantityOrOpen(0, 'W'), '0\u00a0W'],
    [percentOrOpen(null), percentOrOpen(0), '0 %'],
    [hoursOrOpen(null), hoursOrOpen(0), '0\u00a0ms'],
  ])('is open, and not what nothing is: %s beside %s', (unknown, nothing, words) => {
    expect(unknown).toBe('open')
    expect(nothing).toBe(words)
  })
  it('is written as any other where it is known', () => {
    expect(quantityOrOpen(4950, 'W', 3)).toBe('4.95\u00a0kW')
    expect(numberOrOpen(12.345, 3)).toBe('12.3')
    expect(percentOrOpen(0.125, 3)).toBe('12.5 %')
    expect(hoursOrOpen(4.75)).toBe('4\u00a0h 45\u00a0min')
  })
})
