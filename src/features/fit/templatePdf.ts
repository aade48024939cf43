import { PDFDocument, rgb } from 'pdf-lib'
import type { DrillHole, TemplateUnit } from '@/core/fit/drillTemplate'
import {
  DRAWING,
  POINTS_PER_MM,
  SHEET,
  type TemplateSheet,
  onSheet,
  registerMarks,
  shows,
  templateLayout,
} from '@/core/fit/templatePages'
import { type FaceFiles, printPen } from '../print/printPen'

const BLACK = rgb(0, 0, 0)
const GREY = rgb(0.45, 0.45, 0.45)
const CROSS_MM = 8
/** Length of the ruler on every sheet, to hold a real one against. */
const RULER_MM = 100

/**
 * The drilling template at true scale on sheets of A4: outlines, holes with their numbers, register marks that neighbours share, and on every
 * sheet a ruler of 100 mm, because a printer that scales is the commonest fault. `null` when no unit has a place.
 */
export async function templatePdf(
  faces: FaceFiles,
  title: string,
  units: readonly TemplateUnit[],
  holes: readonly DrillHole[],
  measuredFrom: string,
): Promise<Uint8Array | null> {
  const layout = templateLayout(units, holes)
  if (!layout) return null
  const document = await PDFDocument.create()
  document.setTitle(title)
  const pen = await printPen(document, faces)
  for (const sheet of layout.sheets) {
    const page = document.addPage([SHEET.widthMm * POINTS_PER_MM, SHEET.heightMm * POINTS_PER_MM])
    const line = (x1: number, y1: number, x2: number, y2: number, thickness = 0.5, grey = false) => {
      const cut = clipped(sheet, x1, y1, x2, y2)
      if (cut)
        page.drawLine({
          start: onSheet(sheet, cut[0], cut[1]),
          end: onSheet(sheet, cut[2], cut[3]),
          thickness,
          color: grey ? GREY : BLACK,
        })
    }
    const cross = (at: { xMm: number; yMm: number }, armMm: number, thickness: number) => {
      line(at.xMm - armMm, at.yMm, at.xMm + armMm, at.yMm, thickness)
      line(at.xMm, at.yMm - armMm, at.xMm, at.yMm + armMm, thickness)
    }
    for (const { name, xMm, yMm, widthMm, heightMm } of units) {
      line(xMm, yMm, xMm + widthMm, yMm, 0.5, true)
      line(xMm, yMm + heightMm, xMm + widthMm, yMm + heightMm, 0.5, true)
      line(xMm, yMm, xMm, yMm + heightMm, 0.5, true)
      line(xMm + widthMm, yMm, xMm + widthMm, yMm + heightMm, 0.5, true)
      const label = { xMm: Math.max(xMm, sheet.xMm) + 4, yMm: Math.min(yMm + heightMm, sheet.yMm + sheet.heightMm) - 6 }
      if (label.xMm < xMm + widthMm && label.yMm > yMm && shows(sheet, label))
        pen.write(page, name, { ...onSheet(sheet, label.xMm, label.yMm), size: 9, color: GREY })
    }
    for (const hole of holes.filter((one) => shows(sheet, one))) {
      cross(hole, CROSS_MM, 0.35)
      page.drawCircle({
        ...onSheet(sheet, hole.xMm, hole.yMm),
        size: (hole.diameterMm / 2) * POINTS_PER_MM,
        borderWidth: 0.7,
        borderColor: BLACK,
      })
      const words = `${hole.number}  ⌀ ${hole.diameterMm}  ${Math.round(hole.alongMm)} / ${Math.round(hole.heightMm)}`
      const place = onSheet(sheet, hole.xMm + CROSS_MM + 1, hole.yMm + 1.5)
      pen.write(page, words, { ...place, size: 8, color: BLACK })
    }
    for (const mark of registerMarks(sheet)) {
      cross(mark, 4, 0.7)
      page.drawCircle({
        ...onSheet(sheet, mark.xMm, mark.yMm),
        size: 2 * POINTS_PER_MM,
        borderWidth: 0.5,
        borderColor: BLACK,
      })
    }
    const top = (DRAWING.bottomMm + DRAWING.heightMm + 5) * POINTS_PER_MM
    const left = DRAWING.leftMm * POINTS_PER_MM
    const where = `row ${sheet.row + 1} of ${layout.rows} from below, column ${sheet.column + 1} of ${layout.columns} from the left`
    const heading = pen.linesOf(`${title}: ${where}`, DRAWING.widthMm * POINTS_PER_MM, 9)
    heading.forEach((line, k) =>
      pen.write(page, line, { x: left, y: top + 10 + (heading.length - 1 - k) * 11, size: 9, color: BLACK }),
    )
    const how = `Millimetres from the ${measuredFrom}: along / up or down. Print at 100 %; lay register marks on each other; this line is ${RULER_MM} mm:`
    pen.write(page, how, { x: left, y: top, size: 7.5, color: GREY })
    page.drawLine({
      start: { x: left, y: top - 6 },
      end: { x: left + RULER_MM * POINTS_PER_MM, y: top - 6 },
      thickness: 1.2,
      color: BLACK,
    })
  }
  return document.save()
}

/** The part of an axis-parallel line that lies on a sheet; `null` when none does. */
function clipped(
  { xMm, yMm, widthMm, heightMm }: TemplateSheet,
  x1: number,
  y1: number,
  x2: number,
  y2: number,
): [number, number, number, number] | null {
  const [left, right] = [Math.max(x1, xMm), Math.min(x2, xMm + widthMm)]
  const [bottom, top] = [Math.max(y1, yMm), Math.min(y2, yMm + heightMm)]
  return left <= right && bottom <= top ? [left, bottom, right, top] : null
}
