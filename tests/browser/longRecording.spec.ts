import { mkdtempSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { expect, test } from '@playwright/test'
import { makeJob, openBench, signIn } from './support'

const RATE = 10_000
const SECONDS = 600
const ROW_BYTES = 12
/** Rows of one second, which repeats: the voltages of two phases as a recorder of 2013 stores them. */
function second(isDead: (row: number) => boolean, firstRow: number): Buffer {
  const bytes = Buffer.alloc(RATE * ROW_BYTES)
  for (let row = 0; row < RATE; row++) {
    const angle = (2 * Math.PI * 50 * row) / RATE
    bytes.writeUInt32LE(firstRow + row + 1, row * ROW_BYTES)
    bytes.writeUInt32LE(firstRow + row, row * ROW_BYTES + 4)
    for (const phase of [0, 1]) {
      const volts = isDead(firstRow + row) ? 0 : 325 * Math.sin(angle - (phase * 2 * Math.PI) / 3)
      bytes.writeInt16LE(Math.round(volts / 0.0125), row * ROW_BYTES + 8 + 2 * phase)
    }
  }
  return bytes
}

test.describe('a recording of an hour', () => {
  let folder: string
  let files: string[]
  test.beforeAll(() => {
    folder = mkdtempSync(join(tmpdir(), 'awlbright-long-'))
    const isDead = (row: number) => (row >= 1_200_400 && row < 1_201_400) || (row >= 4_500_037 && row < 4_504_037)
    const whole = Buffer.concat(Array.from({ length: SECONDS }, (_, k) => second(isDead, k * RATE)))
    const configuration = [
      'House,TEST,2013',
      '2,2A,0D',
      '1,v1,A,,V,0.0125,0,0,-32767,32767,1,1,P',
      '2,v2,B,,V,0.0125,0,0,-32767,32767,1,1,P',
      '50',
      '1',
      `${RATE},${RATE * SECONDS}`,
      '01/06/2026,08:00:00.000000',
      '01/06/2026,08:00:00.000000',
      'BINARY',
      '100',
      '0,+1',
      'B,3',
    ].join('\r\n')
    files = [join(folder, 'hour.cfg'), join(folder, 'hour.dat')]
    writeFileSync(files[0] as string, configuration)
    writeFileSync(files[1] as string, whole)
    writeFileSync(join(folder, 'cut.cfg'), configuration)
    writeFileSync(join(folder, 'cut.dat'), whole.subarray(0, whole.length - 1_000_000))
  })
  test.afterAll(() => rmSync(folder, { recursive: true, force: true }))
  test.beforeEach(async ({ page, context }, { title }) => {
    await signIn(context, 'ines')
    const jobId = await makeJob(context.request, `Long, ${title}`)
    await openBench(page, jobId, '?stage=outage')
  })

  test('is looked through, its outages are listed, and the longest is opened', async ({ page }) => {
    await page.getByLabel('Recorder’s file').setInputFiles(files)
    const places = page.getByRole('group', { name: 'Places' })
    await expect(places.getByRole('button')).toHaveText(
      [
        /^2:00 min, 08:02:00: voltage lost for about (9\d|1\d\d)\s*ms/,
        /^7:30 min, 08:07:30: voltage lost for about (39\d|4\d\d)\s*ms/,
      ],
      { timeout: 60_000 },
    )
    await expect(places.getByRole('button').nth(1)).toHaveAttribute('aria-pressed', 'true')
    await expect(page.getByTestId('wave')).toHaveAccessibleName(/Gap of 400\s*ms/)
    await expect(page.getByText(/hour-07m20s\.cfg, hour-07m20s\.dat/).first()).toBeVisible()
    await places.getByRole('button').first().click()
    await expect(page.getByTestId('wave')).toHaveAccessibleName(/Gap of 100\s*ms/)
    // the file stays open from one step to the other: the return may be in it too
    await page.getByRole('button', { name: 'Return', exact: true }).click()
    await expect(page.getByTestId('wave')).toHaveAccessibleName(/Gap of 100\s*ms/)
    await page.getByRole('button', { name: 'Put the file away' }).click()
    await expect(places).toHaveCount(0)
  })

  test('that ends early is refused with what it holds, and another is read after it', async ({ page }) => {
    await page.getByLabel('Recorder’s file').setInputFiles([join(folder, 'cut.cfg'), join(folder, 'cut.dat')])
    await expect(
      page.getByRole('alert').filter({ hasText: /cut\.dat.*ends after \d+ of 6000000 samples.*Nothing was stored/ }),
    ).toBeVisible()
    await page.getByRole('button', { name: 'Close', exact: true }).click()
    await expect(page.getByText('No recording yet')).toBeVisible()
    await page.getByLabel('Recorder’s file').setInputFiles(files)
    await expect(page.getByTestId('wave')).toHaveAccessibleName(/Gap of 400\s*ms/, { timeout: 60_000 })
  })
})
