import { PDFDocument, StandardFonts, rgb } from 'pdf-lib'
import { type BoardDoor } from '@/core/wiring/boardDoors'
import { SAFETY_WORDS } from '@/core/wiring/safetyCircuits'
import { writable } from '../fit/templatePdf'

const PAGE = { width: 595.28, height: 841.89, margin: 48 } as const
const ROW = 20
const COLUMNS = [
  { head: 'Way', x: 0 },
  { head: 'Circuit', x: 44 },
  { head: 'Device', x: 300 },
  { head: 'RCD', x: 370 },
  { head: 'Phase', x: 425 },
] as const

/** The charts for the doors: one sheet of A4 for each board, made to be cut out and put behind the door. */
export async function doorPdf(jobName: string, doors: readonly BoardDoor[]): Promise<Uint8Array> {
  const document = await PDFDocument.create()
  document.setTitle(writable(`${jobName}: charts for the doors`))
  const [font, bold] = [
    await document.embedFont(StandardFonts.Helvetica),
    await document.embedFont(StandardFonts.HelveticaBold),
  ]
  const [ink, grey] = [rgb(0.1, 0.15, 0.18), rgb(0.45, 0.45, 0.45)]
  for (const door of doors) {
    let page = document.addPage([PAGE.width, PAGE.height])
    let y = PAGE.height - PAGE.margin
    const line = () =>
      page.drawLine({
        start: { x: PAGE.margin, y: y - 6 },
        end: { x: PAGE.width - PAGE.margin, y: y - 6 },
        thickness: 0.5,
        color: grey,
      })
    const head = () => {
      page.drawText(writable(door.name), { x: PAGE.margin, y: y - 14, size: 18, font: bold, color: ink })
      page.drawText(writable(jobName), { x: PAGE.margin, y: y - 30, size: 10, font, color: grey })
      y -= 56
      for (const { head: words, x } of COLUMNS)
        page.drawText(words, { x: PAGE.margin + x, y, size: 9, font, color: grey })
      line()
      y -= ROW
    }
    head()
    for (const { way, tag, name, device, iDeltaNMa, phase, safety, cameFrom, wasOn } of door.rows) {
      if (y < PAGE.margin + 70) {
        page = document.addPage([PAGE.width, PAGE.height])
        y = PAGE.height - PAGE.margin
        head()
      }
      const cells = [
        way === null ? '–' : String(way),
        `${name} (${tag})`,
        device,
        iDeltaNMa === null ? '' : `${iDeltaNMa} mA`,
        phase === 'all' ? 'all' : phase,
      ]
      cells.forEach((text, k) =>
        page.drawText(writable(text).slice(0, k === 1 ? 44 : 14), {
          x: PAGE.margin + (COLUMNS[k]?.x ?? 0),
          y,
          size: 11,
          font: k === 1 ? bold : font,
          color: ink,
        }),
      )
      const below = [safety && SAFETY_WORDS, cameFrom && `from ${cameFrom}`, wasOn && `was on ${wasOn}`]
        .filter(Boolean)
        .join(', ')
      if (below) {
        page.drawText(writable(below), { x: PAGE.margin + 44, y: y - 11, size: 8, font, color: grey })
        y -= 9
      }
      line()
      y -= ROW
    }
    for (const { name, tag, to } of door.left) {
      page.drawText(writable(`${name} (${tag}) is no longer here: it is on ${to}.`), {
        x: PAGE.margin,
        y,
        size: 9.5,
        font,
        color: grey,
      })
      y -= 14
    }
    page.drawText('Two sources feed this house. Isolate both, lock off, and prove dead before opening.', {
      x: PAGE.margin,
      y: PAGE.margin,
      size: 10,
      font: bold,
      color: ink,
    })
  }
  if (doors.length === 0) document.addPage([PAGE.width, PAGE.height])
  return document.save()
}
