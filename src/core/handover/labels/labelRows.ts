import type { Label } from './label'
import { labelLayout } from './labelLayout'

/** Lines that every row has a column for. */
const LINES = 5

/** A label as a row of a list: for a label printer, and for the pack. */
export type LabelRow = {
  kind: string
  at: string
  widthMm: number
  heightMm: number
  head: string
  heldBecause: string
  [line: `line${number}`]: string
}

/** Labels as rows, a column for each line; what goes beyond the last column joins the last line, so that nothing is lost. */
export const labelRows = (labels: readonly Label[]): LabelRow[] =>
  labels.map((label) => {
    const { widthMm, heightMm } = labelLayout(label)
    const { kind, at, head, lines, heldBecause } = label
    const shown = [...lines.slice(0, LINES - 1), lines.slice(LINES - 1).join(' ')]
    return {
      kind,
      at,
      widthMm,
      heightMm,
      head,
      ...Object.fromEntries(Array.from({ length: LINES }, (_, k) => [`line${k + 1}`, shown[k] ?? ''])),
      heldBecause: heldBecause ?? '',
    }
  })
