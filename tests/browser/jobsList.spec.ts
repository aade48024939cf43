import { type Page, expect, test } from '@playwright/test'
import { aPicture, callUseCase, ledger, makeJob, openBench, quickLine, signIn, type } from './support'

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
    await page.locator('[data-alive]').waitFor()
    await search(page, 'orderly')
    await page.getByLabel('Order').selectOption('by name')
    await expect(page.getByRole('heading', { level: 4 })).toHaveText(['Orderly Amber', 'Orderly Zinc'])
    await expect(page).toHaveURL(/\?sort=name&find=orderly$/)
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
    await page.locator('[data-alive]').waitFor()
    await expect(page.getByText('No job is called so')).toBeVisible()
    await show(page, 'Archive')
    await expect(jobsOf(page, 'In the archive')).toHaveText(['Archive House'])
    await openBench(page, jobId)
    await page.getByRole('button', { name: 'Change name, place or day' }).click()
    await page.getByRole('button', { name: 'Take out of the archive' }).click()
    await page.goto('/?find=archive+house')
    await expect(jobsOf(page, 'Coming up')).toHaveText(['Archive House'])
    await page.goto('/crew?view=history')
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

test.describe('commissioning', () => {
  test('has a time box by who is there and licensed, and the state the house is left in', async ({ page, context }) => {
    await signIn(context, 'ines')
    const jobId = await makeJob(context.request, 'Box House')
    await openBench(page, jobId, '?stage=settings')
    await expect(page.getByText('Open: nobody licensed is planned for the day')).toBeVisible()
    const fields = { tag: 'p1', name: 'Ines Varro', sort: 0, licensed: true, fromMin: 480, toMin: 960 }
    await callUseCase(context.request, 'saveFitItems', {
      jobId,
      items: [{ kind: 'person', itemId: '018f0000-0000-7000-8000-0000000b0c5e', fields }],
    })
    await page.reload()
    await expect(page.getByText(/Stop by 15:30/)).toBeVisible()
    await expect(page.getByText('The household is told that there is no backup yet, and whom to call.')).toBeVisible()
  })
})

test.describe('a household without a connection', () => {
  test('keeps a picture on its phone, and sends it when there is one', async ({ page, context, browser }) => {
    await signIn(context, 'maud')
    const jobId = await makeJob(context.request, 'Offline Household')
    await openBench(page, jobId, '?stage=survey&view=household')
    await page.getByRole('button', { name: 'Make a link' }).click()
    const address = await page.locator('[data-household-link]').innerText()
    const phones = await browser.newContext({ viewport: { width: 390, height: 800 } })
    const phone = await phones.newPage()
    await phone.goto(address)
    await phones.setOffline(true)
    await phone.getByLabel('The board with its lid open').setInputFiles(await aPicture('board.jpg'))
    await expect(phone.getByText(/^1 picture waits on this phone/)).toBeVisible()
    await phones.setOffline(false)
    await expect(phone.getByText('1 sent so far')).toBeVisible()
    await expect(phone.getByText(/waits on this phone/)).toHaveCount(0)
    await phone.reload()
    await expect(phone.getByText('1 sent so far')).toBeVisible()
    await phones.close()
  })
})
