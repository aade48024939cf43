import type { Page } from '@playwright/test'

/** Words in the drawings of a page that lie upon each other, by more than the air around letters. */
export const overlappingWords = (page: Page): Promise<string[]> =>
  page.evaluate(async () => {
    // a drawing finds its width a frame after it is there
    for (let frames = 0; frames < 3; frames++) await new Promise(requestAnimationFrame)
    const AIR_PX = { width: 3, height: 5 }
    const wordsIn = (drawing: SVGSVGElement) =>
      [...drawing.querySelectorAll('text')].flatMap((text) => {
        const box = text.getBoundingClientRect()
        const words = text.textContent?.trim() ?? ''
        return words === '' || box.width === 0 ? [] : [{ words, box }]
      })
    const overlap = (a: DOMRect, b: DOMRect) =>
      Math.min(a.right, b.right) - Math.max(a.left, b.left) > AIR_PX.width &&
      Math.min(a.bottom, b.bottom) - Math.max(a.top, b.top) > AIR_PX.height
    return [...document.querySelectorAll<SVGSVGElement>('main svg')].flatMap((drawing) => {
      const all = wordsIn(drawing)
      return all.flatMap((one, k) =>
        all
          .slice(k + 1)
          .filter((other) => overlap(one.box, other.box))
          .map((other) => `“${one.words}” on “${other.words}”`),
      )
    })
  })
