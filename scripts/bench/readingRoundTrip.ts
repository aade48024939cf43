import { median } from './median'
import { chromium } from '@playwright/test'
import { waveAsSingleFile } from '@/devices/waveSource'

// In the real browser against the real server: Enter to stored on this device, Enter to acknowledged, and a file dropped to its gap shown.
const base = process.env.AWLBRIGHT_BENCH_URL ?? ''
const JOB = '018f0000-0000-7000-8000-000000000101'
const browser = await chromium.launch({
  executablePath: process.env.AWLBRIGHT_BENCH_CHROMIUM,
  args: [...(process.getuid?.() === 0 ? ['--no-sandbox'] : []), '--disable-gpu', '--disable-background-networking'],
})
const context = await browser.newContext({ baseURL: base, viewport: { width: 1280, height: 800 } })
await context.request.post('/api/auth/sign-in/email', {
  data: { email: 'ines@harrowlight.example', password: 'lamp-and-awl' },
  headers: { origin: base },
})
// the script's own compiler names functions through a helper that a page does not have
await context.addInitScript('globalThis.__name = (fn) => fn')
const page = await context.newPage()
await page.goto(`/jobs/${JOB}?stage=earth`)
await page.locator('[data-alive]').waitFor()
const worst = (values: number[]) => Math.max(...values)

/** Presses Enter inside the page and measures there, so that the driver's own delay does not count. */
const enter = (line: string) =>
  page.evaluate(async (text) => {
    const field = document.querySelector<HTMLInputElement>('[aria-label="Quick line"]')
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
    const stored = await new Promise<number>((done) => {
      const look = () =>
        document.body.innerText.includes('Stored:') && field.value === ''
          ? done(performance.now() - started)
          : requestAnimationFrame(look)
      look()
    })
    await sync
    return { stored, acknowledged: performance.now() - started }
  }, line)

const runs: { stored: number; acknowledged: number }[] = []
for (let k = 0; k < 25; k++) {
  runs.push(await enter(`rcd c1 x5 grid ${10 + k}`))
  await page.getByTestId('outbox-state').getByText('all sent').waitFor()
}
const stored = runs.slice(3).map((run) => run.stored)
const acknowledged = runs.slice(3).map((run) => run.acknowledged)
console.log(
  `Reading, Enter to kept on the device and shown: median ${median(stored).toFixed(0)} ms, worst ${worst(stored).toFixed(0)} ms of ${stored.length}`,
)
console.log(
  `Reading, Enter to acknowledged by the server after its commit: median ${median(acknowledged).toFixed(0)} ms, worst ${worst(acknowledged).toFixed(0)} ms`,
)

await page.goto(`/jobs/${JOB}?stage=outage`)
await page.locator('[data-alive]').waitFor()
const bytes = waveAsSingleFile({
  station: 'BENCH',
  rateHz: 10_000,
  durationS: 30,
  nominalV: 230,
  hz: 50,
  phases: 1,
  gapStartS: 12,
  gapMs: 80,
  jumpDeg: 30,
  islandHz: 50.2,
  noise: 0.002,
  seed: 1,
})
const shown: number[] = []
for (let k = 0; k < 7; k++) {
  const arrived = page.evaluate(async () => {
    const field = document.querySelector<HTMLInputElement>('[aria-label="Recorder’s file"]')
    const started = await new Promise<number>((done) =>
      field?.addEventListener('change', () => done(performance.now()), { once: true }),
    )
    await new Promise<void>((done) => {
      const look = () => (document.querySelector('[data-testid="wave"]') ? done() : requestAnimationFrame(look))
      requestAnimationFrame(look)
    })
    return performance.now() - started
  })
  await page
    .getByLabel('Recorder’s file')
    .setInputFiles({ name: 'bench.cff', mimeType: 'application/octet-stream', buffer: Buffer.from(bytes) })
  shown.push(await arrived)
  await page.getByRole('button', { name: 'Put it away' }).click()
  await page.getByTestId('wave').waitFor({ state: 'detached' })
}
console.log(
  `A file of ${(bytes.length / 1048576).toFixed(2)} MB, picked to its gap drawn in the browser: median ${median(shown).toFixed(0)} ms, worst ${worst(shown).toFixed(0)} ms`,
)
await browser.close()
