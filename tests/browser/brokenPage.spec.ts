import { type BrowserContext, expect, test } from '@playwright/test'
import { LAMP_KEY } from '@/look/lampScript'
import { palette } from '@/look/palette'
import { signIn } from './support'

// what cannot be had is the network's fault here, and no worker stands between
test.use({ serviceWorkers: 'block' })

/** The one script of the page, among those that it is sent with, that holds some words. */
async function scriptWith(context: BrowserContext, words: string): Promise<string> {
  const html = await (await context.request.get('/')).text()
  const scripts = [...new Set(html.match(/\/_next\/static\/chunks\/[\w.~-]+\.js/g))]
  for (const script of scripts) if ((await (await context.request.get(script)).text()).includes(words)) return script
  throw new Error(`no script of the page holds “${words}”`)
}

/** A colour as a browser says it. `#ff0000` → `rgb(255, 0, 0)` */
const cssOf = (hex: string) => `rgb(${[1, 3, 5].map((at) => parseInt(hex.slice(at, at + 2), 16)).join(', ')})`

test('a page whose script did not arrive shows what was recorded, and says what it lacks', async ({
  page,
  context,
}) => {
  await signIn(context, 'ines')
  const script = await scriptWith(context, 'Nothing is held')
  await page.route(`**${script}*`, (route) => route.abort('connectionreset'))
  await page.goto('/')
  await expect(page.getByRole('alert')).toContainText('Part of this page did not arrive')
  await expect(page.getByText('Tidewrack House').first()).toBeVisible()
  await expect(page.getByRole('button', { name: 'New job' })).toBeDisabled()
  await expect(page.getByRole('alert')).toHaveCSS('background-color', cssOf(palette.paper.stopSoft))

  await page.evaluate((key) => localStorage.setItem(key, 'on'), LAMP_KEY)
  await page.reload()
  await expect(page.getByRole('alert')).toHaveCSS('background-color', cssOf(palette.lamp.stopSoft))
})

test('a page that could not be made asks for itself again, a few times, and then leaves it to a person', async ({
  page,
  context,
}) => {
  await page.clock.install()
  await signIn(context, 'ines')
  const script = await scriptWith(context, '/sw.js')
  let asked = 0
  await page.route('**/', (route) => {
    asked++
    return route.continue()
  })
  await page.route(`**${script}*`, (route) => route.abort('connectionreset'))
  await page.goto('/')
  const title = page.getByRole('heading', { name: 'The page could not be made' })
  for (const waitS of [3, 10, 30]) {
    await expect(title).toBeVisible()
    await page.clock.runFor(1000)
    await expect(page.getByText(`It tries again by itself in ${waitS - 1} s.`)).toBeVisible()
    await page.clock.runFor((waitS - 1) * 1000)
    await expect(page.getByText('It tries again')).toBeHidden()
  }
  await expect(title).toBeVisible()
  await page.clock.runFor(60_000)
  expect(asked).toBe(4)

  await page.unroute(`**${script}*`)
  await page.getByRole('link', { name: 'Try again now' }).click()
  await expect(page.getByText('Tidewrack House').first()).toBeVisible()
  await expect(page.getByRole('button', { name: 'New job' })).toBeEnabled()
})
