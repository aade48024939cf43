import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { groundPlotLayout } from './groundPlotLayout'

describe('the layout of the ground', () => {
  it('is to scale: a metre down is as long as a metre out, and all of it fits', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 4, max: 200, noNaN: true }),
        fc.double({ min: 1.5, max: 15, noNaN: true }),
        fc.integer({ min: 320, max: 1400 }),
        (outM, deepM, width) => {
          const { x, y, height, surfaceY, scale } = groundPlotLayout({ outM, deepM }, [], width)
          expect(x(3) - x(2)).toBeCloseTo(y(3) - y(2), 6)
          expect(x(1) - x(0)).toBeCloseTo(scale, 6)
          expect(x(outM)).toBeLessThanOrEqual(width)
          expect(y(deepM)).toBeLessThanOrEqual(height)
          expect(y(0)).toBe(surfaceY)
        },
      ),
      { seed: 2 },
    )
  })
  it('lays no label on another, and none outside', () => {
    const label = fc.record({
      atM: fc.double({ min: 0, max: 20, noNaN: true }),
      widthPx: fc.integer({ min: 30, max: 180 }),
    })
    fc.assert(
      fc.property(fc.array(label, { maxLength: 10 }), (labels) => {
        const { labels: placed } = groundPlotLayout({ outM: 21, deepM: 3 }, labels, 390)
        const boxes = placed.map(({ wordsX, row }, k) => {
          const half = (labels[k]?.widthPx ?? 0) / 2
          return { row, from: wordsX - half, to: wordsX + half }
        })
        for (const [k, box] of boxes.entries()) {
          expect(box.from).toBeGreaterThanOrEqual(0)
          expect(box.to).toBeLessThanOrEqual(390)
          for (const other of boxes.slice(k + 1))
            expect(box.row !== other.row || box.to < other.from || other.to < box.from).toBe(true)
        }
      }),
      { seed: 6 },
    )
  })
  it('marks its rulers apart, from the smallest plot to the largest', () => {
    for (const outM of [4, 12, 60, 400]) {
      const { outTicks, deepTicks, x, y } = groundPlotLayout({ outM, deepM: 3 }, [], 700)
      const gaps = (places: number[]) => places.slice(1).map((place, k) => place - (places[k] ?? 0))
      expect(Math.min(...gaps(outTicks.map(x)))).toBeGreaterThanOrEqual(40)
      if (deepTicks.length > 1) expect(Math.min(...gaps(deepTicks.map(y)))).toBeGreaterThanOrEqual(20)
    }
  })
})
