import { expect, test } from '@playwright/test'
import { ledger, makeJob, openBench, sendMade, signIn } from './support'
import { reading } from '../support/house'

const RUN = 'wire.dead.run.w1'

test('a lead sets a limit of a job: refused beyond its bounds and without a reason, then judged by', async ({
  page,
  context,
}) => {
  await signIn(context, 'ines')
  const jobId = await makeJob(context.request, 'Own Limits House')
  await sendMade(context.request, jobId, [
    reading(RUN, 'earth', 1.5, { unit: 'Ω' }),
    reading(RUN, 'insulation', 500, { unit: 'MΩ' }),
  ])
  await openBench(page, jobId, '?stage=plan&view=own')
  const table = page.getByRole('table', { name: 'Limits of this job' })
  const row = table.getByRole('row', { name: /Protective conductor of a final circuit/ })
  await expect(row).toContainText('as the pack')
  await row.getByRole('button', { name: /^Set: Protective conductor/ }).click()
  const form = page.getByRole('dialog', { name: 'Protective conductor of a final circuit, end to end' })
  await expect(form).toContainText('Local code, the network operator and the maker’s manual come first')
  await form.getByLabel('Own figure').fill('5')
  await form.getByLabel('Why').fill('so')
  await form.getByRole('button', { name: 'Set it' }).click()
  await expect(form).toContainText(/0\.1\s*Ω to 2\s*Ω; beyond that/)
  await expect(form.getByLabel('Own figure')).toHaveValue('5')
  await form.getByLabel('Own figure').fill('1')
  await form.getByRole('button', { name: 'Set it' }).click()
  await expect(form).toContainText('at least ten characters')
  await form.getByLabel('Why').fill('Short circuits in a small house')
  await form.getByRole('button', { name: 'Set it' }).click()
  await expect(row).toContainText(/1\s*Ω/)
  await expect(row).toContainText('Short circuits in a small house')
  await expect(page.getByText('1 set by the crew')).toBeVisible()

  await openBench(page, jobId, '?stage=wire&view=dead')
  await expect(ledger(page)).toContainText(/1\.5\s*Ω: it has to be ≤ .*\(the working figure\)/)
})

test('what the crew sets is what its next job begins with; a hand may only look', async ({
  page,
  context,
  browser,
}) => {
  await signIn(context, 'ines')
  await page.goto('/crew?view=limits')
  const table = page.getByRole('table', { name: 'Limits of the crew' })
  const row = table.getByRole('row', { name: /Slack at each end of a cable/ })
  await row.getByRole('button').click()
  const form = page.getByRole('dialog', { name: 'Slack at each end of a cable' })
  await form.getByLabel('Own figure').fill('0.8')
  await form.getByLabel('Why').fill('Gateways here are wired from below')
  await form.getByRole('button', { name: 'Set it' }).click()
  await expect(row).toContainText(/0\.8\s*m/)
  const jobId = await makeJob(context.request, 'Next House')
  await openBench(page, jobId, '?stage=plan&view=own')
  const own = page.getByRole('table', { name: 'Limits of this job' }).getByRole('row', { name: /Slack at each end/ })
  await expect(own).toContainText(/0\.8\s*m/)

  const hand = await browser.newContext()
  await signIn(hand, 'tobin')
  const other = await hand.newPage()
  await other.goto('/crew?view=limits')
  const seen = other.getByRole('table', { name: 'Limits of the crew' })
  await expect(seen).toContainText('Gateways here are wired from below')
  await expect(seen.getByRole('button')).toHaveCount(0)
  await hand.close()

  await row.page().goto('/crew?view=limits')
  await row.getByRole('button').click()
  await form.getByLabel('Own figure').fill('')
  await form.getByLabel('Why').fill('Back to what everybody does')
  await form.getByRole('button', { name: 'Set it' }).click()
  await expect(row).toContainText('as the pack')
})
