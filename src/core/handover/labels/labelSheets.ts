import type { Label } from './label'
import { type LabelLayout, labelLayout } from './labelLayout'

/** A4 upright in millimetres, with the margin that every printer leaves, and the foot with the ruler. */
export const LABEL_SHEET = { widthMm: 210, heightMm: 297, marginMm: 10, footMm: 14 } as const
/** Room between labels to cut, and under each for the place it belongs to. */
const GAP_MM = 3
export const PLACE_MM = 4

/** A label where it stands on its sheet, from the sheet's left and top edge. */
export interface PlacedLabel {
  label: Label
  layout: LabelLayout
  xMm: number
  yMm: number
}

/** Labels in their true size on sheets of A4, row by row; those that are held are left out. */
export function labelSheets(labels: readonly Label[]): PlacedLabel[][] {
  const { widthMm, heightMm, marginMm, footMm } = LABEL_SHEET
  const right = widthMm - marginMm
  const bottom = heightMm - marginMm - footMm
  const sheets: PlacedLabel[][] = []
  let sheet: PlacedLabel[] = []
  let [xMm, yMm, rowMm] = [marginMm as number, marginMm as number, 0]
  for (const label of labels.filter(({ heldBecause }) => heldBecause === null)) {
    const layout = labelLayout(label)
    if (xMm > marginMm && xMm + layout.widthMm > right) {
      ;[xMm, yMm, rowMm] = [marginMm, yMm + rowMm + PLACE_MM + GAP_MM, 0]
    }
    if (sheet.length > 0 && yMm + layout.heightMm + PLACE_MM > bottom) {
      sheets.push(sheet)
      sheet = []
      ;[xMm, yMm, rowMm] = [marginMm, marginMm, 0]
    }
    sheet.push({ label, layout, xMm, yMm })
    xMm += layout.widthMm + GAP_MM
    rowMm = Math.max(rowMm, layout.heightMm)
  }
  return sheet.length > 0 ? [...sheets, sheet] : sheets
}
