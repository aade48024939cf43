import { describe, expect, it } from 'vitest'
import { placeTracks } from '@/core/outage/timeLine/placeTracks'
import type { PlacedTrack } from '@/core/outage/timeLine/track'
import { aMark } from '../../../../tests/support/marks'
import { placeWords } from './TrackRows'
import { type LoadedTrack, markTracks } from './loadedTrack'
import { LANE, timeLineLayout, wholeWindow } from './timeLineLayout'

const NOON = Date.parse('2026-05-02T12:00:00Z')
const track = (id: string, change: Partial<LoadedTrack> = {}): LoadedTrack => ({
  id,
  name: id,
  clockMs: NOON,
  durationS: 10,
  events: { left: 4, returned: null },
  line: {
    words: 'RMS',
    unit: 'V',
    timesS: Float64Array.from({ length: 101 }, (_, k) => k / 10),
    samples: Float64Array.from({ length: 101 }, (_, k) => (k > 40 ? 0 : 230)),
    levels: [],
  },
  ticks: [],
  ...change,
})
const placed = (...tracks: LoadedTrack[]) => placeTracks(tracks, 'clock') as (PlacedTrack & { track: LoadedTrack })[]

describe('lanes of a time line', () => {
  it('lie one under the other, each where its time is', () => {
    const two = placed(track('a'), track('b', { clockMs: NOON + 5000 }))
    expect(wholeWindow(two)).toEqual({ fromMs: NOON, toMs: NOON + 15_000 })
    const { lanes } = timeLineLayout(two, { fromMs: NOON, toMs: NOON + 15_000 }, 54 + 14 + 1500)
    expect(lanes.map(({ x, width, y }) => [Math.round(x), Math.round(width), y])).toEqual([
      [54, 1000, 8],
      [554, 1000, 8 + LANE],
    ])
    expect(lanes.map(({ events }) => events.map(({ x, words }) => [Math.round(x), words]))).toEqual([
      [[454, 'left']],
      [[954, 'left']],
    ])
    expect(lanes[0]?.path.startsWith('M')).toBe(true)
  })

  it('leave out what nothing places, and are none where nothing is placed', () => {
    const lost = placed(track('a'), track('b', { clockMs: null, events: { left: null, returned: null } }))
    expect(timeLineLayout(lost, { fromMs: NOON, toMs: NOON + 1000 }, 800).lanes.map(({ id }) => id)).toEqual(['a'])
    expect(wholeWindow([])).toBeNull()
  })
})

describe('the place of a track in words', () => {
  it('says how it was laid, and how far from its own clock', () => {
    const words = (change: Partial<PlacedTrack>) =>
      placeWords({ track: track('a'), startMs: 1, by: 'clock', event: null, shiftS: 0, ...change }).replace(/\s/g, ' ')
    expect(words({})).toBe('by its own clock')
    expect(words({ by: 'event', event: 'left', shiftS: -3594 })).toBe(
      'laid on the supply leaving, −3594 s from its clock',
    )
    expect(words({ startMs: null, by: null })).toBe('not placed: no clock, and no event that it shares')
  })
})

describe('what was tapped', () => {
  it('is a track of its own from its first mark, with the cut as its event', () => {
    const marks = [
      aMark('begun', 0, { subject: 'loaded' }),
      aMark('out', 20),
      aMark('back', 21),
      aMark('onStreet', 300),
    ]
    const [run] = markTracks(marks, (tag) => tag)
    expect([run?.events, run?.ticks.length, run?.durationS]).toEqual([{ left: 20, returned: 300 }, 4, 300])
  })
})
