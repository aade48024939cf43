import { expect, test } from '@playwright/test'
import { v7 as uuidv7 } from 'uuid'
import { askInFull, bytesOf, callUseCase, makeJob, openBench, signIn, type } from './support'

test('a template is looked at, planned and kept; each setting tells what was done about it', async ({ page }) => {
  await signIn(page.context(), 'ines')
  const jobId = await makeJob(page.request, 'Template House')
  await openBench(page, jobId, '?stage=settings')
  const main = page.getByRole('main')
  const dialog = page.getByRole('dialog')
  await main.getByRole('button', { name: 'Templates' }).click()
  await dialog.getByRole('button', { name: 'Look at Backup first' }).click()
  await expect(dialog).toContainText('made-up equipment')
  await expect(dialog).toContainText(/planned otherwise: 40.%/)
  await dialog.getByRole('button', { name: /^Plan these \d$/ }).click()
  await expect(dialog).toBeHidden()
  const table = main.getByRole('table', { name: 'Settings' })
  await expect(table).toContainText('Band above the reserve')
  await main.getByRole('button', { name: 'Templates' }).click()
  const kept = page.waitForEvent('download')
  await dialog.getByRole('button', { name: 'Keep this plan as a template' }).click()
  const file = (await bytesOf(await kept)).toString('utf8')
  const read = (text: string) =>
    dialog
      .getByLabel('Read a template of settings')
      .setInputFiles({ name: 'plan.json', mimeType: 'application/json', buffer: Buffer.from(text) })
  await read('{"name": "x", "settings": []}')
  await expect(dialog).toContainText('A template has a list of settings')
  await read(file)
  await expect(dialog.getByRole('button', { name: 'Nothing differs' })).toBeDisabled()
  await dialog.getByRole('button', { name: 'Close' }).click()
  await table.getByRole('button', { name: 'Backup reserve' }).click()
  const history = main.getByRole('list', { name: 'History of Backup reserve' })
  await expect(history).toContainText(/planned at 60.% instead of 40.%/)
  await expect(history).toContainText('Kept for the night that nobody planned for.')
  await main.getByRole('button', { name: 'Read from the gateway', exact: true }).click()
  await expect(history).toContainText(/read as .* on the stand-in/)
})

test('a gateway of its own is written to by nobody before a lead lets it, with the reason', async ({ page }) => {
  await signIn(page.context(), 'ines')
  const jobId = await makeJob(page.request, 'Real Gateway')
  await callUseCase(page.request, 'changeJob', { jobId, version: null, before: {}, gatewayHost: '10.77.0.5' })
  await openBench(page, jobId, '?stage=settings')
  const main = page.getByRole('main')
  const writing = main.getByRole('status', { name: 'Writing to the gateway' })
  await expect(writing).toHaveText('Nobody writes to it from here.')
  await main.getByRole('button', { name: 'let it be written to' }).click()
  const dialog = page.getByRole('dialog')
  await expect(dialog).toContainText('The maker’s manual and the licensed person come first')
  await dialog.getByLabel('Why this device may be written to').fill('because')
  await dialog.getByRole('button', { name: 'Let it be written to' }).click()
  await expect(dialog).toContainText('in ten characters or more')
  await dialog.getByLabel('Why this device may be written to').fill('The maker’s tool is broken')
  await dialog.getByRole('button', { name: 'Let it be written to' }).click()
  await expect(writing).toContainText('Ines Varro lets settings be written to it since')
  await main.getByRole('button', { name: 'no longer' }).click()
  await expect(writing).toHaveText('Nobody writes to it from here.')
})

