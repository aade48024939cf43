import { v7 as uuidv7 } from 'uuid'
import { type Browser, type Page, expect, test } from '@playwright/test'
import type { JobRecord } from '@/core/evidence/judge'
import { reading, readyForLoads } from '../support/house'
import { type Who, asFullTest, callUseCase, makeJob, openBench, sendMade, signIn } from './support'

test.use({ serviceWorkers: 'allow' })

const stands = (page: Page) => page.getByRole('status', { name: 'The run stands at' })
const key = (page: Page, name: string | RegExp) =>
  page.getByRole('region', { name: 'The cut' }).getByRole('button', { name })
const act = (page: Page, jobId: string, name: string, input: object) =>
  callUseCase(page.request, 'actOnHouse', { jobId, act: name, input })

/** A job in a full test whose outage with loads is released, one hold of it gone past in writing. */
async function released(page: Page, name: string): Promise<string> {
  const jobId = await makeJob(page.request, name)
  await asFullTest(page.request, jobId, readyForLoads)
  return jobId
}

/** Another person with a phone of their own. */
async function phoneOf(browser: Browser, who: Who): Promise<Page> {
  const context = await browser.newContext({
    viewport: { width: 390, height: 844 },
    baseURL: test.info().project.use.baseURL,
  })
  await signIn(context, who)
  return context.newPage()
}

test('an outage is run on two phones, one of them without a network, and shows what it has shown', async ({
  page,
  browser,
}) => {
  test.slow()
  await signIn(page.context(), 'ines')
  const jobId = await released(page, 'Plover House')
  await callUseCase(page.request, 'rehearseLoad', { jobId, phase: 'L1', watts: 0 })
  await openBench(page, jobId, '?stage=outage&view=run')

  // before: what is drawn now is held against the changeover, and recorded
  await expect(page.getByRole('status', { name: 'Go or no-go' })).toContainText(/the outage is held/, {
    timeout: 15_000,
  })
  await expect(page.getByRole('button', { name: 'Begin the outage with loads' })).toBeDisabled()
  await page.getByRole('button', { name: 'Record it' }).click()
  await expect(page.getByRole('status', { name: 'Go or no-go' })).toContainText(/^[\s\S]*Go: at most/)
  await page.getByRole('button', { name: 'Begin the outage with loads' }).click()
  await expect(stands(page)).toHaveText('Nothing is cut yet')

  // the helper at the board follows on a phone
  const phone = await phoneOf(browser, 'tobin')
  await openBench(phone, jobId, '?stage=outage')
  await phone.getByRole('status', { name: 'A run is under way' }).getByRole('button', { name: 'To the cut' }).click()
  await expect(stands(phone)).toHaveText('Nothing is cut yet')

  await act(page, jobId, 'street', { state: 'dead' })
  await key(page, /^Out/).click()
  await expect(stands(phone)).toHaveText('Dark')
  // the router is dead: the phone goes on by itself
  await phone.context().setOffline(true)
  await key(phone, /^Back/).click()
  await expect(stands(phone)).toHaveText('On its own supply')
  const kettle = phone.getByRole('region', { name: 'What stayed on' })
  await kettle
    .getByRole('button', { name: / runs$/ })
    .first()
    .click()
  await expect(kettle).toContainText(/runs(?! )/)
  await expect(stands(page)).toHaveText('Dark')
  await phone.context().setOffline(false)
  await kettle.getByRole('button', { name: 'Router is there again' }).click()
  await expect(kettle).toContainText(/after 0:/)
  await expect(stands(page)).toHaveText('On its own supply', { timeout: 20_000 })
  await expect(page.getByRole('list', { name: 'Marks of the run' })).toContainText(/Router there again[\s\S]*Tobin/)

  // the first rung is said by whoever reads the meter; of the next the live values say by how much the house changed
  const ladder = page.getByRole('region', { name: 'The ladder' })
  await key(page, /^On: Fridge/).click()
  await page.getByRole('textbox', { name: 'Watts seen of Fridge' }).fill('some')
  await ladder.getByRole('button', { name: 'Seen' }).click()
  await expect(ladder.getByRole('alert')).toHaveText('a figure in watts')
  await page.getByRole('textbox', { name: 'Watts seen of Fridge' }).fill('0,2 kW')
  await ladder.getByRole('button', { name: 'Seen' }).click()
  await expect(ladder).toContainText('seen 200 W, +33 %')
  await expect(ladder).toContainText('Another appliance, another circuit, or a wrong plate')
  await expect(ladder).toContainText(/held 0:(09|1\d)/, { timeout: 20_000 })
  await key(page, /^On: Oven/).click()
  await act(page, jobId, 'load', { tag: 'oven', control: 'on' })
  await expect(ladder).toContainText(/Oven on[\s\S]*seen 3(\.\d+)?\s*kW/, { timeout: 30_000 })

  await act(page, jobId, 'street', { state: 'healthy' })
  await key(page, 'Street back').click()
  await key(phone, /^On the street/).click()
  await key(page, /^End the run/).click()

  // what it has shown goes into the record in one go, and is then no longer offered
  const results = page.getByRole('region', { name: 'Not in the record yet' })
  await expect(results).toContainText('Gap when the supply is lost')
  await expect(results).toContainText('Router after the cut')
  await results.getByRole('button', { name: /^Record all/ }).click()
  await expect(results).toHaveCount(0, { timeout: 20_000 })
  await expect(page.getByTestId('outbox-state')).toContainText('all sent')
  const { record } = (await (await page.request.get(`/api/jobs/${jobId}`)).json()) as { record: JobRecord }
  const stored = record.readings.map(({ pointKey, slot, valueWord }) => [pointKey, slot, valueWord])
  expect(stored).toContainEqual(['outage.cleanReturns', 'return1', 'clean'])
  expect(stored.filter(([pointKey]) => pointKey === 'outage.gap')).toHaveLength(2)
  expect(record.outageMarks.filter(({ byName }) => byName === 'Tobin Ask').length).toBeGreaterThan(2)

  // what the fridge was seen to draw goes into the load list, once the run is over
  await page.getByRole('button', { name: /^200\s*W into the load list$/ }).click()
  await expect
    .poll(async () => {
      const { record: after } = (await (await page.request.get(`/api/jobs/${jobId}`)).json()) as { record: JobRecord }
      return after.installation.loads.find(({ tag }) => tag === 'fridge')?.powerW
    })
    .toBe(200)
  await phone.context().close()
})

