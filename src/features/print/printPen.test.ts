import { PDFDocument, rgb } from 'pdf-lib'
import { describe, expect, it } from 'vitest'
import { FACES } from '../../../tests/support/faces'
import { pdfPages } from '../../../tests/support/pdfText'
import { NO_SIGN } from '@/look/signRanges'
import { printPen } from './printPen'

const INK = rgb(0, 0, 0)

// the micro sign and the Greek letter are one glyph
const unspaced = (text: string) => text.replaceAll(' ', '').replaceAll('µ', 'μ')

/** A text as it is read back from the sheet it is written on, without its blanks: where a line is parted is the reader's guess. */
async function printed(text: string, bold = false): Promise<string> {
  const document = await PDFDocument.create()
  const pen = await printPen(document, FACES)
  pen.write(document.addPage(), text, { x: 20, y: 400, size: 12, color: INK, bold })
  const [page] = await pdfPages(await document.save())
  return unspaced((page?.words ?? []).map((word) => word.text).join(''))
}

describe('what is printed', () => {
  it.each([
    'Łódź, Žižkova třída, Ţărmului, Đà Nẵng',
    'Οικία Ωμέγα, Дом на реке, Տուն, სახლი',
    'Ω µ ½ ° × ± ≤ ≥ √ → − Δ Σ η φ ρ ∞ ⌀ “signs” – €',
  ])('%s is read back as it was, also bold', async (text) => {
    expect(await printed(text)).toBe(unspaced(text))
    expect(await printed(text, true)).toBe(unspaced(text))
  })
  it('has a sign for what no face holds, and none is another letter', async () => {
    expect(await printed('台所 a 🔌 b')).toBe(`${NO_SIGN}${NO_SIGN}a${NO_SIGN}b`)
  })
  it('is one letter where it was typed as two', async () => {
    expect(await printed('Cafe\u0301')).toBe('Café')
  })
})

describe('lines', () => {
  it('hold every word, are no wider than they may be, and part a word that is', async () => {
    const pen = await printPen(await PDFDocument.create(), FACES)
    const text = 'Sockets of the kitchen and Donaudampfschifffahrtsgesellschaftskapitänskajüte beside it'
    const lines = pen.linesOf(text, 120, 11)
    expect(lines.length).toBeGreaterThan(3)
    expect(lines.every((line) => pen.widthOf(line, 11) <= 120)).toBe(true)
    expect(unspaced(lines.join(''))).toBe(unspaced(text))
    expect(pen.linesOf('', 120, 11)).toEqual([''])
  })
})
