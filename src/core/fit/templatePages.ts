import type { DrillHole, TemplateUnit } from './drillTemplate'

/** One point is 1/72 inch. */
export const POINTS_PER_MM = 72 / 25.4
/** A4, in millimetres. */
export const SHEET = { widthMm: 210, heightMm: 297 } as const
/** What most printers leave white, with room for the sheet's own words. */
const MARGIN_MM = 12
const HEAD_MM = 14
/** How far neighbouring sheets repeat each other. */
const LAP_MM = 10
/** How much of the wall is shown around the units. */
const AROUND_MM = 30

/** One sheet of the template: which part of the wall it shows, and where on the sheet that part lies. */
export interface TemplateSheet {
  row: number
  column: number
  /** Lower left corner of the part of the wall that it shows. */
  xMm: number
  yMm: number
  widthMm: number
  heightMm: number
}

export interface TemplateLayout {
  sheets: TemplateSheet[]
  rows: number
  columns: number
  /** Part of the wall that the sheets cover together. */
  area: { xMm: number; yMm: number; widthMm: number; heightMm: number }
}

export const DRAWING = {
  leftMm: MARGIN_MM,
  bottomMm: MARGIN_MM,
  widthMm: SHEET.widthMm - 2 * MARGIN_MM,
  heightMm: SHEET.heightMm - 2 * MARGIN_MM - HEAD_MM,
} as const

/**
 * Sheets of A4 with the holes at true scale, of those that would cover the units: only where something is drilled. Neighbours overlap so that register
 * marks can be laid on each other; rows and columns count all, so that a gap shows. `null` without units.
 */
export function templateLayout(units: readonly TemplateUnit[], holes: readonly DrillHole[]): TemplateLayout | null {
  if (units.length === 0) return null
  const left = Math.min(...units.map(({ xMm }) => xMm), ...holes.map(({ xMm }) => xMm)) - AROUND_MM
  const right = Math.max(...units.map(({ xMm, widthMm }) => xMm + widthMm), ...holes.map(({ xMm }) => xMm)) + AROUND_MM
  const bottom = Math.min(...units.map(({ yMm }) => yMm), ...holes.map(({ yMm }) => yMm)) - AROUND_MM
  const top = Math.max(...units.map(({ yMm, heightMm }) => yMm + heightMm), ...holes.map(({ yMm }) => yMm)) + AROUND_MM
  const [stepX, stepY] = [DRAWING.widthMm - LAP_MM, DRAWING.heightMm - LAP_MM]
  const columns = Math.max(1, Math.ceil((right - left - LAP_MM) / stepX))
  const rows = Math.max(1, Math.ceil((top - bottom - LAP_MM) / stepY))
  const all = Array.from({ length: rows * columns }, (_, k): TemplateSheet => {
    const [row, column] = [Math.floor(k / columns), k % columns]
    return {
      row,
      column,
      xMm: left + column * stepX,
      yMm: bottom + row * stepY,
      widthMm: DRAWING.widthMm,
      heightMm: DRAWING.heightMm,
    }
  })
  const sheets = all.filter((sheet) => holes.some((hole) => shows(sheet, hole)))
  return {
    sheets,
    rows,
    columns,
    area: { xMm: left, yMm: bottom, widthMm: columns * stepX + LAP_MM, heightMm: rows * stepY + LAP_MM },
  }
}

/** Register marks of a sheet: the corners of its overlaps, on the wall. Neighbours share them. */
export function registerMarks({ xMm, yMm, widthMm, heightMm }: TemplateSheet): { xMm: number; yMm: number }[] {
  const inset = LAP_MM / 2
  return [xMm + inset, xMm + widthMm - inset].flatMap((x) =>
    [yMm + inset, yMm + heightMm - inset].map((y) => ({ xMm: x, yMm: y })),
  )
}

/** A point of the wall on a sheet, in PDF points from the sheet's lower left corner. */
export const onSheet = (sheet: TemplateSheet, xMm: number, yMm: number): { x: number; y: number } => ({
  x: (DRAWING.leftMm + xMm - sheet.xMm) * POINTS_PER_MM,
  y: (DRAWING.bottomMm + yMm - sheet.yMm) * POINTS_PER_MM,
})

/** Whether a point of the wall lies on a sheet. */
export const shows = ({ xMm, yMm, widthMm, heightMm }: TemplateSheet, at: { xMm: number; yMm: number }): boolean =>
  at.xMm >= xMm && at.xMm <= xMm + widthMm && at.yMm >= yMm && at.yMm <= yMm + heightMm