test('practice counts for nothing, a mark is taken back, and an overload is not repeated', async ({ page }) => {
  await signIn(page.context(), 'ines')
  const jobId = await makeJob(page.request, 'Curlew House')
  await callUseCase(page.request, 'saveSurveyItem', {
    jobId,
    kind: 'vehicleCharger',
    itemId: uuidv7(),
    fields: { tag: 'ev1', name: 'Drive charger', sort: 0, ratingW: 7000, phase: 'L1', side: 'island', givesW: 3000 },
  })
  await openBench(page, jobId, '?stage=outage&view=run')
  await expect(page.getByRole('button', { name: 'Begin the first island, unloaded' })).toBeDisabled()
  await page.getByRole('button', { name: 'Practise' }).click()
  await key(page, /^Out/).click()
  await expect(stands(page)).toHaveText('Dark')
  await page.getByRole('list', { name: 'Marks of the run' }).getByRole('button', { name: 'take back' }).first().click()
  await expect(stands(page)).toHaveText('Nothing is cut yet')
  await key(page, /^Out/).click()
  await key(page, /^Back/).click()
  // a vehicle that comes home late: plugged in, then seen to give, and both keys are gone
  await expect(page.getByRole('list', { name: 'Steps of the test' })).toContainText('Plug Drive charger in')
  await key(page, 'Plugged in: Drive charger').click()
  await key(page, 'It gives: Drive charger').click()
  await expect(page.getByRole('list', { name: 'Marks of the run' })).toContainText('Drive charger gives')
  await expect(key(page, /Drive charger/)).toHaveCount(0)
  await key(page, 'The source gave up').click()
  await expect(page.getByText('An overload is seen once. Do not repeat it, and bridge nothing to go on.')).toBeVisible()
  await key(page, 'Back by itself').click()
  await key(page, 'Street back').click()
  await key(page, 'Something tripped').click()
  await key(page, /^On the street/).click()
  await key(page, /^End the run/).click()
  await expect(page.getByRole('region', { name: 'Run 1' })).toContainText('Practice: nothing of it is evidence')
  await expect(page.getByRole('region', { name: 'Not in the record yet' })).toHaveCount(0)
})

test('the judgement names what failed and the change that would mend it, and the way there', async ({ page }) => {
  await signIn(page.context(), 'ines')
  const jobId = await makeJob(page.request, 'Dunlin House')
  await sendMade(page.request, jobId, [reading('outage.cleanReturns', 'return1', 'tripped')])
  await openBench(page, jobId, '?stage=outage&view=judgement')
  const mend = page.getByRole('region', { name: 'What would mend it' })
  await expect(mend).toContainText('Three clean returns')
  await expect(page.getByText('is not bridged, held in or taken out')).toBeVisible()
  await mend.getByRole('button', { name: 'Share out the leakage' }).click()
  await expect(page.getByRole('tab', { name: 'Leakage' })).toHaveAttribute('aria-selected', 'true')
})
