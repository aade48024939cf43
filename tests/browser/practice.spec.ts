import { type Page, expect, test } from '@playwright/test'
import { bytesOf, callUseCase, ledger, makeJob, openBench, signIn } from './support'

const balance = (page: Page) => page.getByRole('status', { name: 'Balance' })
const practice = (page: Page) => page.getByRole('region', { name: 'Practice house' })
const act = (page: Page, jobId: string, name: string, input: object) =>
  callUseCase(page.request, 'actOnHouse', { jobId, act: name, input })

/** A job whose practice house draws enough for the balance to show something. */
async function practising(page: Page, name: string, stage: string): Promise<string> {
  await signIn(page.context(), 'ines')
  const jobId = await makeJob(page.request, name)
  await callUseCase(page.request, 'rehearseLoad', { jobId, phase: 'L1', watts: 2000 })
  await openBench(page, jobId, `?stage=${stage}`)
  return jobId
}

test('a transformer that lies is named by the balance, and is right again once the house is built anew', async ({
  page,
}) => {
  const jobId = await practising(page, 'Mirror House', 'settings')
  await expect(balance(page)).toContainText('What comes in and what is drawn agree', { timeout: 15_000 })
  await act(page, jobId, 'hide', { faults: [{ kind: 'reversedTransformer' }] })
  await expect(balance(page)).toContainText('the transformer at the street is the other way round', { timeout: 15_000 })
  await expect(practice(page)).toContainText('a fault is hidden')
  await practice(page).getByRole('button', { name: 'Switch things there' }).click()
  await expect(practice(page)).not.toContainText('current transformer')
  await practice(page).getByRole('button', { name: 'I have found it: what was it?' }).click()
  await expect(page.getByRole('status', { name: 'What was hidden' })).toHaveText(
    'A current transformer is the wrong way round.',
  )
  await practice(page).getByRole('button', { name: 'Build the house anew' }).click()
  await practice(page).getByRole('button', { name: 'Build it anew' }).click()
  await expect(practice(page)).not.toContainText('hidden')
  await callUseCase(page.request, 'rehearseLoad', { jobId, phase: 'L1', watts: 2000 })
  await expect(balance(page)).toContainText('What comes in and what is drawn agree', { timeout: 15_000 })
})

test('an exercise tells what a customer would, hides its fault, and a script is kept, read again and refused', async ({
  page,
}) => {
  await practising(page, 'Exercise House', 'settings')
  await practice(page).getByRole('button', { name: 'Switch things there' }).click()
  const setter = page.getByRole('dialog')
  const openSetter = () => practice(page).getByRole('button', { name: 'Exercises, and faults to set' }).click()
  await openSetter()
  await setter.getByText('The app shows powers that do not add up.').locator('..').getByRole('button').click()
  await expect(setter).toBeHidden()
  await expect(practice(page)).toContainText('a fault is hidden')
  await expect(balance(page)).toContainText('the transformer at the street is the other way round', { timeout: 15_000 })
  await openSetter()
  await setter.getByRole('checkbox', { name: 'A battery module is dead on arrival.' }).check()
  await setter.getByRole('checkbox', { name: 'The bond relay does not close.' }).check()
  const kept = page.waitForEvent('download')
  await setter.getByRole('button', { name: 'Keep as a script' }).click()
  const script = await bytesOf(await kept)
  await setter.getByRole('button', { name: 'Hide these 2' }).click()
  await expect(practice(page)).toContainText('3 faults are hidden')
  await practice(page).getByRole('button', { name: 'Build the house anew' }).click()
  await practice(page).getByRole('button', { name: 'Build it anew' }).click()
  await expect(practice(page)).not.toContainText('hidden')
  const read = async (text: string) => {
    await openSetter()
    await setter
      .getByLabel('Read a script of faults')
      .setInputFiles({ name: 'faults.json', mimeType: 'application/json', buffer: Buffer.from(text) })
  }
  await read('{"faults": "none"}')
  await expect(setter).toContainText('a script has a list called “faults”')
  await setter.getByRole('button', { name: 'Close' }).click()
  await read('{"faults": [{"kind": "somethingElse"}]}')
  await expect(practice(page)).toContainText('No fault is called somethingElse')
  await read(script.toString('utf8'))
  await expect(practice(page)).toContainText('2 faults are hidden')
})

