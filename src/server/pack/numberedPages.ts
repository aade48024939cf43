import { PDFDocument, StandardFonts, rgb } from 'pdf-lib'
import { palette } from '@/look/palette'
import { FOOT_TOP_MM } from './report/Foot'

const POINTS_A_MM = 72 / 25.4
const SIZE = 7.5
const MARGIN_MM = 16
/** From the upper edge of a line to where its letters stand, in lines of the report. */
const BASELINE = 1.06

const inkOf = (hex: string) =>
  rgb(...([1, 3, 5].map((at) => parseInt(hex.slice(at, at + 2), 16) / 255) as [number, number, number]))

/**
 * A printed report with "3 / 12" at the foot of each page, at its right margin.
 *
 * @returns the same document with the numbers in it
 */
export async function numberedPages(pdf: Uint8Array): Promise<Uint8Array> {
  const document = await PDFDocument.load(pdf, { updateMetadata: false })
  const font = await document.embedFont(StandardFonts.Helvetica)
  const pages = document.getPages()
  const color = inkOf(palette.paper.ink2)
  for (const [k, page] of pages.entries()) {
    const { width, height } = page.getSize()
    const text = `${k + 1} / ${pages.length}`
    const top = FOOT_TOP_MM[width > height ? 'landscape' : 'portrait'] * POINTS_A_MM
    page.drawText(text, {
      x: width - MARGIN_MM * POINTS_A_MM - font.widthOfTextAtSize(text, SIZE),
      y: height - top - SIZE * BASELINE,
      size: SIZE,
      font,
      color,
    })
  }
  return document.save({ useObjectStreams: false })
}
