import { expect, test } from '@playwright/test'
import { unzipSync, zipSync } from 'fflate'

const link = () => process.env.AWLBRIGHT_TEST_LINK ?? ''

test('the customer reads their page on a phone without a sign-in, and nothing scrolls sideways', async ({
  browser,
}) => {
  const page = await browser.newPage({ viewport: { width: 390, height: 844 } })
  await page.goto(link())
  await expect(page.getByRole('heading', { name: 'Nettle Point' })).toBeVisible()
  await expect(page.getByText('3 of 4 promises were shown on the day')).toBeVisible()
  await expect(page.getByText('Worked out, not measured: nobody has run the battery down.')).toBeVisible()
  await expect(page.getByText('touch nothing metal').first()).toBeVisible()
  expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBe(390)
  await page.close()
})

test('a token nobody made opens nothing, and neither does the pack behind it', async ({ page }) => {
  await page.goto(`/c/${'a'.repeat(32)}`)
  await expect(page.getByRole('heading', { name: 'This link does not work' })).toBeVisible()
  for (const token of ['a'.repeat(32), '..%2f..%2fetc', 'x'.repeat(5000)])
    expect((await page.request.get(`/c/${token}/pack`)).status()).toBe(404)
})

test('a download that broke off goes on where it stopped, and only of the same file', async ({ request }) => {
  const path = `${link()}/pack`
  const whole = await request.get(path)
  const bytes = await whole.body()
  const { etag = '', 'accept-ranges': takes } = whole.headers()
  expect([whole.status(), takes]).toEqual([200, 'bytes'])
  const rest = await request.get(path, { headers: { range: 'bytes=1000-', 'if-range': etag } })
  expect([rest.status(), rest.headers()['content-range']]).toEqual([
    206,
    `bytes 1000-${bytes.length - 1}/${bytes.length}`,
  ])
  expect(Buffer.compare(await rest.body(), bytes.subarray(1000))).toBe(0)
  const other = await request.get(path, { headers: { range: 'bytes=1000-', 'if-range': '"another"' } })
  expect([other.status(), (await other.body()).length]).toEqual([200, bytes.length])
  expect((await request.get(path, { headers: { range: `bytes=${bytes.length}-` } })).status()).toBe(416)
})

test('the verifier finds a pack whole, and names the file that was changed', async ({ page }) => {
  await page.goto(link())
  const download = page.waitForEvent('download')
  await page.getByRole('link', { name: 'Download the pack' }).click()
  const path = await (await download).path()
  const { readFile } = await import('node:fs/promises')
  const zip = new Uint8Array(await readFile(path))
  await page.goto('/verify')
  const check = async (bytes: Uint8Array) =>
    page
      .getByLabel('Sealed pack')
      .setInputFiles({ name: 'pack.zip', mimeType: 'application/zip', buffer: Buffer.from(bytes) })
  await check(zip)
  await expect(page.getByRole('heading', { name: 'Nothing was changed' })).toBeVisible()
  await expect(page.getByText('this server’s own')).toBeVisible()
  const files = unzipSync(zip)
  await check(zipSync({ ...files, 'readings.csv': new TextEncoder().encode('id,point\n') }))
  await expect(page.getByRole('heading', { name: 'This pack was changed' })).toBeVisible()
  await expect(page.getByText('readings.csv was changed after sealing.')).toBeVisible()
  await check(new TextEncoder().encode('not a zip'))
  await expect(page.getByText('The pack cannot be unpacked')).toBeVisible()
})
