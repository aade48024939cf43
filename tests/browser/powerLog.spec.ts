import { fileURLToPath } from 'node:url'
import { type Page, expect, test } from '@playwright/test'
import { readyForFirstLive } from '../support/house'
import { asFullTest, makeJob, openBench, signIn } from './support'

const folder = fileURLToPath(new URL('../reference/traces/', import.meta.url))
const sheet = (page: Page) => page.getByRole('region', { name: 'From a power log' })
const choose = (page: Page, file: string) =>
  page.getByLabel('Power log', { exact: true }).setInputFiles(`${folder}${file}`)

async function judge(page: Page, kind: string, fromS: number, toS: number): Promise<void> {
  await page.getByLabel('Kind of test').selectOption(kind)
  await page.getByLabel('Test begins at, in seconds').fill(String(fromS))
  await page.getByLabel('Test ends at, in seconds').fill(String(toS))
  await page.getByRole('button', { name: 'Judge it' }).click()
}

test.describe('a power log', () => {
  let jobId: string
  test.beforeEach(async ({ page, context }, { title }) => {
    await signIn(context, 'ines')
    jobId = await makeJob(context.request, `Log, ${title.slice(0, 40)}`)
    await openBench(page, jobId, '?stage=settings')
  })

  test('is read as its own words say, its signs put right, and remembered for the next file', async ({ page }) => {
    await choose(page, 'n1-surplus-cover.csv')
    await expect(page.getByLabel('Column of the time')).toHaveValue('Zeitpunkt')
    await expect(page.getByLabel('Decimal mark')).toHaveValue(',')
    // this meter counts charging as positive, which no header says
    await page.getByLabel('Direction of Battery (discharge +)').selectOption('-1')
    await page.getByRole('button', { name: 'Read it so' }).click()
    await judge(page, 'surplus', 120, 480)
    await judge(page, 'surplus', 520, 690)
    const tests = page.getByRole('region', { name: 'Working tests' })
    await expect(tests.getByText(/40\.\d+\sW went to the street in the worst minute/)).toBeVisible()
    await expect(tests.getByText('Proven')).toBeVisible()
    // this job plans no charging limit to hold what was left over against
    await expect(tests.getByText(/charging limit is not in the plan/)).toBeVisible()
    await expect(tests.getByText('Open', { exact: true })).toBeVisible()
    await page.getByRole('button', { name: 'Take out test 2' }).click()
    await expect(tests.getByText(/charging limit is not in the plan/)).toBeHidden()
    await openBench(page, jobId, '?stage=settings')
    await choose(page, 'n1-surplus-cover.csv')
    await judge(page, 'surplus', 120, 480)
    await expect(page.getByRole('region', { name: 'Working tests' }).getByText('Proven')).toBeVisible()
  })

  test('proves a working test of a full test by its worst minute, recorded from there', async ({ page }) => {
    await asFullTest(page.request, jobId, readyForFirstLive)
    await openBench(page, jobId, '?stage=settings')
    await choose(page, 'n1-surplus-cover.csv')
    await page.getByLabel('Direction of Battery (discharge +)').selectOption('-1')
    await page.getByRole('button', { name: 'Read it so' }).click()
    await judge(page, 'cover', 760, 1000)
    const tests = page.getByRole('region', { name: 'Working tests', exact: true })
    await tests.getByRole('button', { name: 'Record it' }).click()
    await expect(tests.getByRole('status')).toHaveText('recorded')
    await expect(
      page.getByRole('button', { name: /^Proven A load above PV is covered by the battery/ }).first(),
    ).toBeVisible()
    // watched live on the practice house, the same test is judged and not recorded
    const live = page.getByRole('region', { name: 'Working tests, live' })
    await live.getByRole('button', { name: 'Watch it' }).first().click()
    await expect(live.getByRole('status', { name: /^Watching: A load above PV/ })).toContainText(/\d+ of 90 s/, {
      timeout: 15_000,
    })
    await live.getByRole('button', { name: 'Leave it' }).click()
    await expect(live.getByRole('status')).toHaveCount(0)
  })

  test('shows an outage with its steps, its trip and its return', async ({ page }) => {
    await openBench(page, jobId, '?stage=outage')
    await choose(page, 'log1-steps-trip.csv')
    await page.getByRole('button', { name: 'Read it so' }).click()
    await expect(sheet(page).getByText(/dead for 4\ss, to a row of 1\ss: a pause \(grade B\)/)).toBeVisible()
    await expect(sheet(page).getByText(/gave up at 6\.8\d*\skW.*by itself/)).toBeVisible()
    await expect(page.getByRole('table', { name: 'Steps of the load' }).getByRole('row')).toHaveCount(9)
  })

  test('that cannot be read so says why, and what there is instead', async ({ page }) => {
    await choose(page, 'n2-forced.csv')
    await page.getByLabel('Zone of the time').fill('Europe/Atlantis')
    await page.getByLabel('Form of the time').fill('yyyy-MM-dd HH:mm:ss')
    await page.getByRole('button', { name: 'Read it so' }).click()
    await expect(sheet(page).getByText(/no zone “Europe\/Atlantis”/)).toBeVisible()
    await page.getByLabel('Zone of the time').fill('')
    await page.getByRole('button', { name: 'Read it so' }).click()
    await expect(sheet(page).getByText(/Fewer than two rows have a time/)).toBeVisible()
    await page.getByLabel('Form of the time').fill('iso-offset')
    await page.getByRole('button', { name: 'Read it so' }).click()
    await expect(page.getByRole('region', { name: 'Working tests' })).toBeVisible()
  })
})
