import type { Page } from '@playwright/test'

/** Words that stand letter under letter, because what is beside them took their room. */
export const squeezedWords = (page: Page): Promise<string[]> =>
  page.evaluate(() => {
    const MOST_LINES = 3
    const LEAST_LETTERS_A_LINE = 7
    const main = document.querySelector('main')
    if (main === null) return []
    const squeezed: string[] = []
    const walker = document.createTreeWalker(main, NodeFilter.SHOW_TEXT)
    for (let node = walker.nextNode() as Text | null; node; node = walker.nextNode() as Text | null) {
      const words = node.data.trim()
      if (words === '' || node.parentElement?.closest('script, style, svg')) continue
      const range = document.createRange()
      range.selectNodeContents(node)
      const tops = [...range.getClientRects()].filter(({ width }) => width > 0).map(({ top }) => Math.round(top))
      const lines = new Set(tops).size
      if (lines > MOST_LINES && words.length / lines < LEAST_LETTERS_A_LINE)
        squeezed.push(`“${words.slice(0, 50)}” on ${lines} lines`)
    }
    return squeezed
  })
