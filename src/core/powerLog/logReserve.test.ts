import { describe, expect, it } from 'vitest'
import { logReserve } from './logReserve'
import type { LogMarks } from './logMarks'
import type { LogView } from './logRows'

/** A stretch of a log, a row a second: who carries the house, and the charge at its begin and end. */
type Stretch = readonly [carrier: 'battery' | 'grid', fromSoc: number, toSoc: number]
const ROWS = 60

function view(stretches: readonly Stretch[], change: Partial<LogView> = {}): LogView {
  const rows = stretches.length * ROWS
  const column = (value: (stretch: Stretch, share: number) => number) =>
    Float64Array.from({ length: rows }, (_, row) => {
      const stretch = stretches[Math.floor(row / ROWS)] as Stretch
      return value(stretch, (row % ROWS) / (ROWS - 1))
    })
  return {
    timeS: Float64Array.from({ length: rows }, (_, row) => row),
    periodS: 1,
    rows,
    houseV: null,
    load: column(() => 800),
    pv: column(() => 0),
    pvUnlogged: false,
    battery: column(([carrier]) => (carrier === 'battery' ? 820 : 0)),
    grid: null,
    gridMetered: false,
    vGrid: null,
    f: null,
    soc: column(([, from, to], share) => Math.round(from + (to - from) * share)),
    houseDead: () => false,
    houseLive: () => true,
    gridDead: () => false,
    gridLive: () => true,
    ...change,
  }
}

const planned = (fallbackPercent: number | null, bandPercent: number | null) =>
  ({ fallbackPercent, bandPercent }) as LogMarks['planned']

/** Down to 40, on the street up to 45, and from there the battery again. */
const DAY: readonly Stretch[] = [
  ['battery', 50, 40],
  ['grid', 40, 45],
  ['battery', 45, 43],
]

describe('a reserve that a log has seen', () => {
  it('gives way at its threshold and comes back a band above it', () => {
    expect(logReserve(view(DAY), planned(40, 5))).toEqual({
      transitions: [
        { timeS: 60, to: 'grid', socPercent: 40 },
        { timeS: 120, to: 'battery', socPercent: 45 },
      ],
      fallbackSeenPercent: 40,
      returnSeenFromPercent: 45,
      returnSeenToPercent: 45,
      verdict: 'proven',
    })
  })

  it('is stopped where it gave way at another charge, or came back outside its band', () => {
    expect(logReserve(view(DAY), planned(30, 15))?.verdict).toBe('stop')
    expect(logReserve(view(DAY), planned(40, 12))?.verdict).toBe('stop')
  })

  it('is Open where it was not seen to give way, or not to come back', () => {
    expect(logReserve(view(DAY.slice(0, 1)), planned(40, 5))).toMatchObject({ transitions: [], verdict: 'open' })
    expect(logReserve(view(DAY.slice(0, 2)), planned(40, 5))).toMatchObject({
      fallbackSeenPercent: 40,
      returnSeenFromPercent: null,
      verdict: 'open',
    })
    expect(logReserve(view(DAY.slice(1)), planned(40, 5))).toMatchObject({
      fallbackSeenPercent: null,
      verdict: 'open',
    })
  })

  it.each([
    [null, 5],
    [40, null],
    [null, null],
  ])('is Open against a plan of %s with a band of %s', (fallback, band) => {
    expect(logReserve(view(DAY), planned(fallback, band))?.verdict).toBe('open')
  })

  it('is not spoken of at all without battery, load or charge', () => {
    for (const column of ['battery', 'load', 'soc'] as const)
      expect(logReserve(view(DAY, { [column]: null }), planned(40, 5))).toBeNull()
  })

  it('takes no few seconds for a change, and a row without a figure for neither', () => {
    const { battery } = view(DAY)
    const flicker = Float64Array.from(battery ?? [], (watts, row) => (row >= 20 && row < 25 ? 0 : watts))
    expect(logReserve(view(DAY, { battery: flicker }), planned(40, 5))?.transitions).toHaveLength(2)
    const holes = Float64Array.from(battery ?? [], (watts, row) => (row >= 60 && row < 120 ? NaN : watts))
    expect(logReserve(view(DAY, { battery: holes }), planned(40, 5))).toMatchObject({
      transitions: [],
      verdict: 'open',
    })
  })

  it('is Open where a row in which it changed does not say its charge', () => {
    for (const row of [60, 119, 120]) {
      const { soc } = view(DAY)
      const holed = Float64Array.from(soc ?? [], (percent, k) => (k === row ? NaN : percent))
      expect(logReserve(view(DAY, { soc: holed }), planned(40, 5))?.verdict, `row ${row}`).toBe('open')
    }
  })

  it('is not read out of an outage: without the street nobody chose', () => {
    const gone = (row: number) => row >= 60 && row < 120
    const outage: readonly Stretch[] = [
      ['grid', 45, 45],
      ['battery', 45, 40],
      ['grid', 40, 41],
    ]
    expect(logReserve(view(outage, { gridDead: gone }), planned(40, 5))).toMatchObject({
      transitions: [],
      verdict: 'open',
    })
    expect(logReserve(view(outage), planned(40, 5))?.verdict).toBe('proven')
  })

  it('says nothing of who carries the house where PV was not logged and there may be some', () => {
    expect(logReserve(view(DAY, { pv: null, pvUnlogged: true }), planned(40, 5))).toMatchObject({
      transitions: [],
      verdict: 'open',
    })
    expect(logReserve(view(DAY, { pv: null }), planned(40, 5))).toMatchObject({ verdict: 'proven' })
  })
})
