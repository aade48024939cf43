import { writeFileSync } from 'node:fs'
import { expect, test } from '@playwright/test'
import { v7 as uuidv7 } from 'uuid'
import { elsewhere, withJob } from '../support/jobZips'
import { violationsOfSheet } from './accessibility'
import { bytesOf, makeJob, openBench, sendReadings, signIn } from './support'

test('a job goes out as one file with its pictures, and comes in again where it lacks something', async ({
  page,
  context,
}, info) => {
  await signIn(context, 'ines')
  const jobId = await makeJob(context.request, `Handed over ${uuidv7().slice(-6)}`)
  await sendReadings(context.request, jobId, [['outage.told', 'answer', 'yes']])
  await openBench(page, jobId, '?stage=handover')
  const [saved] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('link', { name: 'Save with pictures' }).click(),
  ])
  expect(saved.suggestedFilename()).toMatch(/^handed-over-.*\.job\.zip$/)
  const zip = new Uint8Array(await bytesOf(saved))
  const choose = async (name: string, bytes: Uint8Array) => {
    const path = info.outputPath(name)
    writeFileSync(path, bytes)
    await file.setInputFiles(path)
    await look.click()
  }

  await page.goto('/')
  await page.getByRole('button', { name: 'Bring a job in' }).click()
  const sheet = page.getByRole('dialog', { name: 'Bring a job in' })
  const file = sheet.getByLabel('Job file')
  const look = sheet.getByRole('button', { name: 'Look through it' })
  await look.click()
  await expect(sheet.getByRole('alert')).toContainText('Choose a file first')

  // what it was saved from lacks nothing of it
  await choose('saved.job.zip', zip)
  await expect(sheet.getByText('Nothing new: all of it is here')).toBeVisible()
  await expect(sheet.getByRole('button', { name: 'Bring it in' })).toBeDisabled()

  // changed on its way it is refused, and says what was changed
  const changed = zip.slice()
  changed[150] = (changed[150] ?? 0) ^ 1
  await choose('changed.job.zip', changed)
  await expect(sheet.getByRole('alert')).toContainText('changed on its way')

  // another server's is brought in once its key was compared
  const name = `From the van ${uuidv7().slice(-6)}`
  await choose('van.job.zip', await withJob(zip, '5c'.repeat(32), (job) => ({ ...elsewhere(job, uuidv7), name })))
  await expect(sheet.getByText('1 reading to add')).toBeVisible()
  await expect(sheet.getByText('It was sealed with another server’s key')).toBeVisible()
  expect(await violationsOfSheet(page)).toEqual([])
  const bring = sheet.getByRole('button', { name: 'Bring it in' })
  await expect(bring).toBeDisabled()
  await sheet.getByText('I compared it: that server is ours').click()
  await bring.click()
  await page.waitForURL(/\/jobs\/[0-9a-f-]{36}/)
  await expect(page.getByRole('heading', { name })).toBeVisible()
  await page.goto('/crew')
  await page.getByRole('tab', { name: 'Crew', exact: true }).click()
  await expect(page.getByText(`${name} was brought in from a file: readings 1`)).toBeVisible()
})

test('who may not bring a job in is not offered it', async ({ page, context }) => {
  await signIn(context, 'tobin')
  await page.goto('/')
  await expect(page.getByRole('heading', { name: /today/ })).toBeVisible()
  await expect(page.getByRole('button', { name: 'Bring a job in' })).toHaveCount(0)
  const answer = await context.request.post('/api/jobs/bring-in', {
    headers: { 'sec-fetch-site': 'same-origin' },
    multipart: { newId: uuidv7(), file: { name: 'a.zip', mimeType: 'application/zip', buffer: Buffer.from('PK') } },
  })
  expect(answer.status()).toBe(403)
})
