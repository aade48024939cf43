// npm run screenshots [-- jobs wire …]: takes the pictures of docs/screenshots/ afresh from the demo data, or those that are named, on a cluster of its own.
import { mkdirSync, rmSync } from 'node:fs'
import { dirname, join, resolve } from 'node:path'
import { fileURLToPath } from 'node:url'
import { startApp } from './lib/app.mjs'
import { ensureBuild } from './lib/build.mjs'
import { freePort } from './lib/cluster.mjs'
import { ensureChromium, ensureNpmPackages, ensurePostgres } from './lib/setup.mjs'

const root = resolve(dirname(fileURLToPath(import.meta.url)), '..')
const folder = join(root, 'docs/screenshots')
const DESK = { width: 1280, height: 800 }
const PHONE = { width: 390, height: 844 }
const job = (n, search = '') => `/jobs/018f0000-0000-7000-8000-00000000010${n}${search}`

/** A practice run on its own supply, a load on and another to come. */
async function runUnderWay(page) {
  await page.locator('[data-alive]').waitFor()
  const tap = (name) => page.getByRole('button', { name }).click()
  await tap('Practise')
  await tap(/^Out the moment/)
  await tap(/^Back the moment/)
  await tap(/^On: /)
  await page.getByRole('region', { name: 'The ladder' }).waitFor()
  await page.evaluate(() => document.querySelector('main')?.scrollTo(0, 0))
}

/** What is pictured: where, by whom, at which size, and what is done first. */
const PICTURES = [
  { name: 'jobs', path: () => '/', size: DESK },
  { name: 'crew', path: () => '/crew', size: DESK },
  {
    name: 'instruments',
    path: () => '/crew?view=instruments',
    size: DESK,
    act: async (page) => {
      await page.getByRole('button', { name: 'Open M1' }).click()
      await page.getByText('Certificates', { exact: true }).waitFor()
      await page.waitForFunction(() => document.getAnimations().length === 0)
    },
  },
  { name: 'survey', path: () => job(1, '?stage=survey'), size: DESK },
  { name: 'plan', path: () => job(2, '?stage=plan'), size: DESK },
  { name: 'plan-schools', path: () => job(1, '?stage=plan&view=schools'), size: DESK },
  {
    name: 'plan-year',
    path: () => job(1, '?stage=plan&view=year'),
    size: DESK,
    act: (page) => page.getByRole('region', { name: 'One outage, hour by hour' }).waitFor(),
  },
  { name: 'fit', path: () => job(1, '?stage=fit&view=wall'), size: DESK },
  {
    name: 'fit-day',
    path: () => job(1, '?stage=fit&view=day'),
    size: DESK,
    act: (page) => page.getByTestId('day-0').waitFor(),
  },
  {
    name: 'wire',
    path: () => job(1, '?stage=wire&view=schematic'),
    size: DESK,
    act: (page) => page.locator('[data-thing=main]').waitFor(),
  },
  {
    name: 'wire-danger',
    path: () => job(2, '?stage=wire&view=schematic'),
    size: DESK,
    act: async (page) => {
      await page.locator('[data-thing=main]').waitFor()
      await page.locator('[data-cause]').first().getByRole('button', { name: 'Show it' }).click()
      await page
        .getByRole('button', { name: /^Make this change/ })
        .first()
        .waitFor()
    },
  },
  {
    name: 'earth',
    path: () => job(1, '?stage=earth&view=modes'),
    size: DESK,
    act: (page) => page.getByRole('combobox', { name: 'Quick line' }).fill('rcd c2 x5 island 18'),
  },
  {
    name: 'settings',
    path: () => job(1, '?stage=settings'),
    size: DESK,
    // the gateway is asked once the page is open
    act: (page) => page.getByRole('status', { name: 'Balance' }).waitFor(),
  },
  {
    name: 'outage',
    path: () => job(3, '?stage=outage'),
    size: DESK,
    act: (page) => page.getByTestId('wave').waitFor(),
  },
  { name: 'handover', path: () => job(3, '?stage=handover'), size: DESK },
  { name: 'phone-next', path: () => job(1, '?stage=earth'), size: PHONE, who: 'tobin' },
  { name: 'phone-customer', path: (app) => new URL(app.customerLink).pathname, size: PHONE, who: null },
  { name: 'phone-household', path: (app) => new URL(app.householdLink).pathname, size: PHONE, who: null },
  // the last, as it leaves a run under way
  {
    name: 'outage-lamp',
    path: () => job(1, '?stage=outage&view=run'),
    size: DESK,
    lamp: true,
    act: runUnderWay,
  },
]

const named = process.argv.slice(2)
const wanted = PICTURES.filter(({ name }) => named.length === 0 || named.includes(name))
if (wanted.length < named.length) {
  console.error(`There are these pictures: ${PICTURES.map(({ name }) => name).join(', ')}.`)
  process.exit(1)
}

ensureNpmPackages(root)
const bin = ensurePostgres()
const executablePath = ensureChromium()
const { chromium } = await import('@playwright/test')
ensureBuild(root)
const dataFolder = join(root, '.test-data/screenshots')
rmSync(dataFolder, { recursive: true, force: true })
mkdirSync(folder, { recursive: true })
const app = await startApp({ root, bin, dataFolder, port: await freePort(), quiet: true })
const browser = await chromium.launch({
  executablePath,
  args: [...(process.getuid?.() === 0 ? ['--no-sandbox'] : []), '--disable-gpu', '--disable-background-networking'],
})
try {
  const sessions = new Map()
  for (const { name, path, size, who = 'ines', lamp = false, act } of wanted) {
    const context = await browser.newContext({
      baseURL: app.address,
      viewport: size,
      isMobile: size === PHONE,
      hasTouch: size === PHONE,
      reducedMotion: 'reduce',
    })
    if (who !== null) {
      if (!sessions.has(who)) {
        await context.request.post('/api/auth/sign-in/email', {
          data: { email: `${who}@harrowlight.example`, password: 'lamp-and-awl' },
          headers: { origin: app.address },
        })
        sessions.set(who, await context.cookies())
      }
      await context.addCookies(sessions.get(who))
    }
    if (lamp) await context.addInitScript(() => localStorage.setItem('awlbright-lamp', 'on'))
    const page = await context.newPage()
    await page.goto(path(app), { waitUntil: 'networkidle' }).catch(() => page.waitForLoadState('load'))
    await page.evaluate(() => document.fonts.ready)
    await act?.(page)
    // the events of a bench never fall idle, so its liveness is asked for instead
    if (path(app).startsWith('/jobs')) await page.locator('[data-alive]').waitFor()
    await page.screenshot({ path: join(folder, `${name}.png`) })
    console.log(`docs/screenshots/${name}.png`)
    await context.close()
  }
} finally {
  await browser.close()
  await app.stop()
}
