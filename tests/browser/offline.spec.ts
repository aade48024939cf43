import { expect, test } from '@playwright/test'
import QRCode from 'qrcode'
import { v7 as uuidv7 } from 'uuid'
import { taskToSave } from '../support/tasks'
import { callUseCase, ledger, makeJob, openBench, quickLine, signIn, signInAnew, type } from './support'

test.use({ serviceWorkers: 'allow' })

interface Stored {
  id: string
  pointKey: string
  slot: string
  valueNumber: number | null
  valueWord: string | null
}

test('entries made without a connection are all sent later, once each', async ({ page, context }) => {
  await signIn(context, 'ines')
  const jobId = await makeJob(context.request, 'Offline House')
  await openBench(page, jobId, '?stage=earth')
  await type(page, 'clamp .1')
  await expect(page.getByTestId('outbox-state')).toContainText('all sent')

  // the request reaches the server and its answer is lost: the entry must go again and still be one
  let lost = 0
  await page.route('**/api/sync', async (route) => {
    if (lost++ > 0) return route.abort('connectionfailed')
    await route.fetch()
    await route.abort('connectionreset')
  })
  for (const line of ['ra 52 30', 'ra 62 30.4', 'ra 72 31', 'told yes', 'fuse 60']) await type(page, line)
  await expect(page.getByTestId('outbox-state')).toContainText('5 kept')
  await expect(ledger(page)).toContainText('kept here, not sent')
  await expect(ledger(page)).toContainText('The three readings lie within')

  await page.unroute('**/api/sync')
  await expect(page.getByTestId('outbox-state')).toContainText('all sent', { timeout: 20_000 })
  await expect(ledger(page)).not.toContainText('kept here')
  const { record } = (await (await context.request.get(`/api/jobs/${jobId}`)).json()) as {
    record: { readings: Stored[] }
  }
  expect(
    record.readings.map(({ pointKey, slot, valueNumber, valueWord }) => [pointKey, slot, valueNumber ?? valueWord]),
  ).toEqual([
    ['earth.electrode.e1', 'clamp', 0.1],
    ['earth.electrode.e1', 'r52', 30],
    ['earth.electrode.e1', 'r618', 30.4],
    ['earth.electrode.e1', 'r72', 31],
    ['outage.told', 'answer', 'yes'],
    ['survey.supplyRating', 'rating', 60],
  ])
})

test('the open job opens again with no network at all, and what was entered is still there', async ({
  page,
  context,
}) => {
  await signIn(context, 'ines')
  const jobId = await makeJob(context.request, 'Dead Router House')
  await openBench(page, jobId, '?stage=earth')
  // the page is kept once the service worker has it
  await expect
    .poll(
      () =>
        page.evaluate(
          async (path) => (await caches.match(new URL(path, location.href).href)) !== undefined,
          `/jobs/${jobId}`,
        ),
      { timeout: 30_000 },
    )
    .toBe(true)
  await expect
    .poll(
      () =>
        page.evaluate(async () =>
          (await (await caches.open('shell')).keys()).some(({ url }) => url.includes('worker')),
        ),
      { timeout: 30_000 },
    )
    .toBe(true)
  await context.setOffline(true)
  await type(page, 'ra 62 44.7')
  await page.reload()
  await expect(page.getByTestId('outbox-state')).toContainText('1 kept')
  await expect(ledger(page)).toContainText('44.7')
  await type(page, 'clamp .2')
  await expect(page.getByTestId('outbox-state')).toContainText('2 kept')
  await context.setOffline(false)
  await page.evaluate(() => window.dispatchEvent(new Event('online')))
  await expect(page.getByTestId('outbox-state')).toContainText('all sent', { timeout: 20_000 })
  const { record } = (await (await context.request.get(`/api/jobs/${jobId}`)).json()) as {
    record: { readings: Stored[] }
  }
  expect(record.readings.map(({ slot, valueNumber }) => [slot, valueNumber])).toEqual([
    ['r618', 44.7],
    ['clamp', 0.2],
  ])
})

test('signing out leaves no job on the device, in whatever shape it was kept', async ({ page, context }) => {
  await signInAnew(context, 'ines')
  const jobId = await makeJob(context.request, 'Left Behind House')
  await openBench(page, jobId, '?stage=earth')
  const stores = () => page.evaluate(async () => (await caches.keys()).filter((store) => store.startsWith('jobs')))
  const isKept = (path: string) =>
    page.evaluate(async (own) => (await caches.match(new URL(own, location.href).href)) !== undefined, path)
  await expect.poll(() => isKept(`/jobs/${jobId}`), { timeout: 30_000 }).toBe(true)
  await type(page, 'ra 62 44.7')
  await expect(page.getByTestId('outbox-state')).toContainText('all sent')
  await expect.poll(() => isKept(`/api/jobs/${jobId}`), { timeout: 15_000 }).toBe(true)
  // versions of the app from before kept jobs under other names, and nothing reads them any more
  await page.evaluate(async () => {
    for (const store of ['jobs', 'jobs-3', 'jobs-3-files'])
      await (await caches.open(store)).put('/api/jobs/of-before', new Response('{}'))
  })
  expect((await stores()).length).toBeGreaterThan(3)
  await page.getByRole('button', { name: 'Sign out' }).click()
  await expect(page).toHaveURL(/\/sign-in/)
  await expect.poll(stores, { timeout: 15_000 }).toEqual([])
})

