import { median } from './median'
import { waveAsSingleFile } from '@/devices/waveSource'
import { JOB, browser, enter, openStage, signedIn, write } from './signedIn'

// In the real browser against the real server: Enter to stored on this device, Enter to acknowledged, and a file dropped to its gap shown.
const context = await signedIn()
const page = await openStage(context, JOB, 'earth')
const worst = (values: number[]) => Math.max(...values)

const runs: { stored: number; acknowledged: number }[] = []
for (let k = 0; k < 25; k++) {
  await write(page, `rcd c1 x5 grid ${10 + k}`)
  runs.push(await enter(page))
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
/** Whoever looks for a file takes as long; the thread that waits for it has practised by then. */
const LOOKING_MS = 3000
const shown: number[] = []
for (let k = 0; k < 7; k++) {
  await page.waitForTimeout(LOOKING_MS)
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
