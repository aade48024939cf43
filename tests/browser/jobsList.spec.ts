import { type Page, expect, test } from '@playwright/test'
import { callUseCase, ledger, makeJob, openBench, quickLine, signIn, type } from './support'

const jobsOf = (page: Page, group: string) =>
  page.getByRole('region', { name: group }).getByRole('heading', { level: 4 })
const show = (page: Page, which: string) =>
  page.getByRole('group', { name: 'Which jobs' }).getByRole('button', { name: which, exact: true }).click()
const search = (page: Page, words: string) => page.getByLabel('Find a job').fill(words)

test.describe('the list of jobs', () => {
  test('is put in order and searched, and is the same on the way back from a job', async ({ page, context }) => {
    await signIn(context, 'maud')
    for (const name of ['Orderly Zinc', 'Orderly Amber']) await makeJob(context.request, name)
    await page.goto('/')
    await expect(page.getByRole('button', { name: 'New job' })).toBeEnabled()
    await search(page, 'orderly')
    await page.getByLabel('Order').selectOption('by name')
    await expect(page.getByRole('heading', { level: 4 })).toHaveText(['Orderly Amber', 'Orderly Zinc'])
    await expect(page).toHaveURL(/find=orderly/)
    await page.getByRole('link', { name: 'Orderly Zinc' }).click()
    await expect(page.getByRole('heading', { level: 1, name: 'Orderly Zinc' })).toBeVisible()
    await page.goBack()
    await expect(page.getByLabel('Find a job')).toHaveValue('orderly')
    await expect(page.getByRole('heading', { level: 4 })).toHaveText(['Orderly Amber', 'Orderly Zinc'])
    await search(page, 'no such house')
    await expect(page.getByText('No job is called so')).toBeVisible()
  })

  test('shows what is mine, once I recorded in it', async ({ page, context }) => {
    await signIn(context, 'ines')
    const jobId = await makeJob(context.request, 'Whose House')
    await signIn(context, 'tobin')
    await page.goto('/?show=mine&find=whose')
    await expect(page.getByText('No job is called so')).toBeVisible()
    await openBench(page, jobId, '?stage=survey')
    await type(page, 'told yes')
    await expect(quickLine(page)).toHaveValue('')
    await expect
      .poll(async () => {
        await page.goto('/?show=mine&find=whose')
        return page.getByRole('heading', { level: 4 }).allTextContents()
      })
      .toEqual(['Whose House'])
  })

  test('leaves out a job that was put away, and has it back when it is taken out', async ({ page, context }) => {
    await signIn(context, 'ines')
    const jobId = await makeJob(context.request, 'Archive House')
    await openBench(page, jobId)
    await page.getByRole('button', { name: 'Change name, place or day' }).click()
    const head = page.getByRole('dialog', { name: 'Name, place and day' })
    await head.getByRole('button', { name: 'Put into the archive' }).click()
    await head.getByRole('button', { name: 'No' }).click()
    await head.getByRole('button', { name: 'Put into the archive' }).click()
    await head.getByRole('button', { name: 'Put it away' }).click()
    await expect(head).toBeHidden()
    await expect(page.getByText(/· in the archive$/)).toBeVisible()
    await page.goto('/?find=archive+house')
    await expect(page.getByRole('button', { name: 'New job' })).toBeEnabled()
    await expect(page.getByText('No job is called so')).toBeVisible()
    await show(page, 'Archive')
    await expect(jobsOf(page, 'In the archive')).toHaveText(['Archive House'])
    await openBench(page, jobId)
    await page.getByRole('button', { name: 'Change name, place or day' }).click()
    await page.getByRole('button', { name: 'Take out of the archive' }).click()
    await page.goto('/?find=archive+house')
    await expect(jobsOf(page, 'Coming up')).toHaveText(['Archive House'])
    await page.goto('/crew?view=crew')
    await expect(page.getByText('Archive House was taken out of the archive')).toBeVisible()
  })

  test('has the day of a job back when it is taken back', async ({ page, context }) => {
    await signIn(context, 'maud')
    const jobId = await makeJob(context.request, 'Day House')
    await openBench(page, jobId)
    await page.getByRole('button', { name: 'Change name, place or day' }).click()
    const head = page.getByRole('dialog', { name: 'Name, place and day' })
    await head.getByLabel(/^Day/).fill('2027-03-04')
    await head.getByLabel('Place').fill('Elsewhere')
    await head.getByRole('button', { name: 'Save', exact: true }).click()
    await expect(head).toBeHidden()
    await expect(page.getByText(/^Elsewhere ·/)).toBeVisible()
    await ledger(page).getByRole('button', { name: 'Take back' }).click()
    const sheet = page.getByRole('dialog', { name: 'Take back what you did last' })
    await expect(sheet.getByLabel('What it has again')).toContainText(/Day: .*\(now .*2027/)
    await sheet.getByRole('button', { name: 'Take back' }).click()
    await expect(page.getByText(/^Elsewhere ·/)).toHaveCount(0)
    const { scheduledDay } = (await (await context.request.get(`/api/jobs/${jobId}`)).json()) as { scheduledDay: null }
    expect(scheduledDay).toBeNull()
  })
})

test('what is on today is of the day where the crew is, and not where the server stands', async ({ browser }) => {
  // at any hour one of the two has another day than Greenwich
  const timezoneId = new Date().getUTCHours() < 10 ? 'Pacific/Honolulu' : 'Pacific/Kiritimati'
  const theirDay = new Intl.DateTimeFormat('en-CA', { timeZone: timezoneId }).format(new Date())
  expect(theirDay).not.toBe(new Date().toISOString().slice(0, 10))
  const context = await browser.newContext({ timezoneId })
  await signIn(context, 'maud')
  const jobId = await makeJob(context.request, 'House of another day')
  await callUseCase(context.request, 'changeJob', { jobId, before: { scheduledDay: null }, scheduledDay: theirDay })
  const page = await context.newPage()
  // the first page does not know yet, the second one does
  for (const _visit of [1, 2]) {
    await page.goto('/?find=another day')
    await expect(jobsOf(page, 'Today')).toHaveText(['House of another day'])
  }
  await context.close()
})