test('commissioning is recorded as it goes: a step that fails is stopped, and what waits for it is Open', async ({
  page,
}) => {
  await signIn(page.context(), 'ines')
  const jobId = await makeJob(page.request, 'Stepwise House')
  await askInFull(page.request, jobId)
  await callUseCase(page.request, 'saveItem', {
    jobId,
    kind: 'component',
    itemId: uuidv7(),
    fields: { tag: 'gw', kind: 'gateway', name: 'Gateway', model: 'Ambrel G' },
  })
  await openBench(page, jobId, '?stage=settings')
  const steps = page.getByRole('main').getByRole('region', { name: 'Commissioning, as it goes' })
  const step = (key: string) => steps.locator(`[data-step="${key}"]`)
  await steps.getByRole('button', { name: 'Begin Firmware' }).click()
  await expect(steps.getByRole('status', { name: 'Firmware as it goes' })).toHaveText('0 of about 25 min')
  await steps.getByRole('button', { name: 'Firmware is done' }).click()
  await expect(step('firmware')).toContainText('Proven')
  await type(page, 'step profile done')
  await expect(step('profile')).toContainText('It waits for pairing')
  await steps.getByRole('button', { name: 'Begin Pairing' }).click()
  await steps.getByRole('button', { name: 'Pairing failed' }).click()
  await expect(step('pairing')).toContainText('Stop')
})

test('each stage of a long outage is tried or Open, and the vehicle keeps what its owner was promised', async ({
  page,
}) => {
  await signIn(page.context(), 'ines')
  const jobId = await makeJob(page.request, 'Vehicle House')
  await askInFull(page.request, jobId)
  await openBench(page, jobId, '?stage=survey&view=found')
  await page.getByRole('button', { name: 'Add a vehicle charger' }).click()
  const dialog = page.getByRole('dialog')
  await dialog.getByLabel('Name', { exact: true }).fill('Charger in the yard')
  await dialog.getByLabel(/^Planned on the/).selectOption('island')
  await dialog.getByLabel(/^The vehicle gives to the house/).fill('3 kW')
  await dialog.getByLabel(/^It gives/).selectOption('afterBattery')
  await dialog.getByLabel(/^Usable energy of the vehicle/).fill('40 kWh')
  await dialog.getByLabel(/^Its usual charge/).fill('70')
  await dialog.getByLabel(/^Charge that its owner keeps/).fill('40')
  await dialog.getByRole('button', { name: 'Add the vehicle charger' }).click()
  await expect(dialog).toBeHidden()
  await openBench(page, jobId, '?stage=settings')
  const strip = page.getByRole('main').getByRole('region', { name: 'Through a long outage' })
  await expect(strip).toContainText('in the order PV, battery, vehicle')
  await expect(strip.getByRole('group', { name: 'From the reserve, without the sun' })).toContainText(/vehicle .*W/)
  await expect(strip.locator('[data-stage="floor"]')).toContainText('Open')
  await strip.getByRole('button', { name: 'Away: no' }).click()
  // nothing of this house is released yet: whoever says it is asked, and says it all the same
  await page.getByRole('dialog').getByRole('button', { name: 'Record it all the same' }).click()
  await expect(strip.locator('[data-stage="away"]')).toContainText('The house went dark with the vehicle')
})

test.describe('commissioning', () => {
  test('has a time box by who is there and licensed, and the state the house is left in', async ({ page, context }) => {
    await signIn(context, 'ines')
    const jobId = await makeJob(context.request, 'Box House')
    await openBench(page, jobId, '?stage=settings')
    await expect(page.getByText('Open: nobody licensed is planned for the day')).toBeVisible()
    const fields = { tag: 'p1', name: 'Ines Varro', sort: 0, licensed: true, fromMin: 480, toMin: 960 }
    await callUseCase(context.request, 'saveFitItems', {
      jobId,
      items: [{ kind: 'person', itemId: '018f0000-0000-7000-8000-0000000b0c5e', fields }],
    })
    await page.reload()
    await expect(page.getByText(/Stop by 15:30/)).toBeVisible()
    await expect(page.getByText('The household is told that there is no backup yet, and whom to call.')).toBeVisible()
  })
})
