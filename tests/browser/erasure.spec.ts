import { expect, test } from '@playwright/test'
import { v7 as uuidv7 } from 'uuid'
import { violationsOfSheet } from './accessibility'
import { callUseCase, makeJob, openBench, sendReadings, signIn } from './support'

test('a customer’s data are taken out of a job, and what was measured stays', async ({ page, context }) => {
  await signIn(context, 'ines')
  const name = `Quince family ${uuidv7().slice(-6)}`
  const jobId = await makeJob(context.request, name)
  await sendReadings(context.request, jobId, [['outage.told', 'answer', 'yes']])
  await callUseCase(context.request, 'makeHouseholdLink', { jobId, days: 5 })
  await openBench(page, jobId, '?stage=handover')
  await page.getByRole('tab', { name: 'Later visits' }).click()
  await page.getByRole('button', { name: 'Take them out' }).click()
  const sheet = page.getByRole('dialog', { name: 'Take the customer’s data out' })
  await expect(sheet.getByText('It cannot be taken back.')).toBeVisible()
  await expect(sheet.getByText(/1 link\b/)).toBeVisible()
  expect(await violationsOfSheet(page)).toEqual([])
  const take = sheet.getByRole('button', { name: 'Take it out for good' })
  await take.click()
  await expect(sheet.getByText(/Who asked for it/).last()).toBeVisible()
  await expect(sheet.getByRole('alert').or(sheet.getByText('is missing')).first()).toBeVisible()
  await sheet.getByLabel('Who asked for it, and when').fill('Letter of 3 May')
  await sheet.getByLabel('What the job is called then').fill('House at the end')
  await take.click()
  await expect(sheet).toBeHidden()
  await expect(page.getByText(/Taken out: 1 link\. Letter of 3 May/)).toBeVisible()
  await expect(page.getByRole('heading', { name: 'House at the end' })).toBeVisible()
  await page.goto(`/jobs/${jobId}?stage=outage`)
  await expect(page.getByText('House at the end').first()).toBeVisible()
  const { record } = (await (await context.request.get(`/api/jobs/${jobId}`)).json()) as {
    record: { readings: unknown[] }
  }
  expect(record.readings).toHaveLength(1)
})

test('a crew says how long its customers’ data are kept', async ({ page, context }) => {
  await signIn(context, 'ines')
  await page.goto('/crew')
  await page.getByRole('tab', { name: 'Crew', exact: true }).click()
  const sheet = page.getByRole('region', { name: 'Customers’ data' })
  const months = sheet.getByLabel('Months after the last sealing')
  const save = sheet.getByRole('button', { name: 'Save' })
  await months.fill('3')
  await save.click()
  await expect(sheet.getByText('Customers’ data are kept for 6 months at least')).toBeVisible()
  await months.fill('120')
  await save.click()
  await expect(sheet.getByText('kept for 120 months')).toBeVisible()
  await expect(sheet.getByText('Set by Ines Varro.')).toBeVisible()
  await months.fill('')
  await save.click()
  await expect(sheet.getByText('kept until somebody asks')).toBeVisible()
})

test('who may not take data out is not offered it', async ({ page, context }) => {
  await signIn(context, 'tobin')
  await openBench(page, '018f0000-0000-7000-8000-000000000103', '?stage=handover')
  await page.getByRole('tab', { name: 'Later visits' }).click()
  await expect(page.getByRole('button', { name: 'Open a visit' })).toBeVisible()
  await expect(page.getByRole('button', { name: 'Take them out' })).toHaveCount(0)
})
