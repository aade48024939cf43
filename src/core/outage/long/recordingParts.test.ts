import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import type { Disturbance } from './disturbance'
import { LONG_BOUNDS } from './longRecording'
import { OverviewOfRms } from './overviewOfRms'
import { aroundOf, recordingParts } from './recordingParts'

const ROWS = 10_000_000
const around = aroundOf(1000, 20)
const clock = [{ firstRow: 0, startS: 0, rateHz: 1000 }]
const happened = fc
  .array(fc.integer({ min: 1, max: ROWS }), { maxLength: 60 })
  .map((rows) => rows.sort((a, b) => a - b).map((row): Disturbance => ({ row, channel: 'v1', kind: 'low' })))

describe('parts of a recording', () => {
  it('hold each thing that happened once, do not overlap, and are no longer than one may be', () => {
    fc.assert(
      fc.property(happened, (disturbances) => {
        const { parts, left } = recordingParts({ rows: ROWS, disturbances, lost: [], clock }, around)
        expect(left).toBe(0)
        for (const { row } of disturbances)
          expect(parts.filter(({ firstRow, lastRow }) => row >= firstRow && row <= lastRow)).toHaveLength(1)
        for (const [k, { from, to, firstRow, lastRow }] of parts.entries()) {
          expect(from).toBeLessThanOrEqual(firstRow)
          expect(to).toBeGreaterThanOrEqual(Math.min(ROWS, lastRow))
          expect(to - from).toBeLessThanOrEqual(around.mostRows)
          expect(from).toBeGreaterThanOrEqual(parts[k - 1]?.to ?? 0)
        }
      }),
    )
  })

  it('a voltage that is lost keeps a part open for as long as fits', () => {
    const at = (row: number, kind: Disturbance['kind']): Disturbance => ({ row, channel: 'v1', kind })
    const lost = [{ channel: 'v1', from: 100_000, to: 400_000 }]
    const disturbances = [at(100_000, 'lost'), at(400_000, 'back')]
    expect(recordingParts({ rows: ROWS, disturbances, lost, clock }, around).parts).toMatchObject([
      { from: 90_000, to: 430_000, lostS: 300, lostThroughout: [] },
    ])
    expect(recordingParts({ rows: ROWS, disturbances, lost: [], clock }, around).parts).toHaveLength(2)
  })

  it('beyond the most that are kept are counted', () => {
    const disturbances = Array.from({ length: 150 }, (_, k): Disturbance => ({
      row: 1 + k * 60_000,
      channel: 'v1',
      kind: 'jump',
    }))
    const { parts, left } = recordingParts({ rows: ROWS, disturbances, lost: [], clock }, around)
    expect(parts).toHaveLength(LONG_BOUNDS.maxParts)
    expect(left).toBe(50)
  })
})

describe('the overview', () => {
  it('keeps lowest and highest of whatever length, in few blocks', () => {
    fc.assert(
      fc.property(
        fc.array(fc.double({ min: 0, max: 300, noNaN: true }), { minLength: 1, maxLength: 9000 }),
        (values) => {
          const overview = new OverviewOfRms(1)
          values.forEach((value, row) => overview.add(row, value))
          const { low, high, rowsPerBlock } = overview.seen
          expect(low.length).toBe(Math.ceil(values.length / rowsPerBlock))
          low.forEach((least, block) => {
            const own = values.slice(block * rowsPerBlock, (block + 1) * rowsPerBlock)
            expect(least).toBe(Math.fround(Math.min(...own)))
            expect(high[block]).toBe(Math.fround(Math.max(...own)))
          })
        },
      ),
      { numRuns: 30 },
    )
  })
})
