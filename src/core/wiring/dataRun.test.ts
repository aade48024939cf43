import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { parsePinOut, reachOf } from './dataRun'

describe('a pin-out', () => {
  it('is read pair by pair, parted by spaces, commas or lines', () => {
    expect(parsePinOut(' 1-1, 2-2\nA-B ')).toEqual({
      ok: true,
      pairs: [
        { near: '1', far: '1' },
        { near: '2', far: '2' },
        { near: 'A', far: 'B' },
      ],
    })
  })
  it.each([
    ['', 'Write each pin'],
    ['1', '“1” is no pair'],
    ['1-1-1', '“1-1-1” is no pair'],
    ['1-1 1-2', 'Pin 1 stands twice at the near end.'],
    ['1-3 2-3', 'Pin 3 stands twice at the far end.'],
    [`${'9'.repeat(7)}-1`, 'is no pair'],
  ])('is refused as %j', (text, message) => {
    const read = parsePinOut(text)
    expect(read.ok ? '' : read.message).toContain(message)
  })
  it('keeps every pair of a permutation', () => {
    fc.assert(
      fc.property(fc.shuffledSubarray([1, 2, 3, 4, 5, 6, 7, 8], { minLength: 1 }), (order) => {
        const text = order.map((far, k) => `${k + 1}-${far}`).join(' ')
        const read = parsePinOut(text)
        expect(read.ok && read.pairs.map(({ far }) => Number(far))).toEqual(order)
      }),
    )
  })
})

describe('how far a run may go', () => {
  it('is the maker’s word before the standard’s, and nothing where neither says', () => {
    expect(reachOf({ signal: 'network', mostM: 30 })?.mostM).toBe(30)
    expect(reachOf({ signal: 'network', mostM: null })?.mostM).toBe(100)
    expect(reachOf({ signal: 'can', mostM: null })).toBeNull()
    expect(reachOf({ signal: null, mostM: null })).toBeNull()
  })
})
