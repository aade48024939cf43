import { expect, test } from '@playwright/test'
import { ledger, makeJob, openBench, quickLine, signIn, type } from './support'

test.describe('a data cable', () => {
  test('is a run: entered with its pin-out, tested by the quick line, and held against its plan', async ({
    page,
    context,
  }) => {
    await signIn(context, 'ines')
    const jobId = await makeJob(context.request, 'Data House')
    await openBench(page, jobId, '?stage=wire&view=runs')
    await expect(page.getByText('No data runs yet')).toBeVisible()
    await page.getByRole('button', { name: 'Add a data run' }).click()
    const form = page.getByRole('dialog')
    await form.getByLabel('Name', { exact: true }).fill('Meter line')
    await form.getByLabel('Near end').fill('Meter')
    await form.getByLabel('Far end').fill('Gateway')
    await form.getByLabel(/^Carried/).selectOption('wired')
    await form.getByLabel(/^On it/).selectOption('rs485')
    await form.getByLabel(/^Shield/).selectOption('near')
    await form.getByLabel(/^Pin-out/).fill('1-1 1-2')
    await form.getByRole('button', { name: 'Add the data run' }).click()
    await expect(form.getByText('Pin 1 stands twice at the near end.')).toBeVisible()
    await form.getByLabel(/^Pin-out/).fill('1-1 2-2')
    await form.getByRole('button', { name: 'Add the data run' }).click()
    await expect(form).toHaveCount(0)
    const row = page.getByRole('button', { name: /Meter line d1/ })
    await expect(row).toContainText('pins 1-1 2-2 · bonded at the near end only')
    for (const line of ['map d1 right', 'shield d1 near', 'length d1 12']) {
      await type(page, line)
      await expect(quickLine(page)).toHaveValue('')
    }
    const point = ledger(page).getByText(/Still to record: link between both ends/)
    await expect(point.first()).toBeVisible()
    await type(page, 'link d1 yes')
    await expect(page.getByText('at rest Proven')).toBeVisible()
    await expect(page.getByText('street out Open')).toBeVisible()
  })
})
