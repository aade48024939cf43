import { type Download, expect, test } from '@playwright/test'
import { squeezedWords } from './squeezedWords'
import { aPicture, bytesOf, makeJob, openBench, signIn } from './support'

const csv = (name: string, text: string) => ({ name, mimeType: 'text/csv', buffer: Buffer.from(text) })
const textOf = async (file: Download) => (await bytesOf(file)).toString()

test.describe('the survey', () => {
  let jobId: string
  test.beforeEach(async ({ page, context }) => {
    await signIn(context, 'maud')
    jobId = await makeJob(context.request, 'Survey House')
    await openBench(page, jobId, '?stage=survey')
  })

  test('reads a list of loads: columns are guessed, bad rows are named by line and kept aside', async ({ page }) => {
    await page.getByRole('button', { name: 'Read a list' }).click()
    const form = page.getByRole('dialog')
    await form
      .locator('input[type=file]')
      .setInputFiles(
        csv(
          'loads.csv',
          'Appliance;Power kW;runs;phase\nTea kettle;2,2;3;L1\nHeater;lots;20;L1\nRadio;0,03;50;L2\nDoor bell;0,01;100;\n',
        ),
      )
    await expect(form.getByText('2 new loads: Tea kettle, Door bell')).toBeVisible()
    await expect(form.getByText(/line 3, Power kW: “lots”/)).toBeVisible()
    await expect(form.getByText(/line 4, phase: “L2”/)).toBeVisible()
    await form.getByRole('button', { name: 'Take in the loads' }).click()
    await expect(form.getByText('2 loads were taken in.')).toBeVisible()
    const [aside] = await Promise.all([
      page.waitForEvent('download'),
      form.getByRole('button', { name: 'Save these rows as a file' }).click(),
    ])
    expect(await textOf(aside)).toBe('Appliance;Power kW;runs;phase\nHeater;lots;20;L1\nRadio;0,03;50;L2\n')
    await form.getByRole('button', { name: 'Back to the loads' }).click()
    await expect(page.getByRole('row', { name: /Tea kettle/ })).toContainText(/2\.2.kW/)
    await expect(page.getByRole('row', { name: /Heater/ })).toHaveCount(0)
    const [file] = await Promise.all([
      page.waitForEvent('download'),
      page.getByRole('button', { name: 'Save as CSV' }).click(),
    ])
    const text = await textOf(file)
    expect(text.split('\n')[0]).toContain('name,tag,power_W')
    expect(text).toContain('Tea kettle,teakettle,2200')
  })

  test('reads an edited list again: what changes is shown first, a doubtful row asks, and all of it is taken back', async ({
    page,
  }) => {
    const read = async (text: string) => {
      await page.getByRole('button', { name: 'Read a list' }).click()
      await page.getByRole('dialog').locator('input[type=file]').setInputFiles(csv('loads.csv', text))
    }
    const form = page.getByRole('dialog')
    await read('Name;Power;When\nTea kettle;2,2 kW;evening\nDoor bell;10W;steady\n')
    await form.getByRole('button', { name: 'Take in the loads' }).click()
    await form.getByRole('button', { name: 'Back to the loads' }).click()
    await read('Name;Power;When\nTea kettle;1,8 kW;evening\nDoor bell;10W;steady\nHeater;2;night\n')
    const changes = form.getByRole('region', { name: 'What the list changes' })
    await expect(changes).toContainText(/Tea kettle: power 2\.2.kW → 1\.8.kW/)
    await expect(changes).toContainText('One load is as the job has it.')
    const take = form.getByRole('button', { name: 'Take in the loads' })
    await expect(take).toBeDisabled()
    await form.getByLabel('Line 4, Power').selectOption({ label: '2000 W' })
    await expect(changes).toContainText('1 new load: Heater')
    await take.click()
    await expect(form.getByText('1 load was taken in, 1 load was changed.')).toBeVisible()
    await form.getByRole('button', { name: 'Back to the loads' }).click()
    await expect(page.getByRole('row', { name: /Tea kettle/ })).toContainText(/1\.8.kW/)
    await expect(form).toHaveCount(0)
    await page.keyboard.press('u')
    await expect(form).toContainText('2 things were changed together.')
    await form.getByRole('button', { name: 'Take back' }).click()
    await expect(page.getByRole('row', { name: /Tea kettle/ })).toContainText(/2\.2.kW/)
    await expect(page.getByRole('row', { name: /Heater/ })).toHaveCount(0)
  })

  test('takes a list that is none, or lacks its columns, with the reason and nothing stored', async ({ page }) => {
    await page.getByRole('button', { name: 'Read a list' }).click()
    const form = page.getByRole('dialog')
    await form.locator('input[type=file]').setInputFiles(csv('wrong.csv', 'colour,taste\nred,sweet\n'))
    await expect(form.getByRole('alert')).toContainText('Say which column holds name and power_W')
    await expect(form.getByRole('button', { name: 'Take in the loads' })).toBeDisabled()
  })

  test('takes a year of metering in half hours and refuses one with a hole', async ({ page }) => {
    const rows = (n: number) =>
      `start,import kWh\n${Array.from({ length: n }, (_, k) => `2025-01-01 ${String(Math.floor(k / 2) % 24).padStart(2, '0')}:${k % 2 ? '30' : '00'},${k === 100 ? 'n/a' : '0.25'}`).join('\n')}\n`
    await page.getByRole('button', { name: 'Read metering' }).click()
    const form = page.getByRole('dialog')
    await form.locator('input[type=file]').setInputFiles(csv('short.csv', rows(8783)))
    await expect(form.getByRole('alert')).toContainText('8\u202f783 rows; a year has 8\u202f760 hours')
    await form.locator('input[type=file]').setInputFiles(csv('year.csv', rows(17_520)))
    await expect(form.getByText(/4\u202f380 kWh in the year/)).toBeVisible()
    await expect(form.getByText(/line 102, import kWh: “n\/a”/)).toBeVisible()
    await form.getByRole('button', { name: 'Take it in' }).click()
    await expect(form.getByText('17\u202f520 half hours were taken in.')).toBeVisible()
    await form.getByRole('button', { name: 'Done' }).click()
    await expect(page.getByText('year.csv, 17\u202f520 half hours')).toBeVisible()
    await page.getByRole('button', { name: 'Take out year.csv' }).click()
    await expect(page.getByText('none: the year is worked out from the load list')).toBeVisible()
  })

  test('keeps what was found with its pictures, and asks for what is still unknown in the order of what it blocks', async ({
    page,
  }) => {
    await page.getByRole('tab', { name: /Already there/ }).click()
    await page.getByRole('button', { name: 'Add a heat pump' }).click()
    const form = page.getByRole('dialog')
    await form.getByLabel('Name', { exact: true }).fill('Yard heat pump')
    await form.getByLabel('Electrical input').fill('2,6 kW')
    await form.getByLabel('Booster heater').fill('3 kW')
    // a question that has to be answered begins without an answer, and is named
    await form.getByRole('button', { name: 'Add the heat pump' }).click()
    await expect(form.getByText('Planned on the is missing')).toBeVisible()
    await form.getByLabel(/^Planned on the/).selectOption('island')
    await form.getByRole('button', { name: 'Add the heat pump' }).click()
    await expect(form).toBeHidden()
    const row = page.locator('[data-survey=hp1]')
    await expect(row).toContainText(/electrical input 2\.6.kW/)
    await expect(page.getByText('What does the heat pump draw, booster included, and how does it start?')).toBeVisible()
    await row.locator('input[type=file]').setInputFiles(await aPicture('plate.jpg'))
    await expect(row.getByRole('img', { name: 'Yard heat pump, picture 1' })).toBeVisible()
    await row.getByRole('button', { name: /Put it on the load list/ }).click()
    await page.getByRole('tab', { name: 'Loads' }).click()
    await expect(page.getByRole('row', { name: /Yard heat pump, booster/ })).toBeVisible()
    const blocks = await page.getByRole('region', { name: 'Still unknown' }).locator('> div').allInnerTexts()
    expect(blocks.length).toBeGreaterThan(5)
    expect(blocks.findIndex((text) => text.startsWith('safety'))).toBeLessThan(
      blocks.findIndex((text) => text.startsWith('how well')),
    )
  })

  test('says what a combined meter means, writes to the maker and to the owner', async ({ page }) => {
    await page.getByRole('tab', { name: /Supply and boards/ }).click()
    await page.getByRole('button', { name: 'Supply and household' }).click()
    const form = page.getByRole('dialog')
    await form.getByLabel('Meter and consumer unit in one box').selectOption('yes')
    await form.getByLabel('Second main of a split service').fill('60')
    await form.getByRole('button', { name: 'Save' }).click()
    const means = page.getByRole('region', { name: 'What this supply means' })
    await expect(means).toContainText('becomes a sub-board')
    await expect(means).toContainText('One gateway backs up what is behind one of them only')
    await page.getByRole('tab', { name: /Sources/ }).click()
    await page.getByRole('button', { name: 'Write to the maker of Unit' }).click()
    await expect(form.getByRole('textbox')).toHaveValue(/1\. Unit: Fault current in island mode/)
    await page.keyboard.press('Escape')
    await page.getByRole('tab', { name: /Papers/ }).click()
    await page.getByRole('button', { name: 'Add a defect found' }).click()
    await form.getByLabel('Name', { exact: true }).fill('Scorched terminal')
    await form.getByLabel('Grade').selectOption('danger')
    await form.getByRole('button', { name: 'Add the defect found' }).click()
    await expect(page.getByText('the owner has not been told yet')).toBeVisible()
    await page.getByRole('button', { name: 'Letter to the owner' }).click()
    await expect(form.getByRole('textbox')).toHaveValue(/Scorched terminal\. Danger/)
  })
})

