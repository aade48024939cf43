import { expect, test } from '@playwright/test'
import { ledger, makeJob, openBench, signIn, type } from './support'

test.use({ viewport: { width: 390, height: 844 }, hasTouch: true, isMobile: true })

test('who holds no instrument is asked before the figure, and a figure without one is weak evidence', async ({
  page,
  context,
}) => {
  await signIn(context, 'ines')
  await context.addInitScript(() => localStorage.removeItem('awlbright-instrument'))
  const jobId = await makeJob(context.request, 'Empty Hands House')
  await openBench(page, jobId, '?stage=wire')
  const choice = page.getByRole('combobox', { name: 'Instrument in hand' })
  await expect(choice).toHaveValue('')
  await expect(choice).toBeInViewport()
  await type(page, 'loop w1 46 mΩ')
  await page.getByRole('tab', { name: 'Ledger' }).tap()
  await expect(ledger(page)).toContainText('not said with which instrument')
  await page.getByRole('tab', { name: 'Next' }).tap()
  const tester = choice.locator('option').filter({ hasText: /Installation tester/ })
  await choice.selectOption(await tester.getAttribute('value'))
  await type(page, 'loop w1 46 mΩ')
  await page.getByRole('tab', { name: 'Ledger' }).tap()
  await expect(ledger(page)).not.toContainText('not said with which instrument')
})
