import { readFileSync } from 'node:fs'
import { fileURLToPath } from 'node:url'
import { expect, test } from '@playwright/test'
import { bytesOf, makeJob, openBench, signIn } from './support'

const folder = fileURLToPath(new URL('../reference/traces/', import.meta.url))
const FORMS: readonly (readonly [name: string, files: readonly string[]])[] = [
  ['COMTRADE 1999 ASCII', ['c1-single-12ms-1999-ascii.cfg', 'c1-single-12ms-1999-ascii.dat']],
  ['COMTRADE 1999 BINARY', ['c1-single-12ms-1999-binary.cfg', 'c1-single-12ms-1999-binary.dat']],
  ['COMTRADE 2013 BINARY32', ['c1-single-12ms-2013-binary32.cfg', 'c1-single-12ms-2013-binary32.dat']],
  ['COMTRADE 2013 FLOAT32', ['c1-single-12ms-2013-float32.cfg', 'c1-single-12ms-2013-float32.dat']],
  ['COMTRADE 2013 single file', ['c1-single-12ms-2013.cff']],
  ['CSV', ['c1-single-12ms.csv']],
]

test.describe('the outage bench', () => {
  let jobId: string
  test.beforeEach(async ({ page, context }, { title }) => {
    await signIn(context, 'tobin')
    const lead = await page.context().browser()!.newContext({ baseURL: process.env.AWLBRIGHT_TEST_URL })
    await signIn(lead, 'ines')
    jobId = await makeJob(lead.request, `Recording, ${title}`)
    await lead.close()
    await openBench(page, jobId, '?stage=outage')
  })

  test('reads every form a recorder writes, and stores none of them while the hold stands', async ({
    page,
    context,
  }) => {
    for (const [name, files] of FORMS) {
      await page.getByLabel('Recorder’s file').setInputFiles(files.map((file) => folder + file))
      await expect(page.getByTestId('wave'), name).toHaveAccessibleName(/Gap of (11\.\d|12(\.\d)?).ms/)
      await expect(page.getByText('unnoticed', { exact: true })).toBeVisible()
      await expect(page.getByRole('button', { name: 'Store as evidence' })).toBeDisabled()
      await page.getByRole('button', { name: 'Put it away' }).click()
      await expect(page.getByText('No recording yet')).toBeVisible()
    }
    const response = await context.request.post(`/api/jobs/${jobId}/recordings`, {
      headers: { 'sec-fetch-site': 'same-origin' },
      multipart: {
        readingId: '018f0000-0000-7000-8000-00000000f001',
        pointKey: 'outage.gap',
        recordedAt: new Date().toISOString(),
        file: { name: 'c1.csv', mimeType: 'text/csv', buffer: readFileSync(`${folder}c1-single-12ms.csv`) },
      },
    })
    expect([response.status(), ((await response.json()) as { message: string }).message]).toEqual([
      409,
      expect.stringMatching(/^Not stored\. First live is held/),
    ])
  })

  test('zooms by buttons and keys, and shows the whole', async ({ page }) => {
    await page.getByLabel('Recorder’s file').setInputFiles(`${folder}c5-dip-then-gap.csv`)
    const wave = page.getByTestId('wave')
    await expect(wave).toHaveAccessibleName(/Gap of 3\d(\.\d)?.ms/)
    const ticks = () => wave.locator('text').allTextContents()
    const near = await ticks()
    await page.getByRole('button', { name: 'The whole', exact: true }).click()
    await expect.poll(ticks).not.toEqual(near)
    const far = await ticks()
    await page.getByRole('group', { name: /^Wave: arrow keys/ }).press('+')
    await expect.poll(ticks).not.toEqual(far)
    await wave.hover()
    await page.mouse.wheel(0, -400)
    await page.getByRole('button', { name: 'The gap', exact: true }).click()
    await expect.poll(ticks).toEqual(near)
  })

  test('measures between two cursors, goes along the minimap, and saves a part that reads back', async ({ page }) => {
    await page.getByLabel('Recorder’s file').setInputFiles(`${folder}c5-dip-then-gap.csv`)
    const wave = page.getByTestId('wave')
    await wave.click({ position: { x: 200, y: 60 } })
    const cursors = page.getByRole('region', { name: 'Cursors' })
    await expect(cursors).toContainText(/A at [\d.]+\s*ms/)
    await expect(cursors).not.toContainText('A to B')
    await wave.click({ position: { x: 300, y: 60 } })
    await expect(cursors).toContainText(/A to B: [\d.]+\s*m?s, [\d.]+ cycles/)
    await page.getByRole('button', { name: 'Take the cursors away' }).click()
    await expect(cursors).toHaveCount(0)

    const strip = page.getByTestId('minimap')
    const before = await strip.getAttribute('aria-label')
    await strip.click({ position: { x: 80, y: 15 } })
    await expect(strip).not.toHaveAttribute('aria-label', before ?? '')
    await page.getByRole('button', { name: 'The gap', exact: true }).click()

    const save = async (form: string) => {
      await page.getByRole('button', { name: 'Save what is shown' }).click()
      const download = page.waitForEvent('download')
      await page.getByRole('menuitem', { name: form }).click()
      return bytesOf(await download)
    }
    expect((await save('Picture (SVG)')).toString()).toMatch(/^<svg.*xmlns=.*<path/s)
    expect((await save('Picture (PNG)')).subarray(1, 4).toString()).toBe('PNG')
    expect((await save('CSV')).toString()).toMatch(/^time_s,v1_V/)
    await page.getByRole('button', { name: 'The whole', exact: true }).click()
    const part = await save('COMTRADE (.cff)')
    await page
      .getByLabel('Recorder’s file')
      .setInputFiles({ name: 'part.cff', mimeType: 'application/octet-stream', buffer: part })
    await expect(page.getByText(/part\.cff/).first()).toBeVisible()
    await expect(wave).toHaveAccessibleName(/Gap of 3\d(\.\d)?.ms/)
  })

  test('shows frequency and power under the wave, on its time axis, and at the cursors', async ({ page }) => {
    await page.getByLabel('Recorder’s file').setInputFiles(`${folder}d3-motor-start.cff`)
    const wave = page.getByTestId('wave')
    await expect(wave.locator('[data-lane]')).toHaveText([/Frequency.*v1/, /Power, by the clamp’s arrow.*i1/])
    await page.getByRole('button', { name: 'The whole', exact: true }).click()
    await wave.click({ position: { x: 300, y: 60 } })
    const cursors = page.getByRole('region', { name: 'Cursors' })
    await expect(cursors).toContainText(/(49|50)(\.\d+)?\s*Hz/)
    await expect(cursors).toContainText(/\d+(\.\d+)?\s*W/)

    // a recorder without a clamp has no power to show
    await page
      .getByLabel('Recorder’s file')
      .setInputFiles(['d8-nothing.cfg', 'd8-nothing.dat'].map((name) => `${folder}${name}`))
    await expect(wave.locator('[data-lane]')).toHaveText([/Frequency/])
  })

  test('shows the return of the street on one lane, numbered', async ({ page }) => {
    await page
      .getByLabel('Recorder’s file')
      .setInputFiles(['d5-return-35ms.cfg', 'd5-return-35ms.dat'].map((name) => `${folder}${name}`))
    const lane = page.getByRole('region', { name: 'The return' })
    await expect(lane).toContainText('the house is on the street again')
    await expect(lane).toContainText(/second gap of 3\d(\.\d)?\s*ms/)
    await expect(lane.locator('[data-stretch]')).toHaveCount(3)
    await page.getByLabel('Recorder’s file').setInputFiles(`${folder}c5-dip-then-gap.csv`)
    await expect(lane).toHaveCount(0)
  })

  test('says what is wrong with a file and where, and goes on working', async ({ page }) => {
    const bad = async (name: string, content: string | Buffer, message: RegExp) => {
      await page
        .getByLabel('Recorder’s file')
        .setInputFiles({ name, mimeType: 'text/plain', buffer: Buffer.from(content) })
      await expect(page.getByRole('alert').filter({ hasText: message })).toBeVisible()
      await page.getByRole('button', { name: 'Close', exact: true }).click()
    }
    await bad('gap.csv', 'time_s,v1_V\n0,1\n0.0001,abc\n', /gap\.csv, line 3.*Nothing was stored/)
    await bad('gap.cfg', 'x', /its \.dat file is missing/)
    await bad('gap.cff', readFileSync(`${folder}c6-return.cff`).subarray(0, 1500), /gap\.cff/)
    await bad('photo.jpg', 'x', /this kind of file is not read/)
    await page.getByLabel('Recorder’s file').setInputFiles(`${folder}c8-irregular.csv`)
    await expect(page.getByTestId('wave')).toHaveAccessibleName(/Gap of 2\d(\.\d)?.ms/)
  })

  test('lays recordings and a log on one time line, by clock, by event, and moved by hand', async ({ page }) => {
    await page.getByRole('tab', { name: 'Time line' }).click()
    await expect(page.getByText('Nothing to lay side by side yet')).toBeVisible()
    const files = page.getByLabel('Recordings and logs')
    await files.setInputFiles([
      ...['c2-single-400ms.cfg', 'c2-single-400ms.dat', 'c5-dip-then-gap.csv', 'log1-steps-trip.csv'].map((name) => ({
        name,
        mimeType: 'application/octet-stream',
        buffer: readFileSync(`${folder}${name}`),
      })),
      { name: 'photo.jpg', mimeType: 'image/jpeg', buffer: Buffer.from('x') },
    ])
    // what cannot be read is named, and keeps the rest from nothing
    await expect(page.getByRole('alert').filter({ hasText: 'photo.jpg' })).toContainText('The rest was read.')
    await expect(page.getByTestId('time-line')).toHaveAccessibleName(/c2-single-400ms.*log1-steps-trip/)
    const row = (name: string) => page.locator(`[data-track*="${name}"]`)
    // a CSV of samples has no clock: it lies where the supply leaves, and says so
    await expect(row('c5-dip')).toContainText('laid on the supply leaving')
    await page.getByRole('button', { name: 'By a common event' }).click()
    await expect(row('log1')).toContainText('laid on the supply leaving')
    // moved by hand, the lane goes along
    const picture = page.getByTestId('time-line')
    const before = await picture.innerHTML()
    await row('log1').getByRole('spinbutton').fill('2.5')
    await expect.poll(() => picture.innerHTML()).not.toBe(before)
    await page.getByRole('button', { name: 'Around the cut' }).click()
    await expect(page.getByTestId('time-line')).toContainText('left')
    await row('c5-dip').getByRole('button', { name: /^Take/ }).click()
    await expect(row('c5-dip')).toHaveCount(0)
  })
})
