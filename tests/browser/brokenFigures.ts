import type { Page } from '@playwright/test'

/** Figures of a page that go on in another line: read in a hurry, 0.354 % that breaks after 0.35 is 0.35, or 4 %. */
export const brokenFigures = (page: Page): Promise<string[]> =>
  page.evaluate(() => {
    const SAME_LINE_PX = 4
    /** A number with its decimals and its unit, which a hard space ties to it; a date may go on behind a hyphen. */
    const FIGURE = /(?<![\p{L}\d-])[−-]?\d[\d.,\u202f]*(?:\u00a0[^\s]+)?(?!-?[\p{L}\d])/gu
    const isBroken = (text: Text, from: number, to: number) => {
      const range = document.createRange()
      range.setStart(text, from)
      range.setEnd(text, to)
      const tops = [...range.getClientRects()].filter(({ width }) => width > 0).map(({ top }) => top)
      return Math.max(...tops) - Math.min(...tops) > SAME_LINE_PX
    }
    const broken: string[] = []
    const walker = document.createTreeWalker(document.body, NodeFilter.SHOW_TEXT)
    for (let node = walker.nextNode() as Text | null; node; node = walker.nextNode() as Text | null) {
      if (!node.parentElement || node.parentElement.closest('script, style, svg, [aria-hidden=true]')) continue
      for (const { index, 0: figure } of node.data.matchAll(FIGURE))
        if (isBroken(node, index, index + figure.length))
          broken.push(`“${figure}” in “${node.data.slice(Math.max(0, index - 30), index + 30)}”`)
    }
    return broken
  })
