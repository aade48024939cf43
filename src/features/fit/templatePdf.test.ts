import { PDFArray, PDFDocument, PDFRawStream, decodePDFRawStream } from 'pdf-lib'
import { describe, expect, it } from 'vitest'
import { type TemplateUnit, drillHoles } from '@/core/fit/drillTemplate'
import { FACES } from '../../../tests/support/faces'
import { templatePdf } from './templatePdf'

const MM = 25.4 / 72
const UNIT: TemplateUnit = {
  id: 'inv',
  name: 'Inverter Ω',
  xMm: 1000,
  yMm: 600,
  widthMm: 480,
  heightMm: 760,
  holes: [
    { xMm: 60, yMm: 100, diameterMm: 10 },
    { xMm: 420, yMm: 100, diameterMm: 10 },
    { xMm: 60, yMm: 680, diameterMm: 10 },
  ],
}

/** Straight lines of a page as they are drawn, in millimetres of paper: the transformation in force is followed. */
async function linesOf(pdf: PDFDocument, index: number): Promise<[number, number, number, number][]> {
  const contents = pdf.getPage(index).node.Contents()
  const streams = contents instanceof PDFArray ? contents.asArray().map((ref) => pdf.context.lookup(ref)) : [contents]
  const text = streams
    .map((stream) =>
      stream instanceof PDFRawStream ? Buffer.from(decodePDFRawStream(stream).decode()).toString('latin1') : '',
    )
    .join('\n')
  const lines: [number, number, number, number][] = []
  let at: [number, number] = [0, 0]
  let [dx, dy] = [0, 0]
  const kept: [number, number][] = []
  for (const row of text.split('\n')) {
    const parts = row.trim().split(/\s+/)
    const figures = parts.slice(0, -1).map(Number)
    switch (parts.at(-1)) {
      case 'q':
        kept.push([dx, dy])
        break
      case 'Q':
        ;[dx, dy] = kept.pop() ?? [0, 0]
        break
      case 'cm': {
        const [a, b, c, d, e, f] = figures
        if (a === 1 && b === 0 && c === 0 && d === 1) [dx, dy] = [dx + (e as number), dy + (f as number)]
        break
      }
      case 'm':
        at = [(figures[0] as number) + dx, (figures[1] as number) + dy]
        break
      case 'l':
        lines.push([at[0] * MM, at[1] * MM, ((figures[0] as number) + dx) * MM, ((figures[1] as number) + dy) * MM])
        break
      default:
    }
  }
  return lines
}

const lengthOf = ([x1, y1, x2, y2]: [number, number, number, number]) => Math.hypot(x2 - x1, y2 - y1)

describe('the printed template', () => {
  it('is at true scale on sheets of A4: the ruler is 100 mm, and holes on one sheet lie as far apart as on the unit', async () => {
    const holes = drillHoles([UNIT], { widthMm: 4000, ceilingMm: 2400 }, 'leftFloor')
    const bytes = await templatePdf(FACES, 'Test wall', [UNIT], holes, 'lower left corner')
    const pdf = await PDFDocument.load(bytes as Uint8Array)
    // three holes, far apart: a sheet each, and none for what is not drilled
    expect(pdf.getPageCount()).toBe(3)
    for (const page of pdf.getPages())
      expect([page.getWidth() * MM, page.getHeight() * MM]).toEqual([expect.closeTo(210, 3), expect.closeTo(297, 3)])
    let crosses = 0
    for (let k = 0; k < pdf.getPageCount(); k++) {
      const lines = await linesOf(pdf, k)
      expect(lines.filter((line) => Math.abs(lengthOf(line) - 100) < 1e-3 && line[1] > 272)).toHaveLength(1)
      crosses += lines.filter((line) => Math.abs(lengthOf(line) - 16) < 1e-3 && line[1] === line[3]).length
    }
    expect(crosses).toBe(3)
  })
  it('draws two holes of one sheet at their distance', async () => {
    const near = {
      ...UNIT,
      widthMm: 200,
      heightMm: 200,
      holes: [
        { xMm: 40, yMm: 40, diameterMm: 8 },
        { xMm: 120, yMm: 100, diameterMm: 8 },
      ],
    }
    const pdf = await PDFDocument.load(
      (await templatePdf(
        FACES,
        'Near',
        [near],
        drillHoles([near], { widthMm: 4000, ceilingMm: 2400 }, 'leftFloor'),
        'lower left corner',
      )) as Uint8Array,
    )
    const middles = (await linesOf(pdf, 0))
      .filter((line) => Math.abs(lengthOf(line) - 16) < 1e-3 && line[1] === line[3])
      .map(([x1, y, x2]) => [(x1 + x2) / 2, y] as const)
    expect(middles).toHaveLength(2)
    const [a, b] = middles as [readonly [number, number], readonly [number, number]]
    expect([b[0] - a[0], b[1] - a[1]]).toEqual([expect.closeTo(80, 3), expect.closeTo(60, 3)])
  })
  it('is none without a unit on the wall', async () => {
    expect(await templatePdf(FACES, 'Empty', [], [], 'lower left corner')).toBeNull()
  })
})