test('the supply is cut there, the bench follows, and the recorder’s file is read for its gap', async ({ page }) => {
  const jobId = await practising(page, 'Blackthorn House', 'outage')
  await practice(page).getByRole('button', { name: 'Switch things there' }).click()
  await act(page, jobId, 'load', { tag: 'fridge', control: 'on' })
  await callUseCase(page.request, 'rehearseLoad', { jobId, phase: 'L1', watts: 0 })
  await practice(page).getByRole('button', { name: 'Cut the street' }).click()
  const power = page.getByRole('region', { name: 'Power now' })
  await expect(power).toContainText('On its own supply', { timeout: 15_000 })
  await expect(power.getByRole('img')).toHaveAttribute('aria-label', /Street dead/)
  await expect(practice(page).getByRole('list', { name: 'What happened there' })).toContainText('on its own supply')
  await practice(page).getByRole('button', { name: 'Neutral to earth' }).click()
  await expect(page.getByRole('status', { name: 'The instrument shows' })).toContainText(/Neutral to earth: 0\.4 V/)
  await page.getByRole('button', { name: 'Take it from the practice recorder' }).click()
  await expect(page.getByRole('region', { name: 'Recording' })).toContainText(/practice-left-0\.cff/, {
    timeout: 15_000,
  })
  await expect(page.getByRole('region', { name: 'Recording' })).toContainText('10 kS/s, grade A')
  await practice(page).getByRole('button', { name: 'Bring the street back' }).click()
  await expect(power).toContainText('On the street', { timeout: 90_000 })
})

test('commissioning waits step by step; a dead unit is told, swapped and paired', async ({ page }) => {
  const jobId = await practising(page, 'Cinder House', 'settings')
  await act(page, jobId, 'hide', { faults: [{ kind: 'deadModule', at: 0 }] })
  await act(page, jobId, 'speed', { speed: 60 })
  const run = page.getByRole('region', { name: 'Commissioning, practised' })
  const now = (name: string) => run.getByRole('status', { name: `${name} now` })
  await run.getByRole('button', { name: 'Begin: Pairing' }).click()
  await expect(run).toContainText('The step before it is not done.')
  await run.getByRole('button', { name: 'Begin: Firmware' }).click()
  await expect(now('Firmware')).toHaveText('done', { timeout: 20_000 })
  await run.getByRole('button', { name: /: Pairing$/ }).click()
  await expect(now('Pairing')).toContainText('failed', { timeout: 20_000 })
  await expect(run).toContainText('dead on arrival')
  await page.getByRole('button', { name: 'Read from the gateway' }).click()
  await expect(page.getByRole('region', { name: 'What the gateway says of itself' })).toContainText(
    /one is missing|the plan/,
  )
  await run.getByRole('button', { name: /[Mm]odule 1/ }).click()
  await run.getByRole('button', { name: 'Do again: Pairing' }).click()
  await expect(now('Pairing')).toHaveText('done', { timeout: 20_000 })
})

