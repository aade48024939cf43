import { PDFDocument, type PDFPage, rgb } from 'pdf-lib'
import type { Ink, Primitive } from '@/core/drawing/primitive'
import type { DrawnGroup } from '@/core/wiring/schematic/schematicPen'
import { palette } from '@/look/palette'
import { type FaceFiles, type PrintPen, printPen } from '../print/printPen'

/** A4 lying down, in points, with a margin that every printer leaves. */
const PAGE = { width: 841.89, height: 595.28, margin: 34 } as const
const HEAD = 30
const TITLE = { size: 14, line: 17 } as const
const NOTE_SIZE = 8.5
const FOOT_LINE = 12

const tone = (name: Ink) => {
  const hex = palette.paper[name]
  const part = (k: number) => parseInt(hex.slice(1 + 2 * k, 3 + 2 * k), 16) / 255
  return rgb(part(0), part(1), part(2))
}

/** The schematic for the wall of the house: one sheet of A4, scaled to fit, with its state and notes at the foot. */
export async function schematicPdf(
  faces: FaceFiles,
  title: string,
  groups: readonly DrawnGroup[],
  size: { width: number; height: number },
  notes: readonly string[],
): Promise<Uint8Array> {
  const document = await PDFDocument.create()
  document.setTitle(title)
  const pen = await printPen(document, faces)
  const page = document.addPage([PAGE.width, PAGE.height])
  const width = PAGE.width - 2 * PAGE.margin
  const head = pen.linesOf(title, width, TITLE.size, true)
  head.forEach((line, k) => {
    const y = PAGE.height - PAGE.margin - 8 - k * TITLE.line
    pen.write(page, line, { x: PAGE.margin, y, size: TITLE.size, color: tone('ink'), bold: true })
  })
  const headHeight = HEAD + (head.length - 1) * TITLE.line
  const footLines = notes.flatMap((note) => pen.linesOf(note, width, NOTE_SIZE))
  const foot = footLines.length * FOOT_LINE + 8
  const room = { width, height: PAGE.height - 2 * PAGE.margin - headHeight - foot }
  const scale = Math.min(1, room.width / size.width, room.height / size.height)
  const at = { x: PAGE.margin + (room.width - size.width * scale) / 2, top: PAGE.height - PAGE.margin - headHeight }
  for (const { shapes } of groups) for (const shape of shapes) draw(page, shape, { scale, at, pen })
  footLines.forEach((line, k) => {
    const y = PAGE.margin + foot - (k + 1) * FOOT_LINE
    pen.write(page, line, { x: PAGE.margin, y, size: NOTE_SIZE, color: tone('ink2') })
  })
  return document.save()
}

interface OnPage {
  scale: number
  at: { x: number; top: number }
  pen: PrintPen
}

function draw(page: PDFPage, shape: Primitive, { scale, at, pen }: OnPage): void {
  const x = (value: number) => at.x + value * scale
  const y = (value: number) => at.top - value * scale
  const dash = (pattern: string | undefined) => pattern?.split(' ').map((part) => Number(part) * scale)
  switch (shape.kind) {
    case 'line':
      shape.points.slice(1).forEach((end, k) => {
        const start = shape.points[k] as (typeof shape.points)[number]
        page.drawLine({
          start: { x: x(start.x), y: y(start.y) },
          end: { x: x(end.x), y: y(end.y) },
          thickness: shape.width * scale,
          color: tone(shape.ink),
          opacity: shape.opacity ?? 1,
          dashArray: dash(shape.dash),
        })
      })
      return
    case 'circle':
      page.drawCircle({
        x: x(shape.at.x),
        y: y(shape.at.y),
        size: shape.r * scale,
        borderColor: tone(shape.ink),
        borderWidth: shape.width * scale,
        borderDashArray: dash(shape.dash),
        ...(shape.fill && { color: tone(shape.fill) }),
      })
      return
    case 'rect':
      page.drawRectangle({
        x: x(shape.at.x),
        y: y(shape.at.y + shape.height),
        width: shape.width * scale,
        height: shape.height * scale,
        borderColor: tone(shape.ink),
        borderWidth: shape.stroke * scale,
        borderDashArray: dash(shape.dash),
        ...(shape.fill && { color: tone(shape.fill) }),
      })
      return
    case 'text': {
      const bold = (shape.weight ?? 400) >= 600
      const wide = pen.widthOf(shape.text, shape.size * scale, bold)
      pen.write(page, shape.text, {
        x: x(shape.at.x) - (shape.anchor === 'middle' ? wide / 2 : shape.anchor === 'end' ? wide : 0),
        y: y(shape.at.y),
        size: shape.size * scale,
        color: tone(shape.ink),
        bold,
      })
    }
  }
}
