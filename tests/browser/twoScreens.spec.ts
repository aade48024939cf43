import { KEPT_JOBS } from '../../src/offline/messages'
import { type Page, expect, test } from '@playwright/test'
import { ledger, makeJob, openBench, signIn, type } from './support'

test.use({ serviceWorkers: 'allow' })

/** What a page fetches of a job: the whole of it, or readings by themselves. */
function fetchesOf(page: Page, jobId: string): { whole: number; readings: number } {
  const counts = { whole: 0, readings: 0 }
  page.on('request', (request) => {
    const { pathname } = new URL(request.url())
    if (pathname === `/api/jobs/${jobId}`) counts.whole++
    if (pathname === `/api/jobs/${jobId}/readings`) counts.readings++
  })
  return counts
}

test('a reading shows on another screen at once, which fetches it and not the job; whoever made it fetches nothing', async ({
  page,
  context,
}) => {
  await signIn(context, 'ines')
  const jobId = await makeJob(context.request, 'Two Screens House')
  await openBench(page, jobId, '?stage=earth')
  const other = await context.newPage()
  await openBench(other, jobId, '?stage=earth')
  // both have heard that they are listened to, and have fetched what they fetch at first
  await expect(other.getByTestId('outbox-state')).toContainText('all sent')
  const [own, others] = [fetchesOf(page, jobId), fetchesOf(other, jobId)]
  for (const [line, shown] of [
    ['ra 62 44.7', '44.7'],
    ['ra 52 43.1', '43.1'],
    ['ra 72 46.2', '46.2'],
  ] as const) {
    await type(page, line)
    await expect(ledger(other)).toContainText(shown)
  }
  await expect(page.getByTestId('outbox-state')).toContainText('all sent')
  expect(others.readings).toBeGreaterThan(0)
  expect([others.whole, own.whole, own.readings]).toEqual([0, 0, 0])
  // the copy for want of a network has them too, though nothing was fetched for it
  const copy = () =>
    page.evaluate(
      async ([store = '', path = '']) => {
        const kept = await (await caches.open(store)).match(path)
        const view = (await kept?.json()) as { record: { readings: { valueNumber: number }[] } } | undefined
        return view?.record.readings.map(({ valueNumber }) => valueNumber)
      },
      [KEPT_JOBS, `/api/jobs/${jobId}`],
    )
  await expect.poll(copy, { timeout: 15_000 }).toEqual([44.7, 43.1, 46.2])
})

test('what was added while a screen was not told is on it as soon as it hears again', async ({ page, context }) => {
  await signIn(context, 'ines')
  const jobId = await makeJob(context.request, 'Deaf For A While House')
  const other = await context.newPage()
  // the screen opens, and its connection for news comes about only later
  let deaf = true
  await other.route(`**/api/jobs/${jobId}/events`, (route) => (deaf ? route.abort() : route.continue()))
  await openBench(other, jobId, '?stage=earth')
  await openBench(page, jobId, '?stage=earth')
  await type(page, 'ra 62 44.7')
  await expect(page.getByTestId('outbox-state')).toContainText('all sent')
  deaf = false
  // the browser tries again by itself
  await expect(ledger(other)).toContainText('44.7', { timeout: 30_000 })
})

test('what was sent is there when the page is opened again without a network', async ({ page, context }) => {
  await signIn(context, 'ines')
  const jobId = await makeJob(context.request, 'Sent And Gone House')
  await openBench(page, jobId, '?stage=earth')
  const isKept = (path: string) =>
    page.evaluate(async (own) => (await caches.match(new URL(own, location.href).href)) !== undefined, path)
  await expect.poll(() => isKept(`/jobs/${jobId}`), { timeout: 30_000 }).toBe(true)
  await type(page, 'ra 62 44.7')
  await expect(page.getByTestId('outbox-state')).toContainText('all sent')
  // the copy of the job is brought up a moment after it is sent; one from before may be there already
  const copyOf = (path: string) =>
    page.evaluate(async (own) => (await caches.match(new URL(own, location.href).href))?.text() ?? '', path)
  await expect.poll(() => copyOf(`/api/jobs/${jobId}`), { timeout: 15_000 }).toContain('44.7')
  await context.setOffline(true)
  await page.reload()
  await expect(ledger(page)).toContainText('44.7')
})
