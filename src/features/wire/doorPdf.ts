import { PDFDocument, type PDFPage, rgb } from 'pdf-lib'
import { type BoardDoor, type DoorRow } from '@/core/wiring/boardDoors'
import { SAFETY_WORDS } from '@/core/wiring/safetyCircuits'
import { type FaceFiles, type PrintPen, printPen } from '../print/printPen'

const PAGE = { width: 595.28, height: 841.89, margin: 48 } as const
const ROW = 20
/** Room that is kept for the caution at the foot of each sheet. */
const FOOT = 70
const CELL = { size: 11, line: 13 } as const
const BELOW = { size: 8, line: 9 } as const
const GAP = 8
const [INK, GREY] = [rgb(0.1, 0.15, 0.18), rgb(0.45, 0.45, 0.45)]

interface Column {
  head: string
  x: number
  bold?: boolean
  text: (row: DoorRow) => string
}

const columnsWith = (residualShort: string): readonly Column[] => [
  { head: 'Way', x: 0, text: ({ way }) => (way === null ? '–' : String(way)) },
  { head: 'Circuit', x: 44, bold: true, text: ({ name, tag }) => `${name} (${tag})` },
  { head: 'Device', x: 290, text: ({ device }) => device },
  { head: residualShort, x: 380, text: ({ iDeltaNMa }) => (iDeltaNMa === null ? '' : `${iDeltaNMa} mA`) },
  { head: 'Phase', x: 440, text: ({ phase }) => phase },
]

/** What stands small under a row. */
const belowOf = ({ safety, cameFrom, wasOn }: DoorRow): string =>
  [safety && SAFETY_WORDS, cameFrom && `from ${cameFrom}`, wasOn && `was on ${wasOn}`].filter(Boolean).join(', ')

/** Writes one board's chart down its sheets: a row takes the lines that its words need, and begins a new sheet where they do not fit. */
class DoorSheets {
  private page: PDFPage
  private y = 0

  constructor(
    private readonly document: PDFDocument,
    private readonly pen: PrintPen,
    private readonly columns: readonly Column[],
    private readonly titles: { door: string; job: string },
  ) {
    this.page = this.newSheet()
  }

  private newSheet(): PDFPage {
    const { pen, titles, columns } = this
    const page = this.document.addPage([PAGE.width, PAGE.height])
    this.page = page
    const top = PAGE.height - PAGE.margin
    const width = PAGE.width - 2 * PAGE.margin
    const doorLines = pen.linesOf(titles.door, width, 18, true)
    doorLines.forEach((line, k) =>
      pen.write(page, line, { x: PAGE.margin, y: top - 14 - k * 21, size: 18, color: INK, bold: true }),
    )
    const jobTop = top - 9 - doorLines.length * 21
    const jobLines = pen.linesOf(titles.job, width, 10)
    jobLines.forEach((line, k) => pen.write(page, line, { x: PAGE.margin, y: jobTop - k * 12, size: 10, color: GREY }))
    this.y = jobTop - jobLines.length * 12 - 14
    for (const { head, x } of columns) pen.write(page, head, { x: PAGE.margin + x, y: this.y, size: 9, color: GREY })
    this.rule()
    this.y -= ROW
    pen.write(page, 'Two sources feed this house. Isolate both, lock off, and prove dead before opening.', {
      x: PAGE.margin,
      y: PAGE.margin,
      size: 10,
      color: INK,
      bold: true,
    })
    return page
  }

  private rule(): void {
    const y = this.y - 6
    this.page.drawLine({
      start: { x: PAGE.margin, y },
      end: { x: PAGE.width - PAGE.margin, y },
      thickness: 0.5,
      color: GREY,
    })
  }

  private room(height: number): void {
    if (this.y - height < PAGE.margin + FOOT) this.newSheet()
  }

  row(row: DoorRow): void {
    const { pen, columns } = this
    const cells = columns.map(({ x, bold = false, text }, k) => {
      const next = columns[k + 1]?.x ?? PAGE.width - 2 * PAGE.margin
      return { x, bold, lines: pen.linesOf(text(row), next - x - GAP, CELL.size, bold) }
    })
    const below = belowOf(row)
    const belowLines = below === '' ? [] : pen.linesOf(below, PAGE.width - 2 * PAGE.margin - 44, BELOW.size)
    const lines = Math.max(...cells.map((cell) => cell.lines.length))
    const height = (lines - 1) * CELL.line + belowLines.length * BELOW.line
    this.room(height)
    for (const cell of cells)
      cell.lines.forEach((line, k) => {
        const place = { x: PAGE.margin + cell.x, y: this.y - k * CELL.line, size: CELL.size, color: INK }
        pen.write(this.page, line, { ...place, bold: cell.bold })
      })
    const under = this.y - (lines - 1) * CELL.line - BELOW.line - 2
    belowLines.forEach((line, k) =>
      pen.write(this.page, line, {
        x: PAGE.margin + 44,
        y: under - k * BELOW.line,
        size: BELOW.size,
        color: GREY,
      }),
    )
    this.y -= height
    this.rule()
    this.y -= ROW
  }

  note(text: string): void {
    for (const line of this.pen.linesOf(text, PAGE.width - 2 * PAGE.margin, 9.5)) {
      this.room(0)
      this.pen.write(this.page, line, { x: PAGE.margin, y: this.y, size: 9.5, color: GREY })
      this.y -= 14
    }
  }
}

/**
 * The charts for the doors: sheets of A4 for each board, made to be cut out and put behind the door.
 *
 * @param residualShort what the rule pack calls a residual-current device for short
 */
export async function doorPdf(
  faces: FaceFiles,
  jobName: string,
  doors: readonly BoardDoor[],
  residualShort: string,
): Promise<Uint8Array> {
  const document = await PDFDocument.create()
  document.setTitle(`${jobName}: charts for the doors`)
  const pen = await printPen(document, faces)
  for (const { name, rows, left } of doors) {
    const sheets = new DoorSheets(document, pen, columnsWith(residualShort), { door: name, job: jobName })
    for (const row of rows) sheets.row(row)
    for (const gone of left) sheets.note(`${gone.name} (${gone.tag}) is no longer here: it is on ${gone.to}.`)
  }
  if (doors.length === 0) document.addPage([PAGE.width, PAGE.height])
  return document.save()
}
