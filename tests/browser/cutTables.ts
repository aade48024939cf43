import type { Page } from '@playwright/test'

/** Tables that are wider than the box they stand in: what a row says last, its verdict most often, is out of sight then. */
export const cutTables = (page: Page): Promise<string[]> =>
  page.evaluate(() =>
    [...document.querySelectorAll('main table')].flatMap((table) => {
      const box = table.parentElement
      const hiddenPx = box === null ? 0 : box.scrollWidth - box.clientWidth
      return hiddenPx > 0 ? [`${table.getAttribute('aria-label')}: ${hiddenPx} px out of sight`] : []
    }),
  )
