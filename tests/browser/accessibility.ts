import AxeBuilder from '@axe-core/playwright'
import type { Page } from '@playwright/test'

/** Waits for what is on its way from one colour to another: between the two it has neither. */
const atRest = (page: Page): Promise<void> =>
  page.evaluate(async () => {
    const ending = document.getAnimations().filter(({ effect }) => effect?.getComputedTiming().endTime !== Infinity)
    await Promise.allSettled(ending.map(({ finished }) => finished))
  })

/** Faults of the page against WCAG 2.2 AA; by lamp only the colours differ, so only they are looked at again. */
export async function violations(page: Page, only?: 'colours', within?: string): Promise<string[]> {
  await atRest(page)
  const axe = within ? new AxeBuilder({ page }).include(within) : new AxeBuilder({ page })
  const { violations: found } = await (
    only ? axe.withRules(['color-contrast']) : axe.withTags(['wcag2a', 'wcag2aa', 'wcag21a', 'wcag21aa', 'wcag22aa'])
  ).analyze()
  return found.map(
    ({ id, nodes }) =>
      `${id}: ${nodes
        .slice(0, 3)
        .map(({ html }) => html.slice(0, 160))
        .join(' | ')}`,
  )
}

/** Faults of a sheet that lies over the page, by day and by lamp. */
export async function violationsOfSheet(page: Page): Promise<string[]> {
  const byDay = await violations(page, undefined, '[role=dialog]')
  await page.evaluate(() => document.documentElement.classList.add('dark'))
  const byLamp = await violations(page, 'colours', '[role=dialog]')
  await page.evaluate(() => document.documentElement.classList.remove('dark'))
  return [...byDay, ...byLamp]
}
