import { expect, test } from '@playwright/test'
import { STAGES } from '@/core/evidence/point'
import { violations } from './accessibility'
import { brokenFigures } from './brokenFigures'
import { cutTables } from './cutTables'
import { lowTargets } from './lowTargets'
import { overlappingWords } from './overlappingWords'
import { squeezedWords } from './squeezedWords'
import { callUseCase, openBench, quickLine, setOnToday, signIn } from './support'

const JOB = '018f0000-0000-7000-8000-000000000101'
const SEALED = '018f0000-0000-7000-8000-000000000103'

test.describe('every stage', () => {
  for (const stage of STAGES) {
    test(`${stage}: no accessibility faults by day or by lamp, and no page that scrolls`, async ({ page, context }) => {
      await signIn(context, 'ines')
      await openBench(page, stage === 'outage' || stage === 'handover' ? SEALED : JOB, `?stage=${stage}`)
      if (stage === 'outage') await expect(page.getByTestId('wave')).toBeVisible()
      expect(await violations(page)).toEqual([])
      await page.keyboard.press('l')
      await expect(page.locator('html')).toHaveClass(/dark/)
      expect(await violations(page, 'colours')).toEqual([])
      expect(
        await page.evaluate(() => [document.documentElement.scrollWidth, document.documentElement.scrollHeight]),
      ).toEqual([1280, 800])
    })
  }
})

const BARN = '018f0000-0000-7000-8000-000000000102'
/** Views of the two stages that have several, each with a sign that it is there. */
const VIEWS = {
  survey: {
    loads: 'Loads against the limits',
    supply: 'Circuits',
    sources: 'Ask the maker',
    found: 'Faces of the array',
    site: 'The place',
    papers: 'Permissions and papers',
    household: 'Link for the household',
  },
  plan: {
    limits: 'Loads against the limits',
    schools: 'Circuits that move to an essentials board',
    motors: 'Motor starts on the battery',
    year: 'One outage, hour by hour',
    money: 'What this assumes',
    pv: 'Strings in frost and heat',
    devices: 'Cables',
    batteries: 'One master',
    testday: 'Load ladder',
    promises: 'What changed',
    own: 'Limits of this job',
  },
  fit: {
    wall: 'Drilling template',
    lifts: 'Lifts in their order',
    day: 'Tasks',
    materials: 'Pick list',
    mounted: 'As mounted',
    snags: 'Snags',
  },
  wire: {
    schematic: 'Every position, thought through',
    runs: 'Labels',
    dead: 'Dead tests',
    order: 'From dead to live',
    cts: 'Transformer of L1',
    boards: 'Circuit moves',
  },
  earth: {
    bench: 'What would reach the target',
    modes: 'Which way a fault comes home',
    leakage: 'Sharing the circuits out',
    lost: 'When the street loses its neutral',
    clamp: 'Current in the earth conductor',
  },
  outage: {
    run: 'Run 1',
    time: 'On one time line',
    judgement: 'Promised and shown',
  },
  handover: {
    bench: 'The promises, and the evidence',
    seal: 'The checker’s review',
    wall: 'For the wall and the boards',
    later: 'Later visits',
  },
} as const
/** Jobs that show more of a stage than the first. */
const JOBS: Readonly<Record<string, string>> = { plan: BARN, outage: SEALED, handover: SEALED }
for (const [stage, views] of Object.entries(VIEWS)) {
  test(`${stage}: every view is free of accessibility faults, by day, by lamp and on a phone, and scrolls inside its bench`, async ({
    page,
    context,
  }) => {
    test.setTimeout(180_000)
    await signIn(context, 'ines')
    await openBench(page, JOBS[stage] ?? JOB, `?stage=${stage}`)
    for (const [view, sign] of Object.entries(views)) {
      await page.locator(`#view-${view}`).click()
      await expect(page.getByRole('region', { name: sign })).toBeVisible()
      expect(await violations(page, undefined, '#bench-view'), view).toEqual([])
      await page.keyboard.press('l')
      expect(await violations(page, 'colours', '#bench-view'), `${view} by lamp`).toEqual([])
      await page.keyboard.press('l')
      expect(
        await page.evaluate(() => [document.documentElement.scrollWidth, document.documentElement.scrollHeight]),
        view,
      ).toEqual([1280, 800])
      expect(await overlappingWords(page), view).toEqual([])
      expect(await brokenFigures(page), view).toEqual([])
    }
    await page.setViewportSize({ width: 390, height: 800 })
    await page.getByRole('tab', { name: 'Bench', exact: true }).click()
    for (const [view, sign] of Object.entries(views)) {
      await page.locator(`#view-${view}`).click()
      await expect(page.getByRole('region', { name: sign })).toBeVisible()
      // wide things scroll in their own box, once they have found their width
      await expect
        .poll(() => page.getByRole('main').evaluate((main) => main.scrollWidth - main.clientWidth), { message: view })
        .toBeLessThanOrEqual(0)
      await expect.poll(() => overlappingWords(page), { message: `${view} on a phone` }).toEqual([])
      expect(await brokenFigures(page), `${view} on a phone`).toEqual([])
      expect(await cutTables(page), `${view} on a phone`).toEqual([])
      expect(await lowTargets(page), `${view} on a phone`).toEqual([])
      expect(await squeezedWords(page), `${view} on a phone`).toEqual([])
    }
  })
}