test('the four moves of the reserve are set, seen and recorded, and everything is set back', async ({ page }) => {
  // each move is watched for ten seconds on end
  test.slow()
  const jobId = await practising(page, 'Tidepool House', 'settings')
  await callUseCase(page.request, 'changeJob', {
    jobId,
    version: null,
    before: { testDepth: 'essential' },
    testDepth: 'full',
  })
  await callUseCase(page.request, 'rehearseLoad', { jobId, phase: 'L1', watts: 900 })
  await act(page, jobId, 'sun', { hour: 23, cloud: 1 })
  const moves = page.getByRole('region', { name: 'The reserve, tried live' })
  await page.reload()
  await expect(moves).toContainText('Plan the band above the reserve first')
  await expect(moves.getByRole('button', { name: 'Set it and watch' })).toHaveCount(0)
  await callUseCase(page.request, 'saveItem', {
    jobId,
    kind: 'setting',
    itemId: '018f0000-0000-7000-8000-00000000b0b0',
    fields: { key: 'reserveBandPercent', label: 'Band above the reserve', value: 5, unit: '%', tolerance: 0 },
  })
  await act(page, jobId, 'charge', { soc: 0.6 })
  // the battery rests for two minutes after a rehearsal: they pass at once
  await act(page, jobId, 'step', { seconds: 130 })
  await act(page, jobId, 'charge', { soc: 0.6 })
  await page.reload()
  await expect(moves).toContainText(/Around the \d+ % there are/, { timeout: 15_000 })
  for (let k = 0; k < 4; k++) {
    await moves.getByRole('button', { name: 'Set it and watch' }).nth(k).click()
    await moves.getByRole('button', { name: 'Seen: record it' }).click({ timeout: 40_000 })
    const ask = page.getByRole('dialog').getByRole('button', { name: 'Record it all the same' })
    await ask.click()
    await expect(moves.getByText('seen', { exact: true })).toHaveCount(k + 1)
  }
  await expect(moves).not.toContainText('Proven')
  await moves.getByRole('button', { name: 'Set back and read back' }).click()
  await page.getByRole('dialog').getByRole('button', { name: 'Record it all the same' }).click()
  await expect(moves).toContainText('Proven')
  await expect(ledger(page)).toContainText('The reserve does what it is set to')
  // what the moves changed beside the reserve stands again as it stood
  const left = await callUseCase<{ unplanned: { key: string; value: number }[] }>(page.request, 'readGateway', {
    jobId,
    slot: 'read',
  })
  expect(left.unplanned).toContainEqual({ key: 'gridChargeW', value: 0 })
  expect(left.unplanned).toContainEqual({ key: 'chargeFromGridPercent', value: 0 })
})

test('a hand may practise and not write; the office sees neither; a job with a gateway of its own has no stand-in', async ({
  browser,
  page,
}) => {
  const jobId = await practising(page, 'Harbour House', 'settings')
  const asHand = await (await browser.newContext()).newPage()
  await signIn(asHand.context(), 'tobin')
  const written = await asHand.request.post('/api/use/writeSetting', {
    data: { jobId, key: 'reserveSocPercent', value: 10 },
  })
  expect(written.status()).toBe(403)
  const seen = await asHand.request.post('/api/use/viewHouse', { data: { jobId } })
  expect(Object.keys((await seen.json()) as object)).not.toContain('modbusPort')
  const asOffice = await (await browser.newContext()).newPage()
  await signIn(asOffice.context(), 'maud')
  expect((await asOffice.request.post('/api/use/viewHouse', { data: { jobId } })).status()).toBe(403)
  await openBench(asOffice, jobId, '?stage=settings')
  await expect(asOffice.getByRole('region', { name: 'Power now' })).toContainText('pushed by the gateway', {
    timeout: 15_000,
  })
  await expect(asOffice.getByRole('region', { name: 'Practice house' })).toHaveCount(0)
  for (const data of [
    { jobId, act: 'street', input: { state: 'gone' } },
    { jobId, act: 'burn', input: {} },
    { jobId, act: 'load', input: { tag: 'moon', control: 'on' } },
  ])
    expect([404, 422]).toContain((await page.request.post('/api/use/actOnHouse', { data })).status())
  expect((await page.request.get(`/api/jobs/${jobId}/house/captures/99`)).status()).toBe(404)
  expect((await page.request.get(`/api/jobs/${jobId}/house/captures/x`)).status()).toBe(404)
})
