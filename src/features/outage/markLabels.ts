/** Rows that the words of marks stand on at most, one below the other. */
export const MARK_ROWS = 4
/** About the width of a letter of the labels. */
const LETTER = 6.8
const OFF_LINE = 3
/** Less than what stands on both sides of one line leaves free. */
const APART = 5

export interface MarkLabel {
  id: string
  /** Where the mark's line stands. */
  x: number
  words: string
  /** Row counted from the top, and where the words begin or end; `null` where no row has room for them: the line stands alone. */
  place: { row: number; x: number; anchor: 'start' | 'end' } | null
}

export interface Mark {
  id: string
  x: number
  words: string
  /** On which side of its line the words stand where both have room; right where nothing is said. */
  side?: 'left' | 'right'
}

/**
 * Each mark's words on the first row where they touch no others, on their side of the line or else on the other, within the drawing.
 *
 * @param marks by time; `x` in px
 * @param within from where to where words may stand, px
 * @example markLabels([{ id: 'a', x: 90, words: 'back' }], [0, 100])[0]?.place // { row: 0, x: 87, anchor: 'end' }
 */
export function markLabels(marks: readonly Mark[], [least, most]: readonly [number, number]): MarkLabel[] {
  const taken: { row: number; from: number; to: number }[] = []
  return marks.map(({ side, ...mark }) => {
    const anchors = side === 'left' ? (['end', 'start'] as const) : (['start', 'end'] as const)
    const length = mark.words.length * LETTER
    for (let row = 0; row < MARK_ROWS; row++) {
      for (const anchor of anchors) {
        const x = anchor === 'start' ? mark.x + OFF_LINE : mark.x - OFF_LINE
        const from = anchor === 'start' ? x : x - length
        const to = from + length
        const isFree = taken.every((one) => one.row !== row || to + APART <= one.from || one.to + APART <= from)
        if (from < least || to > most || !isFree) continue
        taken.push({ row, from, to })
        return { ...mark, place: { row, x, anchor } }
      }
    }
    return { ...mark, place: null }
  })
}
