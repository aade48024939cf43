import { type BrowserContext, type Page, expect, test } from '@playwright/test'
import { readdirSync } from 'node:fs'
import { callUseCase, makeJob, signIn } from './support'

const TIDEWRACK = '018f0000-0000-7000-8000-000000000101'

/** Opens a page whose scripts do not come before they are let go. */
async function openHeld(context: BrowserContext, address: string): Promise<{ page: Page; release: () => void }> {
  const page = await context.newPage()
  let release = () => {}
  const released = new Promise<void>((go) => {
    release = go
  })
  await page.route('**/*.js', async (route) => {
    await released
    await route.continue()
  })
  await page.goto(address, { waitUntil: 'domcontentloaded' })
  return { page, release }
}

/** What takes something in as it stands, by name; links and what unfolds by itself need no script. */
const takingIn = (page: Page): Promise<string[]> =>
  page
    .locator('input, select, textarea, button')
    .evaluateAll((controls) =>
      controls
        .filter((control) => !control.matches(':disabled') && control.checkVisibility())
        .map((control) => control.getAttribute('aria-label') ?? control.textContent ?? control.tagName),
    )

/** The household's link of a job that is made for it. */
async function householdLink(context: BrowserContext): Promise<string> {
  const jobId = await makeJob(context.request, 'Slow Line House')
  const { token } = await callUseCase<{ token: string }>(context.request, 'makeHouseholdLink', { jobId, days: 3 })
  return `/h/${token}`
}

/** Where every page that takes something in lies. */
const PAGES: Readonly<Record<string, (context: BrowserContext) => Promise<string> | string>> = {
  'page.tsx': () => '/',
  'account/page.tsx': () => '/account',
  'c/[token]/page.tsx': () => process.env.AWLBRIGHT_TEST_LINK ?? '',
  'crew/page.tsx': () => '/crew?view=limits',
  'h/[token]/page.tsx': householdLink,
  'jobs/[jobId]/page.tsx': () => `/jobs/${TIDEWRACK}?stage=earth`,
  'verify/page.tsx': () => '/verify',
}
/** Doors: a browser may fill them in at once, and what it filled in is read from the fields when they are sent. */
const DOORS = ['first-run/page.tsx', 'join/[token]/page.tsx', 'sign-in/page.tsx']

test('every page is looked at here', () => {
  const files = readdirSync('src/app', { recursive: true, encoding: 'utf8' })
  expect(files.filter((file) => /(^|\/)page\.tsx$/.test(file)).sort()).toEqual([...Object.keys(PAGES), ...DOORS].sort())
})

for (const [file, addressOf] of Object.entries(PAGES))
  test(`takes nothing in before its scripts are there: ${file}`, async ({ context }) => {
    await signIn(context, 'ines')
    const { page, release } = await openHeld(context, await addressOf(context))
    expect(await page.locator('input, select, textarea, button').count()).toBeGreaterThan(0)
    expect(await takingIn(page)).toEqual([])
    release()
    await expect.poll(() => takingIn(page)).not.toEqual([])
  })

test('a door is filled in before its scripts are there, and sent after', async ({ browser }) => {
  const { page, release } = await openHeld(await browser.newContext(), '/sign-in')
  await page.getByLabel('E-mail').fill('ines@harrowlight.example')
  await page.getByLabel('Password').fill('wrong-lamp-and-awl')
  await expect(page.getByRole('button', { name: 'Sign in' })).toBeDisabled()
  release()
  await page.getByRole('button', { name: 'Sign in' }).click()
  await expect(page.getByRole('alert')).toBeVisible()
  await expect(page.getByLabel('E-mail')).toHaveValue('ines@harrowlight.example')
  await page.context().close()
})

test('a tab that is tapped as its scripts come is open', async ({ context }) => {
  await signIn(context, 'ines')
  const { page, release } = await openHeld(context, '/crew')
  const tab = page.getByRole('tab', { name: 'Limits', exact: true })
  await expect(tab).toBeDisabled()
  release()
  await tab.click()
  await expect(tab).toHaveAttribute('aria-selected', 'true')
  await expect(page).toHaveURL(/view=limits/)
})
