import { readFileSync } from 'node:fs'
import { fileURLToPath } from 'node:url'
import { type Page, expect, test } from '@playwright/test'
import type { FilmGap } from '../../src/core/outage/filmGap'
import { ledger, makeJob, openBench, signIn } from './support'

const folder = fileURLToPath(new URL('../reference/films/', import.meta.url))

interface Film {
  id: string
  file: string
  lamp: 'filament' | 'led'
  size: [width: number, height: number]
  patch: [x: number, y: number, width: number, height: number]
  frames: number
  expected: FilmGap
}
const { films } = JSON.parse(readFileSync(`${folder}truth.json`, 'utf8')) as { films: Film[] }

const WORDS: Readonly<Record<string, RegExp>> = {
  noDrop: /Nothing is claimed/,
  holdsLight: /takes too long to go dark/,
  led: /does not follow the supply/,
}

/** Puts the square on the lamp as a finger does, and makes it about as large as the lamp. */
async function chooseLamp(page: Page, { size, patch, lamp }: Film): Promise<void> {
  const picture = page.getByRole('application')
  await picture.scrollIntoViewIfNeeded()
  const scale = (await picture.boundingBox())!.width / size[0]
  // a place of the picture, not of the screen: what lies above it may still be coming
  await picture.click({ position: { x: (patch[0] + patch[2] / 2) * scale, y: (patch[1] + patch[3] / 2) * scale } })
  await page.getByRole('button', { name: lamp === 'led' ? 'an LED' : 'a lamp with a filament' }).click()
}

/** A frame at 25 a second, the slowest of them. */
const FRAME_S = 0.041

const filmSheet = (page: Page) => page.getByRole('region', { name: 'From a film of a lamp' })

