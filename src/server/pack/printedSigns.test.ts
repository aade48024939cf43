import { describe, expect, it } from 'vitest'
import { hasUnprinted, printable } from './printedSigns'

describe('what is printed', () => {
  it.each([
    ['Łódź, Ωμέγα, Дом, مطبخ, ბათუმი', 'Łódź, Ωμέγα, Дом, مطبخ, ბათუმი'],
    ['Cafe\u0301\nnew line\u00a0kept', 'Café\nnew line\u00a0kept'],
    ['Küche 🔌', 'Küche □'],
    ['台所 हि ไ', '□□ □□ □'],
    ['', ''],
  ])('%s', (text, printed) => {
    expect(printable(text)).toBe(printed)
    expect(hasUnprinted(text)).toBe(printed.includes('□'))
  })
})
