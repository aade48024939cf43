/** Rows that the words of marks stand on, one below the other. */
export const MARK_ROWS = 4
/** About the width of a letter of the labels. */
const LETTER = 6.8
const OFF_LINE = 3
const APART = 8

export interface MarkLabel {
  id: string
  /** Where the mark's line stands. */
  x: number
  words: string
  /** Row counted from the top, and where the words begin or end; `null` where no row has room for them: the line stands alone. */
  place: { row: number; x: number; anchor: 'start' | 'end' } | null
}

/**
 * Each mark's words on the first row where they touch no others, right of their line or else left of it, within the drawing.
 *
 * @param marks by time; `x` in px
 * @param width of the drawing, px
 * @example markLabels([{ id: 'a', x: 90, words: 'back' }], 100)[0]?.place // { row: 0, x: 87, anchor: 'end' }
 */
export function markLabels(marks: readonly { id: string; x: number; words: string }[], width: number): MarkLabel[] {
  const taken: { row: number; from: number; to: number }[] = []
  return marks.map((mark) => {
    const length = mark.words.length * LETTER
    for (let row = 0; row < MARK_ROWS; row++) {
      for (const anchor of ['start', 'end'] as const) {
        const x = anchor === 'start' ? mark.x + OFF_LINE : mark.x - OFF_LINE
        const from = anchor === 'start' ? x : x - length
        const to = from + length
        const isFree = taken.every((one) => one.row !== row || to + APART <= one.from || one.to + APART <= from)
        if (from < 0 || to > width || !isFree) continue
        taken.push({ row, from, to })
        return { ...mark, place: { row, x, anchor } }
      }
    }
    return { ...mark, place: null }
  })
}
