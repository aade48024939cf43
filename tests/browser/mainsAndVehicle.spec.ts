import { expect, test } from '@playwright/test'
import { callUseCase, makeJob, openBench, signIn } from './support'
import { violations } from './accessibility'

const id = (n: number) =>
  `018f0000-0000-7000-8000-${String(Date.now() % 1e9).padStart(9, '0')}${String(n).padStart(3, '0')}`

test('two mains are each held for themselves, and stay open until it is said what hangs on which', async ({
  page,
  context,
}) => {
  await signIn(context, 'maud')
  const jobId = await makeJob(context.request, 'Two Mains House')
  for (const [n, tag, fedFrom] of [
    [1, 'b1', 'main1'],
    [2, 'b2', 'main2'],
  ] as const)
    await callUseCase(context.request, 'saveSurveyItem', {
      jobId,
      kind: 'board',
      itemId: id(n),
      fields: { tag, name: `Board ${n}`, sort: n, fedFrom },
    })
  await openBench(page, jobId, '?stage=survey&view=supply')
  await page.getByRole('button', { name: 'Supply and household' }).click()
  const form = page.getByRole('dialog')
  await form.getByLabel(/^Second main/).fill('4000')
  await form.getByRole('button', { name: 'Save' }).click()
  await expect(form).toContainText('is not a household supply')
  await form.getByLabel(/^Second main/).fill('40')
  await form.getByLabel(/^The backup sits on/).selectOption('the first main')
  await form.getByRole('button', { name: 'Save' }).click()
  const sheet = page.getByRole('region', { name: 'Two mains' })
  await expect(sheet).toContainText('could hang on either')
  await expect(sheet.getByRole('row', { name: /Second main, 40.A/ })).toContainText('dark in an outage')
  await expect(sheet.getByText('Fits')).toHaveCount(0)
  await page.getByRole('button', { name: 'Change Sockets' }).click()
  await form.getByLabel(/^On board/).selectOption('b1')
  await form.getByRole('button', { name: 'Save the circuit' }).click()
  await page.locator('#view-loads').click()
  await page.getByRole('button', { name: 'Change Oven' }).click()
  await form.getByLabel(/^Circuit/).selectOption('c1')
  await form.getByRole('button', { name: 'Save the load' }).click()
  await expect(form).toHaveCount(0)
  await page.locator('#view-supply').click()
  await expect(sheet).not.toContainText('could hang on either')
  await expect(sheet.getByRole('row', { name: /First main/ })).toContainText('Fits')
  await expect(sheet.getByRole('row', { name: /Second main/ })).toContainText('Open')
  expect(await violations(page, undefined, '#bench-view')).toEqual([])
})

test('a vehicle that gives has its own hours, there and away, and the promise rests on none', async ({
  page,
  context,
}) => {
  await signIn(context, 'maud')
  const jobId = await makeJob(context.request, 'Vehicle House')
  await openBench(page, jobId, '?stage=survey&view=found')
  await page.getByRole('button', { name: 'Add a vehicle charger' }).click()
  const form = page.getByRole('dialog')
  await form.getByLabel('Name', { exact: true }).fill('Drive charger')
  await form.getByLabel(/^Planned on the/).selectOption('street side, not backed up')
  await form.getByLabel(/^The vehicle gives to the house/).fill('3 kW')
  await form.getByRole('button', { name: /^Add the/ }).click()
  await expect(form).toHaveCount(0)
  await page.goto(`/jobs/${jobId}?stage=plan&view=limits`)
  await expect(
    page.getByText('planned on the street’s side of the contactor: in an outage it gives nothing'),
  ).toBeVisible()
  await page.goto(`/jobs/${jobId}?stage=survey&view=found`)
  await page.locator('[data-alive]').waitFor()
  await page.getByRole('button', { name: 'Change Drive charger' }).click()
  await form.getByLabel(/^Planned on the/).selectOption('house side, backed up')
  await form.getByRole('button', { name: 'Save' }).click()
  await expect(form).toHaveCount(0)
  await page.goto(`/jobs/${jobId}?stage=plan&view=limits`)
  await page.locator('[data-alive]').waitFor()
  const sheet = page.getByRole('region', { name: 'Vehicle: Drive charger' })
  await expect(sheet.getByRole('row', { name: /Vehicle there/ })).toContainText('open')
  await expect(sheet.getByRole('row', { name: /Vehicle away/ })).toContainText(/\d+.h/)
  await expect(sheet).toContainText('No promise rests on a vehicle')
  expect(await violations(page, undefined, '#bench-view')).toEqual([])
})
