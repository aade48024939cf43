import { expect, test } from '@playwright/test'
import { v7 as uuidv7 } from 'uuid'
import type { JobRecord } from '@/core/evidence/judge'
import {
  askInFull,
  bytesOf,
  callUseCase,
  ledger,
  makeJob,
  openBench,
  sendFirstLive,
  sendReadings,
  signIn,
  type,
} from './support'

test.describe('the clamp’s decision, on a phone', () => {
  test.use({ viewport: { width: 390, height: 844 }, hasTouch: true })

  test('goes step by step: touch no metal, switch off, clamp again, and call; it stops the job until it is gone', async ({
    page,
    context,
  }) => {
    await signIn(context, 'ines')
    const jobId = await makeJob(context.request, 'Tingling House')
    await openBench(page, jobId, '?stage=earth&view=clamp')
    const main = page.getByRole('main')
    await expect(main.getByRole('heading', { name: 'Clamp it first.' })).toBeVisible()
    const enter = async (label: string, text: string) => {
      await main.getByRole('textbox', { name: label }).fill(text)
      await main.getByRole('textbox', { name: label }).press('Enter')
    }
    await enter('Clamp on the earth conductor, as found', 'a lot')
    await expect(main.getByRole('alert')).toBeVisible()
    await enter('Clamp on the earth conductor, as found', '2.2')
    await expect(main.getByRole('heading', { name: 'Touch no metal.', exact: true })).toBeVisible()
    await expect(main.getByText(/^Off: the main switch, /)).toBeVisible()
    await enter('Clamp again, everything switched off', '2.1')
    await expect(main.getByRole('heading', { name: 'Touch no metal. It comes from the street.' })).toBeVisible()
    await expect(main.getByText(/Do not open this conductor/).first()).toBeVisible()
    await enter('What was said to the network operator', 'suspected broken neutral, crew on its way')
    await enter('Their reference number', 'SK-4471')
    await expect(main.getByRole('region', { name: 'What was read and said' })).toContainText('SK-4471')
    await expect(main.getByRole('region', { name: 'Current in the earth conductor' })).toContainText('Stop')
    // mended: the newer reading stands, and the decision is over
    await enter('Clamp on the earth conductor, as found', '0.1')
    await expect(main.getByRole('heading', { name: 'Little flows.' })).toBeVisible()
    await expect(main.getByRole('region', { name: 'What was read and said' })).toContainText('SK-4471')
    expect(await main.evaluate((zone) => zone.scrollWidth - zone.clientWidth)).toBeLessThanOrEqual(0)
    const waiting = page.waitForEvent('download')
    await main.getByRole('link', { name: 'To print' }).click()
    expect((await bytesOf(await waiting)).subarray(0, 5).toString()).toBe('%PDF-')
  })
})

test('an earth conductor that nobody has clamped is not gone past, and a current from inside is looked for inside', async ({
  page,
  context,
}) => {
  await signIn(context, 'ines')
  const jobId = await makeJob(context.request, 'Unclamped House')
  await sendFirstLive(context.request, jobId)
  await openBench(page, jobId, '?stage=outage')
  await expect(page.getByRole('main')).toContainText('earth conductor clamped')
  await openBench(page, jobId, '?stage=earth&view=clamp')
  await type(page, 'earth current 1.7')
  await type(page, 'earth current off .02')
  await expect(page.getByRole('heading', { name: 'It comes from inside.' })).toBeVisible()
  await expect(ledger(page)).toContainText('a second bond, a fault to earth, or leakage that adds up')
})

test('both modes are drawn from the wiring, and the two schools follow from what is answered', async ({
  page,
  context,
}) => {
  await signIn(context, 'ines')
  const jobId = await makeJob(context.request, 'Two Schools House')
  await sendFirstLive(context.request, jobId)
  await openBench(page, jobId, '?stage=earth&view=modes')
  const street = page.getByRole('img', { name: /^On the street:/ })
  const island = page.getByRole('img', { name: /^On its own:/ })
  await expect(street).toHaveAccessibleName(/comes home through the supplier’s bond/)
  await expect(island).toHaveAccessibleName(/comes home through the bond/)
  const system = page.getByRole('region', { name: /Earthing system in island mode/ })
  await expect(system).toContainText('Still to say')
  const answer = (question: string, word: string) =>
    system.getByRole('group', { name: question }).getByRole('button', { name: word, exact: true }).click()
  await answer('The supply comes in as', 'TN-C-S')
  await answer('The supplier’s earth while islanded is', 'kept')
  await answer('Metal services (water, gas, heating)', 'bonded')
  await expect(system).toContainText('Proven')
  await expect(system).toContainText('a fault in the street can still come in through it')
  await answer('The supplier’s earth while islanded is', 'parted')
  await expect(system).toContainText('the maker’s word on the parting device')
  await answer('Its maker declares the parting device for a protective conductor', 'no')
  await answer('Code and network operator permit parting', 'yes')
  await expect(system).toContainText('Stop')
  await expect(system).toContainText('not made for a protective conductor')
})