test('a code is read, the day is planned and a task is timed with no network at all', async ({ page, context }) => {
  await signIn(context, 'ines')
  const jobId = await makeJob(context.request, 'Cellar House')
  await callUseCase(context.request, 'saveFitItems', {
    jobId,
    items: [
      {
        kind: 'person',
        itemId: uuidv7(),
        fields: { tag: 'p1', name: 'Ann', sort: 0, licensed: true, fromMin: 480, toMin: 1020 },
      },
      taskToSave('t1'),
      taskToSave('t2'),
    ],
  })
  await openBench(page, jobId, '?stage=fit&view=mounted')
  await expect(page.locator('[data-alive=kept]')).toBeVisible({ timeout: 30_000 })
  await page.getByTestId('outbox-state').click()
  await expect(page.getByRole('dialog')).toContainText('The app is on this device with every view')
  await page.keyboard.press('Escape')
  await expect(page.getByRole('dialog')).toBeHidden()
  await context.setOffline(true)
  const serial = `CL${Date.now()}`
  await page
    .getByLabel('Code of Inverter', { exact: true })
    .setInputFiles({ name: 'plate.png', mimeType: 'image/png', buffer: await QRCode.toBuffer(serial, { width: 420 }) })
  await expect(quickLine(page)).toHaveValue(`serial inv1 ${serial}`)
  await quickLine(page).press('Enter')
  await page.locator('#view-day').click()
  await expect(page.getByRole('region', { name: 'The crew’s day' })).toContainText(
    'Ends at 09:00; no schedule of these tasks ends earlier',
  )
  await page
    .locator('[data-task-row=t1]')
    .getByRole('button', { name: /^Begin/ })
    .click()
  await expect(page.getByTestId('outbox-state')).toContainText('2 kept')
  await context.setOffline(false)
  await page.evaluate(() => window.dispatchEvent(new Event('online')))
  await expect(page.getByTestId('outbox-state')).toContainText('all sent', { timeout: 20_000 })
  const { record } = (await (await context.request.get(`/api/jobs/${jobId}`)).json()) as {
    record: { readings: Stored[] }
  }
  expect(record.readings.map(({ pointKey, valueWord }) => [pointKey, valueWord])).toEqual([
    ['fit.component.inv1', serial],
    ['fit.task.t1', 'begun'],
  ])
})

test('a reading the server refuses is shown with its reason, never dropped unseen', async ({
  page,
  context,
  browser,
}) => {
  await signIn(context, 'ines')
  const jobId = await makeJob(context.request, 'Refused House')
  await openBench(page, jobId, '?stage=wire')
  await page.route('**/api/sync', (route) => route.abort())
  await type(page, 'loop w2 46m')
  // meanwhile the office takes the run out of the plan
  const office = await browser.newContext({ baseURL: process.env.AWLBRIGHT_TEST_URL })
  await signIn(office, 'maud')
  const { record } = (await (await office.request.get(`/api/jobs/${jobId}`)).json()) as {
    record: { installation: { runs: { id: string; tag: string }[] } }
  }
  const run = record.installation.runs.find(({ tag }) => tag === 'w2')
  expect(
    (await office.request.post('/api/use/removeItem', { data: { jobId, kind: 'run', itemId: run?.id } })).ok(),
  ).toBe(true)
  await page.unroute('**/api/sync')
  await expect(page.getByTestId('outbox-state')).toContainText('1 refused', { timeout: 20_000 })
  await page.getByTestId('outbox-state').click()
  await expect(page.getByRole('dialog')).toContainText('This point is not in the plan any more')
  await page.getByRole('button', { name: 'Throw away' }).click()
  await expect(page.getByRole('dialog')).toContainText('has been taken in by the server')
  await office.close()
})

test('the helper’s reading appears on the lead’s screen by itself', async ({ page, context, browser }) => {
  await signIn(context, 'ines')
  const jobId = await makeJob(context.request, 'Live House')
  await openBench(page, jobId, '?stage=wire&view=runs')
  const helper = await browser.newContext({
    baseURL: process.env.AWLBRIGHT_TEST_URL,
    viewport: { width: 390, height: 844 },
    hasTouch: true,
    isMobile: true,
  })
  await signIn(helper, 'tobin')
  const phone = await helper.newPage()
  await openBench(phone, jobId)
  await quickLine(phone).fill('join w1 yes')
  await phone.getByRole('button', { name: 'Store' }).tap()
  await expect(page.getByText('joined: answers')).toBeVisible()
  await expect(ledger(page)).toContainText('Tobin')
  await helper.close()
})

test('whoever cannot have all of the app yet is told so before going where there is no network', async ({
  page,
  context,
}) => {
  await signIn(context, 'ines')
  const jobId = await makeJob(context.request, 'Half Kept House')
  // nobody keeps anything for this page
  await page.addInitScript(() => {
    Object.defineProperty(navigator.serviceWorker, 'controller', { get: () => null })
  })
  await openBench(page, jobId, '?stage=earth')
  await page.getByTestId('outbox-state').click()
  await expect(page.getByRole('dialog')).toContainText('Not all of the app is on this device yet')
  await expect(page.locator('[data-alive=kept]')).toHaveCount(0)
})

test('a view that could not be kept says so in its place, and the work goes on around it', async ({
  page,
  context,
}) => {
  await signIn(context, 'ines')
  const jobId = await makeJob(context.request, 'Torn Off House')
  // nobody keeps anything for this page
  await page.addInitScript(() => {
    Object.defineProperty(navigator.serviceWorker, 'controller', { get: () => null })
  })
  await openBench(page, jobId, '?stage=earth')
  await context.setOffline(true)
  await page.getByRole('tab', { name: 'Lost neutral' }).click()
  await expect(page.getByRole('main')).toContainText('This part of the app could not be opened')
  await type(page, 'ra 62 44.7')
  await expect(ledger(page)).toContainText('44.7')
  await page.getByRole('tab', { name: 'Ground' }).click()
  await expect(page.getByRole('main')).not.toContainText('This part of the app could not be opened')
})
