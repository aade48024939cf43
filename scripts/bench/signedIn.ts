import { type BrowserContext, type BrowserContextOptions, type Page, chromium } from '@playwright/test'

/** Where the app of the benches answers. */
export const base = process.env.AWLBRIGHT_BENCH_URL ?? ''
/** The demo's job in the middle of its day. */
export const JOB = '018f0000-0000-7000-8000-000000000101'

export const browser = await chromium.launch({
  executablePath: process.env.AWLBRIGHT_BENCH_CHROMIUM,
  args: [...(process.getuid?.() === 0 ? ['--no-sandbox'] : []), '--disable-gpu', '--disable-background-networking'],
})

/** A page is at rest when whatever it began has long ended. */
const REST_MS = 700

/** A browser context of its own in which the demo's lead is signed in; nothing is kept from another. */
export async function signedIn(options: BrowserContextOptions = {}): Promise<BrowserContext> {
  const context = await browser.newContext({ baseURL: base, viewport: { width: 1280, height: 800 }, ...options })
  await context.request.post('/api/auth/sign-in/email', {
    data: { email: 'ines@harrowlight.example', password: 'lamp-and-awl' },
    headers: { origin: base },
  })
  // the script's own compiler names functions through a helper that a page does not have
  await context.addInitScript('globalThis.__name = (fn) => fn')
  return context
}

/** The bench of a stage, opened and alive. */
export async function openStage(context: BrowserContext, jobId: string, stage: string): Promise<Page> {
  const page = await context.newPage()
  await page.goto(`/jobs/${jobId}?stage=${stage}`)
  await page.locator('[data-alive]').waitFor()
  return page
}

/** Writes a line into the quick line, and waits until the page has drawn it. */
export const write = (page: Page, line: string): Promise<void> =>
  page.evaluate(
    async ({ text, restMs }) => {
      const field = document.querySelector<HTMLInputElement>('input[aria-label="Quick line"]')
      if (!field) throw new Error('no quick line')
      Object.getOwnPropertyDescriptor(HTMLInputElement.prototype, 'value')?.set?.call(field, text)
      field.dispatchEvent(new Event('input', { bubbles: true }))
      await new Promise((next) => setTimeout(next, restMs))
    },
    { text: line, restMs: REST_MS },
  )

/**
 * Presses Enter on the quick line inside the page and measures there, so that the driver's own delay does not count; in ms. Nothing is asked again
 * and again meanwhile: each look would be a frame of its own. It ends when the page has been at rest for a while.
 */
export const enter = (page: Page): Promise<{ stored: number; acknowledged: number }> =>
  page.evaluate(async (restMs) => {
    const field = document.querySelector<HTMLInputElement>('input[aria-label="Quick line"]')
    // text of the line's own region: that of the whole page would cost more than what is measured
    const told = field?.closest('[role="region"]')
    const outbox = document.querySelector('[data-testid="outbox-state"]')
    if (!field || !told || !outbox) throw new Error('no quick line')
    const changedTo = (element: Element, holds: () => boolean) =>
      new Promise<void>((done) => {
        const watch = new MutationObserver(() => {
          if (!holds()) return
          watch.disconnect()
          done()
        })
        watch.observe(element, { subtree: true, childList: true, characterData: true })
      })
    const sinceDrawn = async (change: Promise<void>, started: number) => {
      await change
      await new Promise((next) => requestAnimationFrame(next))
      return performance.now() - started
    }
    const isTold = changedTo(told, () => field.value === '' && (told.textContent ?? '').includes('Stored:'))
    const isSent = changedTo(outbox, () => outbox.textContent === 'all sent')
    const started = performance.now()
    field.dispatchEvent(new KeyboardEvent('keydown', { key: 'Enter', bubbles: true }))
    const stored = await sinceDrawn(isTold, started)
    const acknowledged = await sinceDrawn(isSent, started)
    await new Promise((next) => setTimeout(next, restMs))
    return { stored, acknowledged }
  }, REST_MS)
