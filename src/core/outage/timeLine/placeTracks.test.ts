import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { placeTracks } from './placeTracks'
import type { Track } from './track'

const track = (id: string, change: Partial<Track> = {}): Track => ({
  id,
  name: id,
  clockMs: null,
  durationS: 60,
  events: { left: null, returned: null },
  ...change,
})
const left = (left: number) => ({ left, returned: null })
const NOON = Date.parse('2026-05-02T12:00:00Z')

describe('tracks on one time line', () => {
  it('lie by their own clocks, and say that nothing was moved', () => {
    const placed = placeTracks([track('a', { clockMs: NOON }), track('b', { clockMs: NOON + 5000 })], 'clock')
    expect(placed.map(({ startMs, by, shiftS }) => [startMs, by, shiftS])).toEqual([
      [NOON, 'clock', 0],
      [NOON + 5000, 'clock', 0],
    ])
  })

  it('fall together where the supply left, with how far that is from their clocks', () => {
    const [, b] = placeTracks(
      [track('a', { clockMs: NOON, events: left(10) }), track('b', { clockMs: NOON + 3_600_000, events: left(4) })],
      'event',
    )
    expect([b?.startMs, b?.by, b?.event, b?.shiftS]).toEqual([NOON + 6000, 'event', 'left', -3594])
  })

  it('take an event where a clock is missing, and have no place where both are', () => {
    const [, b, c] = placeTracks(
      [track('a', { clockMs: NOON, events: left(10) }), track('b', { events: left(2) }), track('c')],
      'clock',
    )
    expect([b?.startMs, b?.by, b?.shiftS]).toEqual([NOON + 8000, 'event', null])
    expect([c?.startMs, c?.by, c?.shiftS]).toEqual([null, null, null])
  })

  it('share the return where only that is in both', () => {
    const [, b] = placeTracks(
      [
        track('a', { clockMs: NOON, events: { left: 1, returned: 50 } }),
        track('b', { clockMs: NOON, events: { left: null, returned: 20 } }),
      ],
      'event',
    )
    expect([b?.event, b?.shiftS]).toEqual(['returned', 30])
  })

  it('can be moved by hand, the moved seconds counted', () => {
    const [a, b] = placeTracks([track('a', { clockMs: NOON }), track('b', { clockMs: NOON })], 'clock', { b: -1.5 })
    expect([a?.shiftS, b?.shiftS]).toEqual([0, -1.5])
    expect(placeTracks([], 'clock')).toEqual([])
  })

  it('whose clocks are all wrong by the same do not move against each other', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: -1e6, max: 1e6 }),
        fc.array(fc.integer({ min: 0, max: 50 }), { minLength: 2, maxLength: 5 }),
        fc.constantFrom('clock' as const, 'event' as const),
        (wrongMs, lefts, alignment) => {
          const of = (offsetMs: number) =>
            placeTracks(
              lefts.map((at, k) => track(`t${k}`, { clockMs: NOON + k * 1000 + offsetMs, events: left(at) })),
              alignment,
            ).map(({ startMs }, _k, all) => (startMs ?? 0) - (all[0]?.startMs ?? 0))
          expect(of(wrongMs)).toEqual(of(0))
        },
      ),
    )
  })
})
