import { type BrowserContext, expect, test } from '@playwright/test'
import { STAGES } from '@/core/evidence/point'
import type { JobView } from '@/server/useCases/jobs'
import { ledger, makeJob, openBench, signIn } from './support'

const TIDEWRACK = '018f0000-0000-7000-8000-000000000101'
const base = process.env.AWLBRIGHT_TEST_URL ?? 'http://127.0.0.1:4310'

/** Asks for a page as a browser does, and reads the answer piece by piece, as it comes. */
async function piecesOf(context: BrowserContext, path: string): Promise<{ status: number; pieces: string[] }> {
  const cookie = (await context.cookies()).map(({ name, value }) => `${name}=${value}`).join('; ')
  const response = await fetch(base + path, { headers: { cookie, accept: 'text/html' }, redirect: 'manual' })
  const pieces: string[] = []
  const decoder = new TextDecoder()
  const reader = response.body?.getReader()
  for (let read = await reader?.read(); read?.value; read = await reader?.read())
    pieces.push(decoder.decode(read.value, { stream: true }))
  return { status: response.status, pieces }
}

test('a job’s page names the job before its evidence is there, and holds its styles in few places', async ({
  context,
}) => {
  await signIn(context, 'ines')
  const jobId = await makeJob(context.request, 'House in pieces')
  const { status, pieces } = await piecesOf(context, `/jobs/${jobId}?stage=earth`)
  expect(status).toBe(200)
  // what only the evidence says comes later, in a piece of its own
  const pieceWith = (text: string) => pieces.findIndex((piece) => piece.includes(text))
  expect(pieceWith('Laying out the bench')).toBeGreaterThanOrEqual(0)
  expect(pieceWith('Laying out the bench')).toBeLessThan(pieceWith('aria-label="Ledger"'))
  const whole = pieces.join('')
  const before = whole.slice(0, whole.indexOf('aria-label="Ledger"'))
  expect(before).toContain('House in pieces')
  expect(whole.match(/<style/g)?.length).toBeLessThan(10)
})

test('a job’s page asks for no script that is not there, whatever its stage and view', async ({ context }) => {
  await signIn(context, 'ines')
  const named = new Set<string>()
  const look = async (query: string): Promise<string> => {
    const html = (await piecesOf(context, `/jobs/${TIDEWRACK}?${query}`)).pieces.join('')
    for (const [script] of html.matchAll(/\/_next\/static\/[^"'\\?]+\.js/g)) named.add(script)
    return html
  }
  let views = 0
  for (const stage of STAGES) {
    const html = await look(`stage=${stage}`)
    for (const [, view] of html.matchAll(/ id="view-(\w+)"/g)) {
      await look(`stage=${stage}&view=${view}`)
      views++
    }
  }
  // as many as the tabs of all benches together
  expect(views).toBeGreaterThan(30)
  expect(named.size).toBeGreaterThan(10)
  const answers = await Promise.all([...named].map(async (script) => [script, (await fetch(base + script)).status]))
  expect(answers.filter(([, status]) => status !== 200)).toEqual([])
})

test('whose job it is decides the status, though the page comes in pieces', async ({ context, browser }) => {
  await signIn(context, 'ines')
  expect((await piecesOf(context, '/jobs/018f0000-0000-7000-8000-0000000009ff')).status).toBe(404)
  expect((await piecesOf(context, '/jobs/none')).status).toBe(404)
  const stranger = await browser.newContext()
  const sent = await piecesOf(stranger, '/jobs/018f0000-0000-7000-8000-000000000101')
  expect(sent.status).toBe(307)
  await stranger.close()
})

test('the page that came in pieces is the one that is worked on', async ({ context, page }) => {
  await signIn(context, 'ines')
  const jobId = await makeJob(context.request, 'House to hydrate')
  const faults: string[] = []
  page.on('pageerror', (error) => faults.push(error.message))
  page.on('console', (message) => {
    if (message.type() === 'error') faults.push(message.text())
  })
  await openBench(page, jobId, '?stage=earth')
  await expect(page.getByText('Laying out the bench')).toBeHidden()
  await expect(page.getByRole('heading', { level: 1, name: 'House to hydrate' })).toBeVisible()
  expect(faults).toEqual([])
})

/** What a page does on its way that nobody should see, noted from its very beginning. */
function watchArrival(): void {
  const seen: string[] = []
  Object.assign(window, { seenOnArrival: seen })
  let benchShown = false
  new MutationObserver((changes) => {
    const zone = document.querySelector('#zone-bench')
    const waits = zone?.textContent.includes('Laying out the bench') ?? false
    if (waits && benchShown) seen.push('the bench was put away')
    benchShown ||= zone !== null && !waits
    for (const node of changes.flatMap(({ removedNodes }) => [...removedNodes])) {
      if (node instanceof HTMLStyleElement) seen.push('styles were moved')
    }
  }).observe(document, { childList: true, subtree: true })
}

test('a bench that is there stays there while the page comes alive, and its styles where they are', async ({
  context,
  page,
}) => {
  await signIn(context, 'ines')
  const jobId = await makeJob(context.request, 'House that stays')
  const inspector = await context.newCDPSession(page)
  await inspector.send('Emulation.setCPUThrottlingRate', { rate: 4 })
  await page.addInitScript(watchArrival)
  for (const stage of ['earth', 'wire', 'handover']) {
    await openBench(page, jobId, `?stage=${stage}`)
    expect(await page.evaluate(() => (window as unknown as { seenOnArrival: string[] }).seenOnArrival)).toEqual([])
  }
})

test('a crew in another zone than the server finds its own times, and no stage is drawn twice for it', async ({
  browser,
}) => {
  const context = await browser.newContext({ timezoneId: 'Pacific/Auckland' })
  await signIn(context, 'ines')
  const page = await context.newPage()
  const faults: string[] = []
  page.on('pageerror', (error) => faults.push(error.message))
  page.on('console', (message) => {
    if (message.type() === 'error') faults.push(message.text())
  })
  const view = (await (await context.request.get(`/api/jobs/${TIDEWRACK}`)).json()) as JobView
  const reading = view.record.readings.find(({ pointKey, slot }) => pointKey.startsWith('earth.rcd.') && slot === 'x1')
  const inAuckland = new Intl.DateTimeFormat('en-GB', { timeZone: 'Pacific/Auckland', timeStyle: 'short' })
  const theirs = inAuckland.format(new Date(reading?.recordedAt ?? ''))
  // the first page is drawn before the server knows the zone, and is put right
  await openBench(page, TIDEWRACK, '?stage=earth')
  await expect(ledger(page)).toContainText(theirs)
  await page.addInitScript(watchArrival)
  for (const stage of STAGES) {
    await openBench(page, TIDEWRACK, `?stage=${stage}`)
    expect(await page.evaluate(() => (window as unknown as { seenOnArrival: string[] }).seenOnArrival)).toEqual([])
  }
  expect(faults).toEqual([])
  const asSent = await page.evaluate(async (path) => (await fetch(path)).text(), `/jobs/${TIDEWRACK}?stage=earth`)
  expect(asSent).toContain(theirs)
  await context.close()
})
