import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { reading } from '../../../tests/support/house'
import { CLOCK_AHEAD, WITHDRAWN, clockAheadOf, lastOwnReading, latestBySlot, madeAt, standingReadings } from './reading'

const at = (hour: number, minute = 0) => new Date(Date.UTC(2026, 4, 2, hour, minute)).toISOString()
const told = (id: string, recordedAt: string, change: object = {}) =>
  reading('outage.told', 'answer', 'yes', { id, recordedAt, receivedAt: null, ...change })
const ids = (list: readonly { id: string }[]) => list.map(({ id }) => id)

describe('when a reading was made', () => {
  it('is what the device says, as long as the server had it later', () => {
    expect(madeAt(told('a', at(9)))).toBe(at(9))
    expect(madeAt(told('a', at(9), { receivedAt: at(17) }))).toBe(at(9))
  })
  it('is not later than the server had it', () => {
    expect(madeAt(told('a', at(12), { receivedAt: at(9) }))).toBe(at(9))
  })
  it('is the device’s time less what its clock was fast, or more what it was slow', () => {
    const fast = told('a', at(12), { receivedAt: at(9, 1), detail: { [CLOCK_AHEAD]: 3 * 3600 } })
    const slow = told('b', at(3), { receivedAt: at(9, 1), detail: { [CLOCK_AHEAD]: -6 * 3600 } })
    expect([madeAt(fast), madeAt(slow)]).toEqual([at(9), at(9)])
  })
  it.each([null, {}, { [CLOCK_AHEAD]: 'much' }, { [CLOCK_AHEAD]: NaN }, { other: 5 }])(
    'has nothing taken off where nobody knows of the clock: %j',
    (detail) => {
      expect(clockAheadOf({ detail })).toBe(0)
      expect(madeAt(told('a', at(9), { detail }))).toBe(at(9))
    },
  )
  it('is never after receipt, whatever a clock says', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: -86_400, max: 86_400 }),
        fc.integer({ min: -86_400, max: 86_400 }),
        (offsetS, aheadS) => {
          const receivedAt = at(12)
          const recordedAt = new Date(Date.parse(receivedAt) + offsetS * 1000).toISOString()
          const made = madeAt(told('a', recordedAt, { receivedAt, detail: { [CLOCK_AHEAD]: aheadS } }))
          expect(made <= receivedAt).toBe(true)
        },
      ),
      { seed: 4 },
    )
  })
})

describe('readings that stand', () => {
  it('come in the order in which they were made, and at one moment by their id', () => {
    const list = [told('c', at(9)), told('b', at(10)), told('a', at(9)), told('d', at(8))]
    expect(ids(standingReadings(list))).toEqual(['d', 'a', 'c', 'b'])
  })
  it('are not ordered by a clock that is wrong', () => {
    const before = told('a', at(11), { receivedAt: at(11) })
    const slow = told('b', at(6), { receivedAt: at(12), detail: { [CLOCK_AHEAD]: -6 * 3600 } })
    const fast = told('c', at(15), { receivedAt: at(10), detail: { [CLOCK_AHEAD]: 5 * 3600 } })
    expect(ids(standingReadings([slow, before, fast]))).toEqual(['c', 'a', 'b'])
    expect(latestBySlot(standingReadings([slow, before, fast]), 'outage.told').get('answer')?.id).toBe('b')
  })
  it('leave out what was corrected, and what was taken back', () => {
    const first = told('a', at(9))
    const better = told('b', at(10), { supersedes: 'a', supersedeReason: 'looked again' })
    const gone = told('c', at(11))
    const taken = told('d', at(12), { supersedes: 'c', supersedeReason: 'wrong house', valueWord: WITHDRAWN })
    expect(ids(standingReadings([first, better, gone, taken]))).toEqual(['b'])
  })
  it('are the same however they come in', () => {
    const list = [told('a', at(9)), told('b', at(9)), told('c', at(7), { supersedes: 'a' }), told('d', at(8))]
    const standing = ids(standingReadings(list))
    fc.assert(
      fc.property(fc.shuffledSubarray(list, { minLength: list.length }), (shuffled) => {
        expect(ids(standingReadings(shuffled))).toEqual(standing)
      }),
      { seed: 8 },
    )
  })
  it('of one person end with what undo takes back; a recording is not typed', () => {
    const list = [
      told('a', at(9), { recordedBy: 'ines' }),
      told('b', at(10), { recordedBy: 'tobin' }),
      reading('outage.gap', 'recording', 12, { id: 'c', recordedAt: at(11), recordedBy: 'ines', unit: 'ms' }),
    ]
    expect([lastOwnReading(list, 'ines')?.id, lastOwnReading(list, 'tobin')?.id, lastOwnReading(list, 'maud')]).toEqual(
      ['a', 'b', null],
    )
  })
})
