import { type BrowserContext, type BrowserContextOptions, type Page, chromium } from '@playwright/test'

/** Where the app of the benches answers. */
export const base = process.env.AWLBRIGHT_BENCH_URL ?? ''
/** The demo's job in the middle of its day. */
export const JOB = '018f0000-0000-7000-8000-000000000101'

export const browser = await chromium.launch({
  executablePath: process.env.AWLBRIGHT_BENCH_CHROMIUM,
  args: [...(process.getuid?.() === 0 ? ['--no-sandbox'] : []), '--disable-gpu', '--disable-background-networking'],
})

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

/** Presses Enter on a quick line inside the page and measures there, so that the driver's own delay does not count; in ms. */
export const enter = (page: Page, line: string): Promise<{ stored: number; acknowledged: number }> =>
  page.evaluate(async (text) => {
    const field = document.querySelector<HTMLInputElement>('input[aria-label="Quick line"]')
    if (!field) throw new Error('no quick line')
    Object.getOwnPropertyDescriptor(HTMLInputElement.prototype, 'value')?.set?.call(field, text)
    field.dispatchEvent(new Event('input', { bubbles: true }))
    await new Promise((next) => requestAnimationFrame(() => requestAnimationFrame(next)))
    const sync = new Promise<void>((done) => {
      const own = window.fetch
      window.fetch = async (...args) => {
        const response = await own(...args)
        if (String(args[0]).includes('/api/sync')) {
          window.fetch = own
          done()
        }
        return response
      }
    })
    const started = performance.now()
    field.dispatchEvent(new KeyboardEvent('keydown', { key: 'Enter', bubbles: true }))
    // text of the line's own region: that of the whole page would cost more than what is measured
    const told = field.closest('[role="region"]')
    const stored = await new Promise<number>((done) => {
      const look = () =>
        field.value === '' && told?.textContent?.includes('Stored:')
          ? done(performance.now() - started)
          : requestAnimationFrame(look)
      look()
    })
    await sync
    return { stored, acknowledged: performance.now() - started }
  }, line)
