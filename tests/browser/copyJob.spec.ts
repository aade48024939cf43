import { expect, test } from '@playwright/test'
import { ledger, makeJob, openBench, signIn } from './support'

test('a job is the beginning of the next one, without anything that was found or read in it', async ({
  page,
  context,
}) => {
  await signIn(context, 'maud')
  await openBench(page, await makeJob(context.request, 'First House'), '?stage=survey&view=loads')
  await page.getByRole('button', { name: 'Change name, place or day' }).click()
  await page.getByRole('button', { name: 'Copy as a new job' }).click()
  const form = page.getByRole('dialog', { name: 'Copy as a new job' })
  await expect(form.getByLabel('Name')).toHaveValue('First House, next')
  await form.getByRole('button', { name: 'Start the copy' }).click()
  await expect(form).toContainText('Place is missing')
  await form.getByLabel('Name').fill('Second House')
  await form.getByLabel('Place').fill('Testholm, upper road')
  await form.getByRole('button', { name: 'Start the copy' }).click()
  await expect(page.getByRole('heading', { level: 1 })).toContainText('Second House')
  await page.locator('[data-alive]').waitFor()
  await page.locator('#view-loads').click()
  await expect(page.getByRole('row', { name: /Fridge/ })).toBeVisible()
  await page.locator('#view-supply').click()
  await expect(page.getByText('It can carry').locator('..')).toContainText('open')
  await expect(ledger(page)).toContainText('Nothing recorded here yet')
})