test('a lost neutral is reckoned with this house’s loads and its electrode, and says what is missing', async ({
  page,
  context,
}) => {
  await signIn(context, 'ines')
  const jobId = await makeJob(context.request, 'Lost Neutral House')
  await openBench(page, jobId, '?stage=earth&view=lost')
  const sheet = page.getByRole('region', { name: 'When the street loses its neutral' })
  await expect(sheet).toContainText('electrode not measured')
  await expect(sheet).toContainText('not known')
  await sendReadings(context.request, jobId, [
    ['earth.electrode.e1', 'clamp', 0.1, 'A'],
    ['earth.electrode.e1', 'r618', 30.4, 'Ω'],
  ])
  await expect(sheet).toContainText('electrode 30.4')
  await expect(sheet).toContainText(/\d+ V/)
  const before = await sheet.innerText()
  await sheet.getByRole('button', { name: 'everything at once' }).click()
  await expect.poll(() => sheet.innerText()).not.toBe(before)
  // what would reach the target is reckoned from the survey’s soil, or says that it is not known
  await page.getByRole('tab', { name: 'Ground' }).click()
  await expect(page.getByRole('region', { name: 'What would reach the target' })).toContainText('The soil is not known')
})

test('circuits behind one device are tested once, and what leaks is shared out with the fewest moves', async ({
  page,
  context,
}) => {
  await signIn(context, 'ines')
  const jobId = await makeJob(context.request, 'Leaky House')
  const { record } = (await (await context.request.get(`/api/jobs/${jobId}`)).json()) as { record: JobRecord }
  const [first] = record.installation.circuits
  await askInFull(context.request, jobId)
  for (const [tag, name] of [
    ['c8', 'Lights'],
    ['c9', 'Office'],
  ] as const)
    await callUseCase(context.request, 'saveItem', {
      jobId,
      kind: 'circuit',
      itemId: uuidv7(),
      fields: { ...first, tag, name, residualTag: 'r1' },
    })
  await openBench(page, jobId, '?stage=earth&view=leakage')
  const main = page.getByRole('main')
  await type(page, 'leak c8 5')
  await type(page, 'leak c9 4.5')
  await expect(ledger(page)).toContainText(/9\.5.mA of 7\.5.mA leak standing/)
  await main.getByRole('button', { name: 'Propose the fewest moves' }).click()
  await expect(main).toContainText('not every circuit is clamped')
  await type(page, `leak ${first!.tag} 1`)
  await main.getByRole('button', { name: 'Propose the fewest moves' }).click()
  await expect(main).toContainText('1 to move')
  await main.getByRole('button', { name: 'Move them so' }).click()
  await expect(main.getByText('1 to move')).toBeHidden()
  await expect(main.getByRole('table', { name: 'Circuits by device' })).toContainText('a device of its own')
  // and back: carried with the mouse, with the keyboard, and chosen
  const circuit = (tag: string) => main.locator(`[data-circuit="${tag}"]`)
  const laneOf = (tag: string) => main.locator('[data-lane]').filter({ has: page.locator(`[data-circuit="${tag}"]`) })
  const at = async (what: ReturnType<typeof circuit>) => {
    await what.scrollIntoViewIfNeeded()
    const box = await what.boundingBox()
    return [(box?.x ?? 0) + (box?.width ?? 0) / 2, (box?.y ?? 0) + (box?.height ?? 0) / 2] as const
  }
  const together = laneOf('c8').locator('[data-circuit="c9"]')
  await expect(together).toHaveCount(0)
  await page.mouse.move(...(await at(circuit('c9'))))
  await page.mouse.down()
  // let go only once the page says what it is over: where a lane lies may change as a circuit is taken up
  const over = page.getByText(`Circuit c9 over device ${await laneOf('c8').getAttribute('data-lane')}.`)
  await expect(async () => {
    await page.mouse.move(...(await at(laneOf('c8'))), { steps: 8 })
    await expect(over).toBeAttached({ timeout: 1000 })
  }).toPass({ timeout: 15_000 })
  await page.mouse.up()
  await expect(together).toHaveCount(1)
  await circuit('c9').press('Space')
  await expect(page.getByText(/Circuit c9 (taken up|over device)/)).toBeAttached()
  await page.keyboard.press('Escape')
  await main.getByLabel('Device of circuit c8').selectOption({ label: 'a device of its own' })
  await main.getByLabel('Device of circuit c9').selectOption({ label: 'c8 Lights' })
  await expect(main.getByLabel('Device of circuit c8')).toHaveValue(/^r\d$/)
  await main.getByRole('tab', { name: 'Street and island' }).click()
  await expect(main.getByRole('button', { name: /r\d \(c8, c9\), on the street/ })).toBeVisible()
})

