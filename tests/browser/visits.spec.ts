import { type Page, expect, test } from '@playwright/test'
import type { JobView } from '@/server/useCases/jobs'
import { reading } from '../support/house'
import { callUseCase, makeJob, openBench, sendMade, signIn } from './support'

const viewOf = async (page: Page, jobId: string) =>
  (await (await page.request.get(`/api/jobs/${jobId}`)).json()) as JobView

/** A job that was handed over, with a little in its record. */
async function sealed(page: Page, name: string): Promise<string> {
  const jobId = await makeJob(page.request, name)
  await sendMade(page.request, jobId, [
    reading('outage.told', 'answer', 'yes'),
    reading('earth.services', 'how', 'detector'),
    reading('earth.electrode.e1', 'clamp', 0.1),
    reading('earth.electrode.e1', 'r52', 30),
    reading('earth.electrode.e1', 'r618', 30.4),
    reading('earth.electrode.e1', 'r72', 31),
  ])
  await callUseCase(page.request, 'requestPack', { jobId })
  await expect.poll(async () => (await viewOf(page, jobId)).packs.length, { timeout: 60_000 }).toBe(1)
  return jobId
}

test('a periodic visit asks for what wears and for nothing else, and what was read then and now becomes a line', async ({
  page,
}) => {
  await signIn(page.context(), 'ines')
  const jobId = await sealed(page, 'Heron House')
  await openBench(page, jobId, '?stage=handover&view=later')
  const visits = page.getByRole('region', { name: 'Later visits' })
  await expect(visits).toContainText('none yet')
  await visits.getByRole('button', { name: 'Open a visit' }).click()
  const dialog = page.getByRole('dialog', { name: 'Open a visit' })
  const again = dialog.getByRole('status', { name: 'To be shown again' })
  await expect(again).toContainText(/\d+ points to be shown again, and no other/)
  await expect(again).toContainText('Everybody in the house has been told')
  await expect(again).not.toContainText('Insulation')
  await expect(dialog.getByRole('button', { name: 'Open the visit' })).toBeDisabled()

  // a fault touches things by name; nothing named is nothing asked
  await dialog.getByRole('combobox', { name: 'Kind of visit' }).selectOption('fault')
  await expect(again).toContainText('Nothing has to be shown again yet')
  await dialog.getByRole('group', { name: 'What is touched' }).getByRole('button', { name: /^c1/ }).click()
  await expect(again).toContainText('points to be shown again')

  await dialog.getByRole('combobox', { name: 'Kind of visit' }).selectOption('periodic')
  await dialog.getByRole('textbox', { name: 'What it is for' }).fill('Five years on, as agreed.')
  await dialog.getByRole('button', { name: 'Open the visit' }).click()
  await expect(visits).toContainText('Periodic test')
  await expect(visits).toContainText('Five years on, as agreed.')
  await expect(page.getByRole('region', { name: 'Since the first visit' })).toHaveCount(0)

  await sendMade(page.request, jobId, [
    reading('earth.electrode.e1', 'clamp', 0.1),
    reading('earth.electrode.e1', 'r618', 45.6),
  ])
  const since = page.getByRole('region', { name: 'Since the first visit' })
  await expect(since).toContainText(/30\.4\s*Ω → 45\.6\s*Ω, \+50 %/, { timeout: 15_000 })
  await page.goto(`/jobs/${jobId}?stage=outage&at=outage.told`)
  await expect(page.getByText(/Open again: a visit was opened on/).first()).toBeVisible()
})

test('a job that was never handed over has no later visit', async ({ page }) => {
  await signIn(page.context(), 'ines')
  const jobId = await makeJob(page.request, 'Grebe House')
  await openBench(page, jobId, '?stage=handover&view=later')
  await expect(page.getByText('Not handed over yet')).toBeVisible()
  await expect(page.getByRole('region', { name: 'Later visits' })).toHaveCount(0)
})
