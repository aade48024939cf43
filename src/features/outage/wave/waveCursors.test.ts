import { describe, expect, it } from 'vitest'
import { NO_CURSORS, cursorRows, placedCursor } from './waveCursors'

const channels = {
  voltages: [{ id: 'v1', samples: Float64Array.from({ length: 1000 }, (_, k) => k) }],
  sampleRateHz: 1000,
  timesS: null,
  nominalHz: 50,
  lanesAt: (): string[] => [],
}
const plain = (rows: ReturnType<typeof cursorRows>) =>
  rows.map(({ label, cells }) => [label, ...cells].join(' | ').replace(/\s/g, ' '))

describe('cursors on a wave', () => {
  it('are set one after the other; a third press moves the nearer one', () => {
    const one = placedCursor(NO_CURSORS, 0.2)
    const two = placedCursor(one, 0.6)
    expect([one, two]).toEqual([
      { a: 0.2, b: null },
      { a: 0.2, b: 0.6 },
    ])
    expect(placedCursor(two, 0.5)).toEqual({ a: 0.2, b: 0.5 })
    expect(placedCursor(two, 0.1)).toEqual({ a: 0.1, b: 0.6 })
  })

  it('say what stands at them, and how far they are apart', () => {
    expect(cursorRows(NO_CURSORS, channels)).toEqual([])
    expect(plain(cursorRows({ a: 0.2, b: null }, channels))).toEqual(['A at 200 ms | 200 V'])
    expect(plain(cursorRows({ a: 0.2, b: 0.3 }, channels))).toEqual([
      'A at 200 ms | 200 V',
      'B at 300 ms | 300 V',
      'A to B: 100 ms, 5 cycles | 100 V',
    ])
  })

  it('say what the lanes under the wave show there, and nothing of a difference of means', () => {
    const withLanes = { ...channels, lanesAt: (atS: number) => [`${atS * 100} Hz`, '–'] }
    expect(plain(cursorRows({ a: 0.2, b: 0.3 }, withLanes))).toEqual([
      'A at 200 ms | 200 V | 20 Hz | –',
      'B at 300 ms | 300 V | 30 Hz | –',
      'A to B: 100 ms, 5 cycles | 100 V',
    ])
  })

  it('go by the stamps where they are uneven, and never beyond the recording', () => {
    const uneven = { ...channels, timesS: Float64Array.from({ length: 1000 }, (_, k) => k / 500) }
    expect(plain(cursorRows({ a: 1, b: null }, uneven))).toEqual(['A at 1000 ms | 500 V'])
    expect(plain(cursorRows({ a: 99, b: null }, channels))).toEqual(['A at 99000 ms | 999 V'])
  })
})
