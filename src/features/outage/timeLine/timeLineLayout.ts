import { scaleLinear, scaleUtc } from 'd3'
import type { PlacedTrack } from '@/core/outage/timeLine/track'
import { firstIndexAt } from '@/core/outage/firstIndexAt'
import { type MarkLabel, markLabels } from '../markLabels'
import { wavePath } from '../wave/wavePath'
import type { LoadedTrack } from './loadedTrack'

export const LANE = 66
const TOP = 8
const AXIS = 26
const LEFT = 54
const RIGHT = 14

/** A stretch of the common time line, in ms since 1970. */
export interface TimeWindow {
  fromMs: number
  toMs: number
}

export interface LaneDrawing {
  id: string
  y: number
  /** Where the track begins and ends. */
  x: number
  width: number
  path: string
  events: MarkLabel[]
  ticks: { x: number; words: string }[]
}

export interface TimeLineDrawing {
  lanes: LaneDrawing[]
  height: number
  timeTicks: { x: number; label: string }[]
}

/** They may be a hair's breadth apart: what left stands before its line, what came back behind it. */
const EVENTS = { left: { words: 'left', side: 'left' }, returned: { words: 'back', side: 'right' } } as const

/** From the beginning of the first to the end of the last track that has a place; `null` where none has. */
export function wholeWindow(placed: readonly PlacedTrack[]): TimeWindow | null {
  const there = placed.flatMap(({ startMs, track }) =>
    startMs === null ? [] : [{ fromMs: startMs, toMs: startMs + track.durationS * 1000 }],
  )
  if (there.length === 0) return null
  return { fromMs: Math.min(...there.map(({ fromMs }) => fromMs)), toMs: Math.max(...there.map(({ toMs }) => toMs)) }
}

function linePath(
  { line }: LoadedTrack,
  startMs: number,
  y: number,
  x: (ms: number) => number,
  shown: TimeWindow,
): string {
  if (!line || line.samples.length === 0) return ''
  const { timesS, samples, levels } = line
  const from = Math.max(0, firstIndexAt(timesS, (shown.fromMs - startMs) / 1000) - 1)
  const to = Math.min(samples.length, firstIndexAt(timesS, (shown.toMs - startMs) / 1000) + 2)
  let [low, high] = [0, 1]
  for (const value of samples) {
    if (value < low) low = value
    if (value > high) high = value
  }
  const scale = scaleLinear([low, high], [y + LANE - 10, y + 18])
  const last = timesS.length - 1
  return wavePath(
    { samples, levels },
    from,
    to,
    (k) => x(startMs + (timesS[Math.min(k, last)] as number) * 1000),
    scale,
  )
}

/** Lays out the lanes of all tracks that have a place over one time axis. */
export function timeLineLayout(
  placed: readonly (PlacedTrack & { track: LoadedTrack })[],
  shown: TimeWindow,
  width: number,
): TimeLineDrawing {
  const time = scaleUtc([shown.fromMs, shown.toMs], [LEFT, width - RIGHT])
  const x = (ms: number) => time(ms)
  const there = placed.filter(({ startMs }) => startMs !== null)
  const lanes = there.map(({ track, startMs }, k): LaneDrawing => {
    const began = startMs ?? 0
    const at = (seconds: number) => x(began + seconds * 1000)
    const y = TOP + k * LANE
    return {
      id: track.id,
      y,
      x: at(0),
      width: Math.max(2, at(track.durationS) - at(0)),
      path: linePath(track, began, y, x, shown),
      events: markLabels(
        (['left', 'returned'] as const).flatMap((event) => {
          const seconds = track.events[event]
          return seconds === null ? [] : [{ id: event, x: at(seconds), ...EVENTS[event] }]
        }),
        [LEFT, width - RIGHT],
      ),
      ticks: track.ticks.map(({ atS, words }) => ({ x: at(atS), words })),
    }
  })
  const format = time.tickFormat(6)
  return {
    lanes,
    height: TOP + lanes.length * LANE + AXIS,
    timeTicks: time.ticks(6).map((tick) => ({ x: time(tick), label: format(tick) })),
  }
}
