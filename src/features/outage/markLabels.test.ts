import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { MARK_ROWS, type MarkLabel, markLabels } from './markLabels'

/** From where to where words are set, at the width that a letter has at most in them. */
function stretchOf({ words, place }: MarkLabel): { row: number; from: number; to: number }[] {
  if (!place) return []
  const length = words.length * 6.8
  const from = place.anchor === 'start' ? place.x : place.x - length
  return [{ row: place.row, from, to: from + length }]
}

const marksWithin = (width: number) =>
  fc.array(
    fc.record({
      id: fc.uuid(),
      x: fc.double({ min: 58, max: width - 12, noNaN: true }),
      words: fc.string({ maxLength: 30 }),
      side: fc.constantFrom('left' as const, 'right' as const),
    }),
    {
      maxLength: 25,
    },
  )

describe('the words of a run’s marks', () => {
  it('never lie on each other, nor outside the drawing, whatever the marks and the width', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 300, max: 1200 }).chain((width) => fc.tuple(fc.constant(width), marksWithin(width))),
        ([width, marks]) => {
          const labels = markLabels(
            marks.toSorted((a, b) => a.x - b.x),
            [0, width],
          )
          expect(labels).toHaveLength(marks.length)
          const set = labels.flatMap(stretchOf)
          set.forEach((one, k) => {
            expect(one.from).toBeGreaterThanOrEqual(0)
            expect(one.to).toBeLessThanOrEqual(width + 1e-9)
            expect(one.row).toBeLessThan(MARK_ROWS)
            for (const other of set.slice(k + 1))
              expect(one.row !== other.row || one.to <= other.from || other.to <= one.from).toBe(true)
          })
        },
      ),
    )
  })

  it('stand left of their line at the right edge, and a row down where that is taken', () => {
    const labels = markLabels(
      [
        { id: 'a', x: 230, words: 'Fridge on' },
        { id: 'b', x: 280, words: 'street closed again' },
      ],
      [0, 300],
    )
    expect(labels.map(({ place }) => place)).toEqual([
      { row: 0, x: 233, anchor: 'start' },
      { row: 1, x: 277, anchor: 'end' },
    ])
  })

  it('stand on the sides that were asked for, however near the lines are to each other', () => {
    const twoAt = (x: number) =>
      markLabels(
        [
          { id: 'left', x, words: 'left', side: 'left' },
          { id: 'back', x: x + 0.2, words: 'back', side: 'right' },
        ],
        [54, 300],
      ).map(({ place }) => [place?.row, place?.anchor])
    expect(twoAt(150)).toEqual([
      [0, 'end'],
      [0, 'start'],
    ])
    expect(twoAt(60)).toEqual([
      [0, 'start'],
      [1, 'start'],
    ])
  })

  it('are left out where no row has room, and the line stays', () => {
    const many = Array.from({ length: 12 }, (_, k) => ({ id: String(k), x: 60 + k, words: 'the same long words' }))
    const labels = markLabels(many, [0, 200])
    expect(labels.filter(({ place }) => place)).toHaveLength(MARK_ROWS)
    expect(labels.map(({ x }) => x)).toEqual(many.map(({ x }) => x))
  })
})
