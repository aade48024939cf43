import { describe, expect, it } from 'vitest'
import type { ReturnLane } from '@/core/outage/returnLane/returnLane'
import { LANE, returnLaneLayout } from './returnLaneLayout'

const lane: ReturnLane = {
  from: 'log',
  events: [
    { kind: 'streetBack', afterS: 0, subject: null },
    { kind: 'gapBegins', afterS: 59.95, subject: null },
    { kind: 'onStreet', afterS: 60, subject: null },
    { kind: 'pv90', afterS: 300, subject: null },
  ],
  waitS: 60,
  secondGapS: 0.05,
  unseenBelowS: null,
  underWayS: null,
  missing: [],
}

describe('the layout of the return', () => {
  const drawing = returnLaneLayout(lane, 700)

  it('waits, has its gap however short, and goes on to the end of the lane', () => {
    expect(drawing.stretches.map(({ kind }) => kind)).toEqual(['waiting', 'gap', 'street'])
    const [waiting, gap, street] = drawing.stretches
    expect(gap?.width).toBe(3)
    expect(waiting && gap && waiting.x + waiting.width).toBeCloseTo(gap?.x ?? 0, 6)
    expect(street && street.x + street.width).toBe(682)
  })

  it('numbers what happened, apart enough to be read, inside its width', () => {
    expect(drawing.marks.map(({ number }) => number)).toEqual([1, 2, 3, 4])
    const at = drawing.marks.map(({ numberX }) => numberX)
    for (const [k, x] of at.entries()) if (k > 0) expect(x - (at[k - 1] as number)).toBeGreaterThanOrEqual(20)
    for (const { x } of drawing.marks) expect(x >= 18 && x <= 682).toBe(true)
    expect(LANE.top).toBeGreaterThan(13)
  })

  it('is all waiting where nobody saw the house go back', () => {
    const open = returnLaneLayout({ ...lane, events: lane.events.slice(0, 1), waitS: null, secondGapS: null }, 390)
    expect(open.stretches).toEqual([{ kind: 'waiting', x: 18, width: 354 }])
    expect(open.marks).toHaveLength(1)
  })

  it('is filled up to now while it is under way, and keeps its measure for half a minute', () => {
    const at = (underWayS: number) =>
      returnLaneLayout({ ...lane, events: lane.events.slice(0, 1), waitS: null, secondGapS: null, underWayS }, 700)
    const [early, later] = [at(31), at(58)].map(({ stretches: [stretch] }) => stretch!.width)
    expect(later! / early!).toBeCloseTo(58 / 31, 6)
    expect(at(31).ticks).toEqual(at(58).ticks)
    expect(at(61).ticks).not.toEqual(at(58).ticks)
  })
})
