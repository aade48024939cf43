import { expect, test } from '@playwright/test'
import { aPicture, makeJob, openBench, signIn } from './support'

test('equipment is entered once, revised, and taken into a job; a figure nobody knows stays open there', async ({
  page,
  context,
}) => {
  await signIn(context, 'ines')
  const name = `Brindle ${Date.now() % 100_000}`
  await page.goto('/crew?view=equipment')
  await page.getByRole('button', { name: 'Add equipment' }).click()
  const form = page.getByRole('dialog')
  await form.getByLabel('Name').fill(name)
  await form.getByRole('button', { name: 'Add it to the library' }).click()
  await expect(form.getByText('Model is missing')).toBeVisible()
  await form.getByLabel('Model').fill('Brindle 6')
  await form.getByRole('textbox', { name: 'AC rating' }).fill('6 kA')
  await form.getByRole('button', { name: 'Add it to the library' }).click()
  await expect(form.getByRole('textbox', { name: 'AC rating' })).toHaveAttribute('aria-invalid', 'true')
  await form.getByRole('textbox', { name: 'AC rating' }).fill('6,2 kW')
  await form.getByRole('button', { name: 'Add it to the library' }).click()

  // the sheet of the new piece opens: a document, and another revision
  await form.getByLabel('What it is').fill('Plate')
  await form.getByLabel('File (PDF or picture)').setInputFiles({
    name: 'plate.txt',
    mimeType: 'text/plain',
    buffer: Buffer.from('words'),
  })
  await form.getByRole('button', { name: 'Add the document' }).click()
  await expect(form.getByText(/PDF or a picture/)).toBeVisible()
  await form.getByLabel('File (PDF or picture)').setInputFiles(await aPicture('plate.jpg'))
  await form.getByRole('button', { name: 'Add the document' }).click()
  const saved = page.waitForEvent('download')
  await form.getByRole('link', { name: 'Save Plate' }).click()
  expect((await saved).suggestedFilename()).toBe('plate.jpg')

  const jobId = await makeJob(context.request, `House of ${name}`)
  await openBench(page, jobId, '?stage=survey&view=sources')
  await page.getByRole('button', { name: 'From the library' }).click()
  const take = page.getByRole('dialog')
  await take.getByLabel('Equipment').selectOption({ label: `inverter: ${name}` })
  await take.getByLabel('How many').fill('none')
  await expect(take.getByText(/Say how many/)).toBeVisible()
  await expect(take.getByRole('button', { name: 'Take it into this job' })).toBeDisabled()
  await take.getByLabel('How many').fill('1')
  await expect(take.getByRole('list', { name: 'What it does' })).toContainText('battery side Open')
  await take.getByRole('button', { name: 'Take it into this job' }).click()
  await expect(page.getByText(/AC 6\.2.kW · surge open/)).toBeVisible()
  await openBench(page, jobId, '?stage=fit&view=mounted')
  await expect(page.getByText(name).first()).toBeVisible()

  // a newer revision is told where the older one was taken
  await page.goto('/crew?view=equipment')
  await page.getByRole('button', { name: `Open ${name}` }).click()
  await form.getByRole('textbox', { name: 'AC rating' }).fill('5.8 kW')
  await form.getByRole('button', { name: 'Save as revision 2' }).click()
  await expect(form.getByRole('region', { name: 'Revisions' })).toContainText(/AC rating: 6\.2.kW → 5\.8.kW/)
  await openBench(page, jobId, '?stage=survey&view=sources')
  await expect(page.getByText(/The library has other figures by now/)).toContainText(/6\.2.kW → 5\.8.kW/)
  await expect(page.getByText(/AC 6\.2.kW · surge open/)).toBeVisible()

  await page.goto('/crew?view=equipment')
  await page.getByRole('button', { name: `Open ${name}` }).click()
  await form.getByRole('button', { name: `Lay ${name} aside` }).click()
  await form.getByRole('button', { name: 'Lay aside', exact: true }).click()
  await expect(form.getByText(/Laid aside; jobs that took it keep it/)).toBeVisible()
  await page.keyboard.press('Escape')
  await expect(page.getByRole('table', { name: 'Equipment laid aside' })).toContainText(name)
})

test('a price list makes an estimate that counts nothing without a price', async ({ page, context }) => {
  await signIn(context, 'ines')
  await page.goto('/crew?view=prices')
  await page.getByRole('button', { name: 'Add a line' }).click()
  const line = page.getByRole('group', { name: /^Line \d+$/ })
  await line.getByPlaceholder('Material or model').fill('Gland for 25 mm² cable')
  await page.getByRole('button', { name: 'Save the price list' }).click()
  await expect(page.getByText(/look at the marked places/)).toBeVisible()
  const priced = page.getByRole('group', { name: 'Gland for 25 mm² cable' })
  await priced.getByPlaceholder('From').fill('7,50')
  await page.getByRole('button', { name: 'Save the price list' }).click()
  await expect(page.getByText(/Estimates are reckoned with it/)).toBeVisible()
  await page.goto('/jobs/018f0000-0000-7000-8000-000000000101?stage=plan&view=money')
  const row = page.getByRole('table', { name: 'Estimate by line' }).getByRole('row', { name: /Gland for 25/ })
  await expect(row).toContainText('30')
  await expect(page.getByRole('status', { name: 'Estimate' })).toContainText(/At least .* have no amount yet/)
  const payback = page.getByRole('status', { name: 'Payback' })
  await expect(payback).toContainText(/at least [\d.]+ to [\d.]+ years, without a grant/)
  await page.getByRole('button', { name: 'Tariff and charging' }).click()
  await page.getByLabel('Grant towards the installation').fill('9000')
  await page.getByRole('button', { name: 'Save', exact: true }).click()
  await expect(payback).toContainText(/less a grant of 9.000 €/)
})

test('the letter head is a lead’s, with a logo or without', async ({ page, context }) => {
  await signIn(context, 'ines')
  await page.goto('/crew?view=crew')
  await page.getByLabel('Lines under the name').fill('Workshop 7\nThe Old Sailloft')
  await page
    .getByLabel(/^Logo/)
    .setInputFiles({ name: 'l.svg', mimeType: 'image/svg+xml', buffer: Buffer.from('<svg/>') })
  await page.getByRole('button', { name: 'Save the letter head' }).click()
  await expect(page.getByText(/The picture was not stored/)).toBeVisible()
  await page.getByLabel(/^Logo/).setInputFiles(await aPicture('l.png'))
  await page.getByRole('button', { name: 'Save the letter head' }).click()
  const logo = page.getByRole('img', { name: 'Logo of the crew' })
  await expect(logo).toBeVisible()
  await expect.poll(() => logo.evaluate((image: HTMLImageElement) => image.naturalWidth)).toBeGreaterThan(0)
  await page.getByRole('button', { name: 'Take the logo off' }).click()
  await expect(logo).toBeHidden()
})

test('room to grow says what more modules would bring, and what room is left for them', async ({ page, context }) => {
  await signIn(context, 'ines')
  await openBench(page, '018f0000-0000-7000-8000-000000000101', '?stage=plan&view=batteries')
  const rows = page.getByRole('table', { name: 'What more modules would bring' }).getByRole('row')
  await expect(rows).toHaveCount(5)
  await expect(rows.nth(1)).toContainText(/3, as planned.*15\.3.kWh/)
  await expect(rows.nth(2)).toContainText(/20\.4.kWh/)
  await expect(page.getByRole('list', { name: 'Room that is left' })).toContainText('ways')
})