test.describe('a gap from a film', () => {
  test.beforeEach(async ({ page, context }, { title }) => {
    await signIn(context, 'ines')
    await openBench(page, await makeJob(context.request, `Film, ${title.slice(0, 40)}`), '?stage=outage')
  })

  for (const film of films)
    test(`${film.id} says what it can`, async ({ page }) => {
      test.setTimeout(120_000)
      await page.getByLabel('Film of a lamp', { exact: true }).setInputFiles(folder + film.file)
      await chooseLamp(page, film)
      await page.getByRole('button', { name: 'Read every frame' }).click()
      const chart = page.getByRole('img', { name: /^Brightness of the lamp/ })
      await expect(chart).toBeVisible({ timeout: 100_000 })
      const { lastLitS, firstRelitS, reason } = film.expected
      const said = /in (\d+) frames(?:, last lit at ([\d.]+) s, lit again at ([\d.]+) s)?/.exec(
        (await chart.getAttribute('aria-label')) ?? '',
      )
      expect(Number(said?.[1])).toBe(film.frames)
      if (reason !== null) await expect(filmSheet(page).getByText(WORDS[reason]!)).toBeVisible()
      // the square of a finger is not the lamp's own: a frame to either side
      if (lastLitS !== null) expect(Math.abs(Number(said?.[2]) - lastLitS)).toBeLessThanOrEqual(FRAME_S)
      if (firstRelitS !== null) expect(Math.abs(Number(said?.[3]) - firstRelitS)).toBeLessThanOrEqual(FRAME_S)
    })

  /** From the `from`th frame on that is waited for, every `every`th comes late, or never. */
  const slowDown = (page: Page, slow: { from: number; every: number; lateMs: number | null }) =>
    page.evaluate(({ from, every, lateMs }) => {
      const real = HTMLVideoElement.prototype.requestVideoFrameCallback
      let waited = 0
      HTMLVideoElement.prototype.requestVideoFrameCallback = function (shown) {
        waited++
        const late = waited >= from && waited % every === 0
        return real.call(this, (now, facts) => {
          if (!late) shown(now, facts)
          else if (lateMs !== null) setTimeout(() => shown(now, facts), lateMs)
        })
      }
    }, slow)

  test('loses no frame on a device that is slow', async ({ page }) => {
    test.setTimeout(120_000)
    const film = films.find(({ id }) => id.startsWith('f1-'))!
    await page.getByLabel('Film of a lamp', { exact: true }).setInputFiles(folder + film.file)
    await chooseLamp(page, film)
    await slowDown(page, { from: 5, every: 40, lateMs: 3000 })
    await page.getByRole('button', { name: 'Read every frame' }).click()
    const chart = page.getByRole('img', { name: new RegExp(`^Brightness of the lamp.* in ${film.frames} frames`) })
    await expect(chart).toBeVisible({ timeout: 100_000 })
  })

  test('is given up where the device shows no frame in the middle of it, and nothing is kept', async ({ page }) => {
    const film = films.find(({ id }) => id.startsWith('f1-'))!
    await page.getByLabel('Film of a lamp', { exact: true }).setInputFiles(folder + film.file)
    await chooseLamp(page, film)
    await slowDown(page, { from: 20, every: 1, lateMs: null })
    await page.getByRole('button', { name: 'Read every frame' }).click()
    await expect(filmSheet(page).getByText(/shows no frame at [\d.]+ s of the film/)).toBeVisible({ timeout: 60_000 })
  })

  test('is kept once somebody has seen both frames, and is no proof', async ({ page }) => {
    const film = films.find(({ id }) => id.startsWith('f1-'))!
    await page.getByLabel('Film of a lamp', { exact: true }).setInputFiles(folder + film.file)
    await chooseLamp(page, film)
    await page.getByRole('button', { name: 'Read every frame' }).click()
    await expect(filmSheet(page).getByRole('img', { name: 'last lit', exact: true })).toBeVisible({ timeout: 60_000 })
    await page.getByRole('button', { name: 'I see it lit in both: keep it' }).click()
    // no hold is released in an empty job: both bounds are asked about
    for (let asked = 0; asked < 2; asked++) await page.getByRole('button', { name: 'Record it all the same' }).click()
    await expect(page.getByText('Kept, grade C.')).toBeVisible()
    await expect(ledger(page).getByText(/Grade C, from a film or a stopwatch/)).toBeVisible()
  })

  /** The film that many times slower, by the units its file counts time in: minutes long, with the same frames. */
  const slower = (bytes: Buffer, times: number): Buffer => {
    const slow = Buffer.from(bytes)
    // version and flags, two dates, then how many units a second has
    for (const box of ['mvhd', 'mdhd']) {
      const at = slow.indexOf(box) + 4 + 4 + 8
      slow.writeUInt32BE(slow.readUInt32BE(at) / times, at)
    }
    return slow
  }

  test('that is longer than a minute is read from the moment somebody chose', async ({ page }) => {
    test.setTimeout(180_000)
    const film = films.find(({ id }) => id.startsWith('f1-'))!
    await page.getByLabel('Film of a lamp', { exact: true }).setInputFiles({
      name: 'long.mp4',
      mimeType: 'video/mp4',
      buffer: slower(readFileSync(folder + film.file), 25),
    })
    const begin = filmSheet(page).getByRole('slider', { name: /^The minute that is read begins at/ })
    await expect(filmSheet(page).getByText(/a minute of it is read/)).toBeVisible()
    await begin.fill('20')
    await expect(filmSheet(page).getByText(/from 20\.0\s*s to /)).toBeVisible()
    await expect(page.getByRole('application')).toHaveAccessibleName(/^First frame of the minute/)
    await chooseLamp(page, film)
    await page.getByRole('button', { name: 'Read every frame' }).click()
    const chart = page.getByRole('img', { name: /^Brightness of the lamp/ })
    await expect(chart).toBeVisible({ timeout: 100_000 })
    const said = (await chart.getAttribute('aria-label')) ?? ''
    expect(Number(/in (\d+) frames/.exec(said)?.[1])).toBe(61)
    // as slow as this film is made, its lamp glows for seconds
    await expect(filmSheet(page).getByText(WORDS.holdsLight!)).toBeVisible()
    // begun while the lamp is dark, it never falls: what came before is not looked at
    await page.getByRole('button', { name: 'Choose the lamp again' }).click()
    await begin.fill('46')
    await expect(filmSheet(page).getByText(/from 46\.0\s*s to /)).toBeVisible()
    await chooseLamp(page, film)
    await page.getByRole('button', { name: 'Read every frame' }).click()
    await expect(filmSheet(page).getByText(WORDS.noDrop!)).toBeVisible({ timeout: 60_000 })
  })

  /** A film of a white lamp in a dark room that goes out for half a second, recorded by the browser itself. */
  const filmOfWhiteLamp = (page: Page): Promise<number[]> =>
    page.evaluate(async () => {
      const canvas = document.createElement('canvas')
      canvas.width = 320
      canvas.height = 240
      const context = canvas.getContext('2d')!
      const recorder = new MediaRecorder(canvas.captureStream(30), { mimeType: 'video/webm;codecs=vp8' })
      const pieces: Blob[] = []
      recorder.ondataavailable = ({ data }) => pieces.push(data)
      const ended = new Promise((done) => (recorder.onstop = done))
      recorder.start()
      const began = performance.now()
      await new Promise<void>((done) => {
        const draw = () => {
          const ms = performance.now() - began
          const isLit = ms < 1000 || ms > 1500
          context.fillStyle = '#080808'
          context.fillRect(0, 0, 320, 240)
          context.fillStyle = isLit ? '#ffffff' : '#101010'
          context.fillRect(80, 40, 160, 160)
          // its light on the wall
          context.fillStyle = isLit ? '#808080' : '#101010'
          context.fillRect(0, 0, 60, 240)
          if (ms < 2500) requestAnimationFrame(draw)
          else done()
        }
        draw()
      })
      recorder.stop()
      await ended
      return [...new Uint8Array(await new Blob(pieces).arrayBuffer())]
    })

  test('of a lamp as bright as the film can show says nothing of it, and its light on the wall does', async ({
    page,
  }) => {
    test.setTimeout(120_000)
    const buffer = Buffer.from(await filmOfWhiteLamp(page))
    await page
      .getByLabel('Film of a lamp', { exact: true })
      .setInputFiles({ name: 'white.webm', mimeType: 'video/webm', buffer })
    await expect(filmSheet(page).getByText(/^The square is as bright as the film can show/)).toBeVisible()
    await page.getByRole('button', { name: 'Read every frame' }).click()
    await expect(filmSheet(page).getByText(/the gap would look shorter than it was/)).toBeVisible({ timeout: 60_000 })
    await expect(page.getByRole('button', { name: 'I see it lit in both: keep it' })).toHaveCount(0)
    await page.getByRole('button', { name: 'Choose the lamp again' }).click()
    const picture = page.getByRole('application')
    await picture.scrollIntoViewIfNeeded()
    const box = (await picture.boundingBox())!
    await picture.click({ position: { x: 0.09 * box.width, y: 0.5 * box.height } })
    await expect(filmSheet(page).getByText(/^The square is as bright as the film can show/)).toHaveCount(0)
    await page.getByRole('button', { name: 'Read every frame' }).click()
    await expect(filmSheet(page).getByRole('img', { name: 'last lit', exact: true })).toBeVisible({ timeout: 60_000 })
  })

  test('that is no film says so and what to do', async ({ page }) => {
    await page
      .getByLabel('Film of a lamp', { exact: true })
      .setInputFiles({ name: 'film.mov', mimeType: 'video/quicktime', buffer: Buffer.from('not a film at all') })
    await expect(filmSheet(page).getByText(/cannot decode the film.*H\.264/)).toBeVisible()
  })
})
