import type { Page } from '@playwright/test'

/** What can be pressed and is lower than a gloved thumb needs on a phone; links within a sentence are as high as their line. */
export const lowTargets = (page: Page): Promise<string[]> =>
  page.evaluate(() => {
    const LEAST_PX = 44
    const ROUNDING_PX = 0.5
    const pressed = 'main button, main select, main summary, main [role=tab], main input:not([type=range], [type=file])'
    return [...document.querySelectorAll<HTMLElement>(pressed)].flatMap((element) => {
      // what is ticked is pressed on its words too
      const isTicked = element instanceof HTMLInputElement && /^(checkbox|radio)$/.test(element.type)
      const { width, height } = ((isTicked && element.closest('label')) || element).getBoundingClientRect()
      // drawn over by what stands for it, as a checkbox is
      const isHidden = width < 2 || height < 2 || getComputedStyle(element).visibility === 'hidden'
      if (isHidden || height >= LEAST_PX - ROUNDING_PX) return []
      return [`“${element.getAttribute('aria-label') ?? element.textContent.trim()}” is ${height.toFixed(0)} px high`]
    })
  })