test('a job with a long name and place pushes nothing out of the window, whatever the stage', async ({
  page,
  context,
}) => {
  await signIn(context, 'ines')
  await openBench(page, BARN, '?stage=handover&view=wall')
  for (const stage of ['Handover', 'Survey', 'Wire', 'Outage']) {
    await page
      .getByRole('navigation', { name: 'Stages' })
      .getByRole('button', { name: new RegExp(`^${stage}:`) })
      .click()
    await expect
      .poll(() =>
        page.evaluate(() =>
          [...document.querySelectorAll('header, header *, main, aside')]
            .map((element) => Math.round(element.getBoundingClientRect().right - innerWidth))
            .reduce((most, beyond) => Math.max(most, beyond), 0),
        ),
      )
      .toBe(0)
  }
})

test('the door, the jobs, the customer’s page and the verifier have no accessibility faults', async ({
  page,
  context,
}) => {
  await page.goto('/sign-in')
  await expect(page.getByRole('button', { name: 'Sign in' })).toHaveCSS('opacity', '1')
  expect(await violations(page)).toEqual([])
  await page.goto(process.env.AWLBRIGHT_TEST_LINK ?? '')
  expect(await violations(page)).toEqual([])
  await page.goto('/verify')
  expect(await violations(page)).toEqual([])
  await signIn(context, 'maud')
  const { token } = await callUseCase<{ token: string }>(context.request, 'makeHouseholdLink', { jobId: BARN, days: 2 })
  await page.goto(`/h/${token}`)
  expect(await violations(page)).toEqual([])
  await context.clearCookies()
  await signIn(context, 'ines')
  await page.goto('/')
  await expect(page.getByRole('heading', { name: /jobs today|Today:|Nothing on today/ })).toBeVisible()
  await expect(page.getByRole('button', { name: 'New job' })).toHaveCSS('opacity', '1')
  expect(await violations(page)).toEqual([])
})

test('the crew and the account have no accessibility faults, by day, by lamp and on a phone', async ({
  page,
  context,
}) => {
  await signIn(context, 'ines')
  const signs = {
    '/crew': 'People of the crew',
    '/crew?view=instruments': 'Instruments of the crew',
    '/crew?view=equipment': 'Equipment of the crew',
    '/crew?view=prices': 'Currency',
    '/crew?view=limits': 'Limits of your own',
    '/crew?view=crew': 'Lines under the name',
    '/account': 'Present password',
  }
  for (const [address, sign] of Object.entries(signs)) {
    await page.goto(address)
    await expect(page.getByRole('table', { name: sign }).or(page.getByLabel(sign))).toBeVisible()
    await expect(page.locator('button[type=submit]:disabled')).toHaveCount(0)
    await page.waitForFunction(() => document.getAnimations().length === 0)
    expect(await violations(page), address).toEqual([])
    await page.getByRole('button', { name: 'Lamp mode' }).click()
    await page.waitForFunction(() => document.getAnimations().length === 0)
    expect(await violations(page, 'colours'), `${address} by lamp`).toEqual([])
    await page.getByRole('button', { name: 'Lamp mode' }).click()
    await page.setViewportSize({ width: 390, height: 800 })
    expect(await page.evaluate(() => document.documentElement.scrollWidth), address).toBeLessThanOrEqual(390)
    await page.setViewportSize({ width: 1280, height: 800 })
  }
})

test('the front door says what is on, what is held and why', async ({ page, context }) => {
  await signIn(context, 'ines')
  await setOnToday(context.request, JOB)
  await signIn(context, 'tobin')
  await page.goto('/')
  const today = page.getByRole('region', { name: 'Today' })
  await expect(today).toContainText('Tidewrack House')
  await expect(today).toContainText('Outage with loads is held')
  await expect(page.getByRole('region', { name: 'Sealed', exact: true })).toContainText('Nettle Point')
  await expect(page.getByRole('button', { name: 'New job' })).toBeHidden()
  await page.getByRole('link', { name: 'Tidewrack House' }).click()
  await expect(page).toHaveURL(new RegExp(JOB))
})

test('on a phone one zone at a time: next, bench, ledger, and a pad under the quick line', async ({ browser }) => {
  const context = await browser.newContext({
    baseURL: process.env.AWLBRIGHT_TEST_URL,
    viewport: { width: 390, height: 844 },
    hasTouch: true,
    isMobile: true,
  })
  await signIn(context, 'tobin')
  const page = await context.newPage()
  await openBench(page, JOB)
  const next = page.getByRole('button', { name: /^Next:/ })
  expect((await next.boundingBox())?.height).toBeGreaterThanOrEqual(72)
  await page.getByRole('button', { name: 'Type Time at 5 ×' }).tap()
  await expect(quickLine(page)).toHaveValue('rcd c2 x5 island ')
  for (const key of ['1', '8'])
    await page.getByRole('group', { name: 'Number pad' }).getByRole('button', { name: key, exact: true }).tap()
  await expect(page.getByText('Still to test: ramp')).toBeVisible()
  await page.getByRole('button', { name: 'Delete the last sign' }).tap()
  await expect(quickLine(page)).toHaveValue('rcd c2 x5 island 1')
  await page.getByRole('tab', { name: 'Ledger' }).tap()
  await expect(page.getByRole('complementary', { name: 'Ledger' })).toBeVisible()
  await page.getByRole('tab', { name: 'Bench' }).tap()
  await expect(page.getByRole('main')).toBeVisible()
  expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBe(390)
  await page.getByRole('button', { name: /^Stage Earth/ }).tap()
  await page
    .getByRole('dialog')
    .getByRole('button', { name: /^Wire:/ })
    .tap()
  await expect(page.getByRole('heading', { name: 'Wiring, from dead to live' })).toBeVisible()
  await context.close()
})
