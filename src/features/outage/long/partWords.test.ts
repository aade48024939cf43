import { describe, expect, it } from 'vitest'
import { partPlace, partWords } from './partWords'

describe('a place in a long recording', () => {
  it('is named by the gravest of what happened there', () => {
    expect(partWords({ kinds: ['low', 'lost', 'back'], lostS: 2.7 })).toBe('voltage lost for about 2.7\u00a0s')
    expect(partWords({ kinds: ['jump', 'low', 'back'], lostS: 0 })).toBe('voltage low')
    expect(partWords({ kinds: ['inrush'], lostS: 0 })).toBe('a motor or the like started')
    expect(partWords({ kinds: [], lostS: 0 })).toBe('nothing happened')
  })

  it('is placed from the beginning, and by the recorder’s clock where it has one', () => {
    const scan = {
      clock: [{ firstRow: 0, startS: 0, rateHz: 10_000 }],
      startedAt: '2026-06-01T08:00:00.000000',
    }
    expect(partPlace({ firstRow: 31_452_100 }, scan)).toBe('52:25 min, 08:52:25')
    expect(partPlace({ firstRow: 50_000 }, { ...scan, startedAt: null })).toBe('0:05 min')
  })
})
