import fontkit from '@pdf-lib/fontkit'
import type { Color, PDFDocument, PDFFont, PDFPage } from 'pdf-lib'
import { NO_SIGN } from '@/look/signRanges'

/** The faces that a sheet is printed in, as files. */
export interface FaceFiles {
  regular: Uint8Array
  bold: Uint8Array
  /** For the letters and signs that the other two lack. */
  signs: Uint8Array
}

interface Place {
  x: number
  /** Of the line that the letters stand on. */
  y: number
  size: number
  color: Color
  bold?: boolean
}

/** Writes on the pages of one document. Lengths are in points. */
export interface PrintPen {
  write(page: PDFPage, text: string, place: Place): void
  widthOf(text: string, size: number, bold?: boolean): number
  /** A text in lines that are no wider than that; a word that is wider by itself is parted. */
  linesOf(text: string, width: number, size: number, bold?: boolean): string[]
}

interface Run {
  font: PDFFont
  text: string
}

/**
 * The pen of a document, with the faces put into it: only the letters that are written.
 *
 * @returns a pen that writes every letter in the first face that holds it, and `NO_SIGN` where none does
 */
export async function printPen(document: PDFDocument, files: FaceFiles): Promise<PrintPen> {
  document.registerFontkit(fontkit)
  const [regular, bold, signs] = await Promise.all(
    [files.regular, files.bold, files.signs].map((file) => document.embedFont(file, { subset: true })),
  )
  if (!regular || !bold || !signs) throw new Error('a face is missing')
  const holds = new Map([regular, bold, signs].map((font) => [font, new Set(font.getCharacterSet())]))

  const runsOf = (text: string, heavy = false): Run[] => {
    const faces = [heavy ? bold : regular, signs]
    const runs: Run[] = []
    for (const sign of text.normalize('NFC')) {
      const last = runs.at(-1)
      // a blank is no reason to change the face
      if (last && sign === ' ') {
        last.text += sign
        continue
      }
      const held = faces.find((face) => holds.get(face)?.has(sign.codePointAt(0) ?? -1))
      const [font, written] = held ? [held, sign] : [signs, NO_SIGN]
      if (last?.font === font) last.text += written
      else runs.push({ font, text: written })
    }
    return runs
  }
  const widthOf = (text: string, size: number, heavy?: boolean) =>
    runsOf(text, heavy).reduce((sum, run) => sum + run.font.widthOfTextAtSize(run.text, size), 0)

  return {
    widthOf,
    write(page, text, { x, y, size, color, bold: heavy }) {
      let at = x
      for (const run of runsOf(text, heavy)) {
        page.drawText(run.text, { x: at, y, size, font: run.font, color })
        at += run.font.widthOfTextAtSize(run.text, size)
      }
    },
    linesOf: (text, width, size, heavy) => linesWithin(text, (part) => widthOf(part, size, heavy) <= width),
  }
}

/** A text in the fewest lines that fit, parted at blanks, and within a word that does not fit by itself. */
function linesWithin(text: string, fits: (part: string) => boolean): string[] {
  const lines = ['']
  for (const word of text.split(' ')) {
    const line = lines.at(-1) ?? ''
    const longer = line === '' ? word : `${line} ${word}`
    if (fits(longer)) {
      lines[lines.length - 1] = longer
      continue
    }
    if (line !== '') lines.push('')
    for (const sign of word) {
      const part = (lines.at(-1) ?? '') + sign
      if (fits(part) || part === sign) lines[lines.length - 1] = part
      else lines.push(sign)
    }
  }
  return lines
}