test('nothing is driven before buried services are found; the guide says where the probes go, and the soil is kept', async ({
  page,
  context,
}) => {
  await signIn(context, 'ines')
  const jobId = await makeJob(context.request, 'Stony Field')
  await openBench(page, jobId, '?stage=earth')
  const main = page.getByRole('main')
  await expect(main.getByText(/Drive nothing and dig nothing yet/)).toBeVisible()
  await type(page, 'services plans')
  await expect(main.getByText(/From drawings alone/)).toBeVisible()
  await type(page, 'services detector')
  await expect(main.getByText(/dig nothing yet/)).toBeHidden()
  await main.getByLabel('Distance to the current probe, in metres').fill('20')
  await main.getByLabel('Largest size of the electrode, in metres').fill('2,4')
  await expect(main.getByText(/Too near: an electrode of this size asks for 24 m/)).toBeVisible()
  // the method is the electrode's: its readings are asked for, judged and kept
  await main.getByRole('button', { name: /^slope/ }).click()
  await expect(main.getByRole('button', { name: /^slope/ })).toHaveAttribute('aria-pressed', 'true')
  for (const line of ['clamp 0.1', 'ra m 20', 'ra 20 14.2', 'ra 40 17.1', 'ra 60 19.8']) await type(page, line)
  await expect(main.getByText(/put the probe at 55\.6.%, 11\.1.m/).first()).toBeVisible()
  await type(page, 'ra true 19.2')
  await expect(ledger(page)).toContainText(/Slope 0\.931, read at 55\.6.%/)
  await type(page, 'ra 60 30')
  await expect(main.getByText(/the distance is too short/).first()).toBeVisible()
  await main.getByRole('button', { name: /^clamp-on/ }).click()
  await expect(main.getByRole('button', { name: /^clamp-on/ })).toHaveAttribute('aria-pressed', 'true')
  for (const line of ['ra loop 18', 'ra parallel yes', 'ra supplier no']) await type(page, line)
  await expect(main.getByText(/Measure with probes/).first()).toBeVisible()
  await main.getByLabel('Reading 1, in ohms').fill('14')
  await main.getByLabel('Reading 4, in ohms').fill('1.2')
  await expect(main.getByText(/Deeper soil is (better|worse)|The soil is even/)).toBeVisible()
  await main.getByRole('button', { name: 'Keep it as the soil here' }).click()
  await expect(main.getByText(/on record: 74\.\d Ω·m/)).toBeVisible()
})

test('the type printed on a device decides what else it is tested with, and which drive may hang behind it', async ({
  page,
  context,
}) => {
  await signIn(context, 'ines')
  const jobId = await makeJob(context.request, 'Waveform House')
  await askInFull(context.request, jobId)
  await openBench(page, jobId, '?stage=earth&view=modes')
  const tests = page.getByRole('table', { name: 'Residual-current tests' })
  await tests.getByRole('button', { name: 'Change Sockets' }).click()
  const form = page.getByRole('dialog')
  await form.getByLabel('Its residual-current type').selectOption('A')
  await form.getByRole('button', { name: 'Save' }).click()
  await expect(form).toBeHidden()
  await expect(tests).toContainText(/A 30\s*mA/)
  await type(page, 'wave c1 plus 24')
  await expect(ledger(page)).toContainText('Still to test: pulsating direct current, negative half-waves.')
  await type(page, 'wave c1 minus 50')
  await expect(ledger(page)).toContainText('Outside its limit: pulsating direct current, negative half-waves.')

  await openBench(page, jobId, '?stage=survey&view=loads')
  await page.getByRole('button', { name: 'Change Fridge' }).click()
  await form.getByLabel('Starts').selectOption('vsd')
  await form.getByRole('button', { name: 'Save' }).click()
  await expect(form).toBeHidden()
  await openBench(page, jobId, '?stage=plan&view=devices')
  const drives = page.getByRole('region', { name: 'Devices before drives' })
  await expect(drives).toContainText('Type A; F is the least here.')
  await expect(drives).toContainText('never the answer, whoever suggests it')
})