test.describe('the household', () => {
  test('opens its link on a phone, sends a picture and answers, and sees the first word once it is confirmed', async ({
    page,
    context,
    browser,
  }) => {
    await signIn(context, 'maud')
    const jobId = await makeJob(context.request, 'Household House')
    await openBench(page, jobId, '?stage=survey&view=household')
    await page.getByRole('button', { name: 'Make a link' }).click()
    const address = await page.getByTestId('household-link').innerText()
    const phone = await (
      await browser.newContext({ viewport: { width: 390, height: 800 }, hasTouch: true, isMobile: true })
    ).newPage()
    await phone.goto(address)
    await expect(phone.getByRole('heading', { name: 'Before we come to Household House' })).toBeVisible()
    // an answer looks like one to be chosen: the round sign of the device, and not the box of a text field
    const sign = await phone.getByRole('radio').first().boundingBox()
    expect([sign?.width, sign?.height]).toEqual([18, 18])
    await expect(phone.getByRole('radio').first()).toHaveCSS('appearance', 'auto')
    await expect(phone.getByText('Our first word')).toHaveCount(0)
    await phone.getByLabel('The board with its lid open').setInputFiles(await aPicture('board.jpg'))
    await expect(phone.getByText('1 sent so far')).toBeVisible()
    await phone
      .getByLabel('The main fuse or main switch')
      .setInputFiles({ name: 'x.jpg', mimeType: 'image/jpeg', buffer: Buffer.from('no picture') })
    await expect(phone.getByRole('alert').filter({ hasText: 'The picture was not stored' })).toBeVisible()
    await phone.getByText('for days at a time').click()
    await phone
      .getByRole('group', { name: /Does anybody depend on equipment/ })
      .getByText('yes', { exact: true })
      .click()
    await phone.getByLabel('What must never go off?').fill('The aquarium')
    await phone.getByRole('button', { name: 'Send the answers' }).click()
    await expect(phone.getByText('Sent. Thank you.')).toBeVisible()

    await expect(page.getByText('The aquarium')).toBeVisible()
    await expect(page.getByRole('img', { name: 'The board with its lid open, picture 1' })).toBeVisible()
    await page.getByRole('button', { name: 'Confirm a first word' }).click()
    const form = page.getByRole('dialog')
    await form.getByLabel('Because').fill('The aquarium and the fridge stay on for a night.')
    await form.getByRole('button', { name: 'Confirm and show it' }).click()
    await expect(form).toBeHidden()
    await phone.reload()
    await expect(phone.getByText('The aquarium and the fridge stay on for a night.')).toBeVisible()
    await expect(phone.getByLabel('What must never go off?')).toHaveValue('The aquarium')

    await page.getByRole('button', { name: 'Withdraw', exact: true }).click()
    // the question takes its own line where there is no room beside it
    await page.setViewportSize({ width: 390, height: 800 })
    await page.getByRole('tab', { name: 'Bench', exact: true }).click()
    await expect(page.getByRole('button', { name: 'Withdraw the link' })).toBeVisible()
    expect(await squeezedWords(page)).toEqual([])
    await page.getByRole('button', { name: 'Withdraw the link' }).click()
    await expect(page.getByText(/withdrawn/).first()).toBeVisible()
    await phone.reload()
    await expect(phone.getByRole('heading', { name: 'This link is closed' })).toBeVisible()
    await phone.context().close()
  })
})

test.describe('a household without a connection', () => {
  test.use({ serviceWorkers: 'allow' })
  test('keeps a picture on its phone, and sends it when there is one', async ({ page, context, browser }) => {
    await signIn(context, 'maud')
    const jobId = await makeJob(context.request, 'Offline Household')
    await openBench(page, jobId, '?stage=survey&view=household')
    await page.getByRole('button', { name: 'Make a link' }).click()
    const address = await page.getByTestId('household-link').innerText()
    const phones = await browser.newContext({ viewport: { width: 390, height: 800 } })
    const phone = await phones.newPage()
    await phone.goto(address)
    await phones.setOffline(true)
    await phone.getByLabel('The board with its lid open').setInputFiles(await aPicture('board.jpg'))
    await expect(phone.getByText(/^1 picture waits on this phone/)).toBeVisible()
    await phones.setOffline(false)
    await expect(phone.getByText('1 sent so far')).toBeVisible()
    await expect(phone.getByText(/waits on this phone/)).toHaveCount(0)
    await phone.reload()
    await expect(phone.getByText('1 sent so far')).toBeVisible()
    await phones.close()
  })
})
