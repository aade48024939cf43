import { v7 as uuidv7 } from 'uuid'
import { JOB, browser, signedIn } from './signedIn'

// In the real browser: frames while a year runs in its thread, and while a load is carried along 200 others.
const context = await signedIn({ viewport: { width: 1280, height: 900 } })
const page = await context.newPage()

/** Counts frames from now on; answers with the intervals between them once asked. */
const countFrames = () =>
  page.evaluate(() => {
    const frames: number[] = []
    let last = performance.now()
    const next = (now: number) => {
      frames.push(now - last)
      last = now
      requestAnimationFrame(next)
    }
    requestAnimationFrame(next)
    Object.assign(window, { benchFrames: frames })
  })
const framesSoFar = () => page.evaluate(() => (window as unknown as { benchFrames: number[] }).benchFrames.splice(0))
const told = (frames: readonly number[]) => {
  const sorted = [...frames].sort((a, b) => a - b)
  return `${frames.length} frames, median ${(sorted[sorted.length >> 1] ?? 0).toFixed(1)} ms, 95 of 100 within ${(sorted[Math.floor(0.95 * sorted.length)] ?? 0).toFixed(0)} ms, longest ${Math.max(0, ...frames).toFixed(0)} ms`
}

await page.goto(`/jobs/${JOB}?stage=plan&view=year`)
await page.getByRole('table', { name: 'Systems compared' }).waitFor()
await countFrames()
await framesSoFar()
for (let k = 0; k < 4; k++) {
  await page.getByRole('button', { name: '2 modules' }).click()
  await page
    .getByRole('progressbar')
    .waitFor({ state: 'attached', timeout: 2000 })
    .catch(() => undefined)
  await page.getByRole('progressbar').waitFor({ state: 'detached' })
}
console.log(`Year of three or four systems in its thread, four times: ${told(await framesSoFar())}`)

const jobId = uuidv7()
const ask = (name: string, data: object) => context.request.post(`/api/use/${name}`, { data })
await ask('createJob', {
  id: jobId,
  name: 'Bench of 200 loads',
  place: 'Bench',
  packId: 'iec-3ph-400',
  scheduledDay: null,
})
const loads = Array.from({ length: 200 }, (_, k) => ({
  itemId: uuidv7(),
  fields: {
    tag: `load${k}`,
    name: `Load ${k}`,
    powerW: 30 + ((k * 137) % 2400),
    powerFactor: 1,
    duty: (1 + (k % 14)) / 100,
    phase: `L${1 + (k % 3)}`,
    priority: 5,
    backedUp: true,
    mustStayOn: false,
    turnOffFirst: false,
    sort: k,
  },
}))
await ask('saveLoads', { jobId, loads, gone: [] })
const unit = {
  name: 'Bench',
  moduleCount: 6,
  moduleW: 1650,
  inverterBatteryW: 9000,
  inverterAcW: 9900,
  inverterSurgeVa: 14_500,
  moduleSurgeVa: 2900,
  surgeS: 10,
  pvDcW: 0,
  coldFactor: 1,
  phase: 'all',
  legW: null,
}
const { version } = (await (await context.request.get(`/api/jobs/${jobId}`)).json()) as { version: number }
await ask('changeJob', {
  jobId,
  version,
  sources: {
    units: [unit],
    pvAc: [],
    gatewayA: 40,
    feederA: null,
    usableWh: 30_000,
    nominalWh: null,
    depthOfDischarge: null,
    dischargeEfficiency: 0.95,
    reserveSoc: 0.4,
    usualSoc: 0.8,
    floorSoc: 0.05,
    standbyW: 40,
  },
})
await page.goto(`/jobs/${jobId}?stage=plan`)
await page.locator('[data-alive]').waitFor()
await page.locator('[data-lane="turnOffFirst:L2"]').evaluate((element) => element.scrollIntoView({ block: 'center' }))
const chip = page.locator('[data-lane="backedUp:L1"] [data-load]').last()
const [from, lanes] = [await chip.boundingBox(), await page.locator('[data-lane="turnOffFirst:L2"]').boundingBox()]
if (!from || !lanes) throw new Error('no lanes')
await page.mouse.move(from.x + 10, from.y + 10)
await page.mouse.down()
await page.mouse.move(from.x + 20, from.y + 12, { steps: 3 })
await countFrames()
await framesSoFar()
for (let k = 0; k < 30; k++)
  await page.mouse.move(lanes.x + (k % 2 ? 20 : lanes.width + 40), lanes.y + 20, { steps: 3 })
console.log(`A load carried from lane to lane among 200: ${told(await framesSoFar())}`)
await page.mouse.up()
await browser.close()
