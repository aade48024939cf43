import { type Page, expect, test } from '@playwright/test'
import { v7 as uuidv7 } from 'uuid'
import { callUseCase, openBench, sendReadings, makeJob, signIn } from './support'

const dialog = (page: Page) => page.getByRole('dialog')
/** A tab by how its name begins: a count may stand behind it. */
const tab = (page: Page, name: string) => page.getByRole('tab', { name: new RegExp(`^${name}`) }).click()

async function fill(page: Page, fields: Record<string, string>): Promise<void> {
  const form = dialog(page)
  await expect(form).toBeVisible()
  // what is seldom asked is folded away
  const more = form.getByRole('button', { name: /more figures$/ })
  if (await more.isVisible()) await more.click()
  for (const [label, text] of Object.entries(fields)) {
    const field = form.getByLabel(label, { exact: false }).first()
    if ((await field.evaluate((element) => element.tagName)) === 'SELECT') await field.selectOption(text)
    else await field.fill(text)
  }
}

async function save(page: Page, button: string): Promise<void> {
  await dialog(page).getByRole('button', { name: button }).click()
  await expect(dialog(page)).toBeHidden()
}

async function newJob(
  page: Page,
  context: Parameters<typeof signIn>[0],
  packId: string,
  name: string,
): Promise<string> {
  await signIn(context, 'maud')
  const jobId = uuidv7()
  await callUseCase(context.request, 'createJob', { id: jobId, name, place: 'Testholm', packId, scheduledDay: null })
  const circuit = {
    tag: 'c1',
    name: 'House',
    breakerA: 40,
    curve: packId === 'na-split-240' ? null : 'B',
    phase: 'all',
  }
  await callUseCase(context.request, 'saveItem', {
    jobId,
    kind: 'circuit',
    itemId: uuidv7(),
    fields: { device: 'general', iDeltaNMa: 30, backedUp: true, ...circuit },
  })
  await openBench(page, jobId, '?stage=survey')
  return jobId
}

async function addLoad(page: Page, fields: Record<string, string>): Promise<void> {
  await page.getByRole('button', { name: 'Add a load' }).click()
  await fill(page, { Circuit: 'c1', ...fields })
  await save(page, 'Add the load')
}

/** Drags with the mouse in steps, as a hand does: the first few pixels only begin the drag. */
async function drag(page: Page, from: string, to: string): Promise<void> {
  await page.locator(to).evaluate((element) => element.scrollIntoView({ block: 'center' }))
  const [start, end] = [await page.locator(from).boundingBox(), await page.locator(to).boundingBox()]
  if (!start || !end) throw new Error('nothing to drag')
  await page.mouse.move(start.x + 12, start.y + 12)
  await page.mouse.down()
  await page.mouse.move(start.x + 24, start.y + 16, { steps: 4 })
  await page.mouse.move(end.x + end.width / 2, end.y + 20, { steps: 12 })
  await page.mouse.up()
}

const LEGS = (page: Page) => page.getByRole('img', { name: /Loads against the limits/ })

test('a three-phase job is surveyed and planned from nothing', async ({ page, context }) => {
  const jobId = await newJob(page, context, 'iec-3ph-400', 'Three Phase Barn')
  await page.keyboard.press('2')
  await expect(page.getByRole('heading', { name: 'Not enough is known to plan' })).toBeVisible()
  await page.getByRole('button', { name: 'Go to Survey' }).click()
  await expect(page.getByRole('tab', { name: /Sources/, selected: true })).toBeVisible()
  await page.getByRole('button', { name: 'Add an inverter' }).click()
  await fill(page, {
    Name: 'Made-up three-phase',
    Phase: 'all',
    'Battery modules': '5',
    'Power of one module': '2 kW',
    'Inverter, battery side': '9 kW',
    'Inverter, AC rating': '10 kW',
    'Inverter surge': '15 kVA',
    'Surge of one module': '4 kVA',
    'Surge lasts': '10',
    'PV on its DC side': '0',
    'Left of its power in the cold': '100',
  })
  await save(page, 'Save')
  await page.getByRole('button', { name: 'Battery and gateway' }).click()
  await fill(page, {
    'Usable energy, declared': '20 kWh',
    'Backup reserve': '40',
    'Charge as usual': '80',
    'Efficiency battery to load': '95',
    'Floor in an outage': '5',
    Standby: '40',
    'Gateway rating': '40',
  })
  await save(page, 'Save')
  await tab(page, 'Loads')
  await addLoad(page, {
    Name: 'Cold store',
    'Short name': 'cold',
    Power: '1200',
    'Power factor': '0,8',
    'Share of the time it runs': '40',
    Phase: 'L1',
    'Locked-rotor current': '16',
    'Its motor starts': 'direct',
    'Start takes': '0,6',
    'Must stay on': 'yes',
  })
  await addLoad(page, {
    Name: 'Kitchen',
    'Short name': 'kitchen',
    Power: '6 kW',
    'Share of the time it runs': '5',
    Phase: 'all',
    Priority: '7',
  })
  await addLoad(page, {
    Name: 'Light',
    'Short name': 'light',
    Power: '400',
    'Share of the time it runs': '50',
    Phase: 'L2',
    'Must stay on': 'yes',
  })
  await page.keyboard.press('2')
  // 9 kW by its battery side, a third on each phase
  await expect(page.getByText(/limited by the inverter’s battery side/).first()).toBeVisible()
  await expect(LEGS(page)).toHaveAttribute('aria-label', /L1, all on at once: 3\.2.kW backed up, night limit 3.kW/)

  // moved by hand to another phase, and the limits follow
  await drag(page, '[data-load=light]', '[data-lane="staysOn:L1"]')
  await expect(LEGS(page)).toHaveAttribute('aria-label', /L1, all on at once: 3\.6.kW backed up/)
  // and without dragging, from its menu
  await page.locator('[data-load=kitchen]').click()
  await dialog(page).getByRole('button', { name: 'Turn off first' }).click()
  await expect(page.getByText('Kitchen as agreed')).toBeVisible()
  await page.reload()
  await page.locator('[data-alive]').waitFor()
  await expect(page.locator('[data-lane="staysOn:L1"]').getByText('Light')).toBeVisible()

  await tab(page, 'Schools')
  await expect(page.getByRole('region', { name: 'Manual changeover' })).toContainText('Turn off Kitchen')
  await tab(page, 'Motors')
  await expect(page.locator('[data-motor=cold]')).toContainText(/3\.68.kVA to start/)
  await expect(page.locator('[data-motor=cold]')).toContainText('With a soft start')

  await tab(page, 'Year')
  await expect(page.getByText('The latitude of the house is not known.')).toBeVisible()
  await page.getByRole('button', { name: 'Go to Survey' }).click()
  await page.getByRole('button', { name: 'Change the place' }).click()
  await fill(page, { Latitude: '51', 'Lowest temperature': '-12', 'Highest temperature': '33' })
  await save(page, 'Save')
  await tab(page, 'Already there')
  await page.getByRole('button', { name: 'Add a face of the array' }).click()
  await fill(page, { Name: 'South', 'Peak power': '5 kW', Tilt: '35', Direction: '180' })
  await save(page, 'Add the face of the array')
  await page.keyboard.press('2')
  await tab(page, 'Year')
  // a blank charging power is no charging power
  await expect(page.getByText('Still needed: what inverter and modules can be charged with.')).toBeVisible()
  await tab(page, 'Money')
  await page.getByRole('button', { name: 'Tariff and charging' }).click()
  await fill(page, { 'Inverter charges with': '5 kW', 'One module charges with': '1,5 kW' })
  await save(page, 'Save')
  await tab(page, 'Year')
  await expect(page.getByRole('img', { name: /Share of outages that still run\. as planned: / })).toBeVisible()
  await expect(page.getByRole('table', { name: 'Systems compared' }).getByRole('row')).toHaveCount(5)
  await page.getByRole('button', { name: '4 modules' }).click()
  await expect(page.getByRole('table', { name: 'Systems compared' }).getByRole('row')).toHaveCount(4)
  await page.getByRole('button', { name: 'Compare another' }).click()
  await fill(page, { 'Backup reserve': '2' })
  await dialog(page).getByRole('button', { name: 'Put it on the picture' }).click()
  await expect(dialog(page).getByText('lies between the floor of 5 % and 100 %')).toBeVisible()
  await fill(page, { Name: 'twice as large', 'Usable energy': '40 kWh', 'Backup reserve': '40' })
  await save(page, 'Put it on the picture')
  await expect(page.getByRole('row', { name: /twice as large/ })).toBeVisible()
  await page.getByRole('slider', { name: 'Day of the year' }).fill('180')
  await expect(page.getByText(/begins 30 June/)).toBeVisible()

  await tab(page, 'Test day')
  await expect(page.getByText(/2 rungs to/)).toBeVisible()
  await page.getByRole('button', { name: 'Choose and promise' }).click()
  await fill(page, { 'Promised gap': 'blink', 'Why this one': 'The kitchen is shed, the rest fits.' })
  await save(page, 'Choose and write the promises')
  await tab(page, 'Promises')
  await expect(page.getByText('These stay on in an outage: Cold store and Light.')).toBeVisible()
  await expect(page.getByText('1 revision, the last by')).toBeVisible()
  expect(jobId).toBeTruthy()
})

test('a split-phase job is surveyed and planned from nothing, in its own words', async ({ page, context }) => {
  await newJob(page, context, 'na-split-240', 'Split Phase Cabin')
  await tab(page, 'Supply and boards')
  await page.getByRole('button', { name: 'Supply and household' }).click()
  await fill(page, { 'Rating of the main breaker': '200', 'Meter and service panel in one box': 'yes' })
  await save(page, 'Save')
  await expect(page.getByText('The N–G bond sits in the box with the meter.', { exact: false })).toBeVisible()
  await page.getByRole('button', { name: 'Add a board' }).click()
  await fill(page, {
    Name: 'Service panel',
    'Main device': '200',
    'Rating of busbar': '200',
    'Sources at the far end': 'yes',
    'Fed from': 'main1',
  })
  await save(page, 'Add the board')
  await tab(page, 'Already there')
  await page.getByRole('button', { name: 'Add a device towards a source' }).click()
  await fill(page, {
    Name: 'Inverter breaker',
    'On board': 'board1',
    Device: 'acBreaker',
    Rating: '60',
    'Continuous current of the source': '40',
    'A source can feed through it': 'yes',
    'Marked for': 'unmarked',
    'Other circuits share it': 'no',
    Feeds: 'ordinary',
  })
  await save(page, 'Add the device towards a source')
  await tab(page, 'Supply and boards')
  // 200 + 1.25 × 40 = 250 A against 120 % of 200 A
  await expect(page.getByText(/main and sources use 250 A of 240 A/)).toBeVisible()
  await expect(page.locator('[data-survey=board1]')).toContainText('Exceeds')
  await tab(page, 'Sources')
  await page.getByRole('button', { name: 'Add an inverter' }).click()
  await fill(page, {
    Name: 'Made-up split',
    Phase: 'all',
    'Battery modules': '4',
    'Power of one module': '2500',
    'Inverter, battery side': '11 kW',
    'Inverter, AC rating': '11,4 kW',
    'Inverter surge': '18 kVA',
    'Surge of one module': '4 kVA',
    'Surge lasts': '10',
    'PV on its DC side': '0',
    'Left of its power in the cold': '100',
  })
  await save(page, 'Save')
  await page.getByRole('button', { name: 'Battery and gateway' }).click()
  await fill(page, {
    'Usable energy, declared': '30 kWh',
    'Backup reserve': '50',
    'Efficiency battery to load': '95',
    'Floor in an outage': '5',
    Standby: '40',
    'Gateway rating': '200',
  })
  await save(page, 'Save')
  await tab(page, 'Loads')
  await addLoad(page, {
    Name: 'Well pump',
    'Short name': 'well',
    Power: '1100',
    'Share of the time it runs': '8',
    Phase: 'all',
    'Code letter': 'H',
    'Motor power, hp': '1,5',
    'Its motor starts': 'direct',
    'Start takes': '0,7',
    'Must stay on': 'yes',
  })
  await addLoad(page, {
    Name: 'Freezer',
    'Short name': 'freezer',
    Power: '180',
    'Share of the time it runs': '40',
    Phase: 'L1',
    'Must stay on': 'yes',
  })
  await page.keyboard.press('2')
  await expect(page.getByRole('heading', { name: 'Automatic, whole house' })).toBeVisible()
  await expect(LEGS(page)).toHaveAttribute('aria-label', /L1, all on at once: 730.W backed up, night limit 5.kW/)
  await tab(page, 'Motors')
  await expect(page.locator('[data-motor=well]')).toContainText('estimated from the plate')
  await expect(page.locator('[data-motor=well]')).toContainText('Tight')
  await tab(page, 'Money')
  await page.getByRole('button', { name: 'Tariff and charging' }).click()
  await fill(page, { 'Price per kWh': '0,19' })
  await save(page, 'Save')
  await expect(page.getByText('The latitude of the house is not known.')).toBeVisible()
  await tab(page, 'Promises')
  await page.getByRole('button', { name: 'Choose and promise' }).click()
  await fill(page, { 'Promised gap': 'flicker', 'Why this one': 'It never comes near the limit.' })
  await save(page, 'Choose and write the promises')
  await expect(page.getByText('a fault to ground is cut off', { exact: false })).toBeVisible()
})

test('a plan that changes has a new revision, says what changed, and opens the promise again', async ({
  page,
  context,
}) => {
  await signIn(context, 'ines')
  const jobId = await makeJob(context.request, 'Revised House')
  await callUseCase(context.request, 'choosePlan', {
    jobId,
    school: 'automaticWholeHome',
    reason: 'It fits at all hours.',
    gapClass: 'blink',
  })
  await sendReadings(context.request, jobId, [['outage.stayedOn.fridge', 'seen', 'running']])
  await openBench(page, jobId, '?stage=plan&view=promises')
  await expect(page.getByText('Shown on the day.').first()).toBeVisible()
  await tab(page, 'Limits')
  await page.locator('[data-load=oven]').click()
  await dialog(page).getByRole('button', { name: 'Stays on' }).click()
  await expect(page.locator('[data-lane="staysOn:L1"]').getByText('Oven')).toBeVisible()
  await tab(page, 'Promises')
  await expect(page.getByText('backed up', { exact: false }).last()).toBeVisible()
  await page.getByRole('button', { name: 'Choose again' }).click()
  await fill(page, { 'What changed since the last time': 'The oven has to stay on as well.' })
  await save(page, 'Choose and write the promises')
  await expect(
    page.getByText(/Open again: the plan changed this promise on .* Before: These stay on in an outage: Fridge\./),
  ).toBeVisible()
  await expect(page.getByText('2 revisions, the last by')).toBeVisible()
  await page.getByLabel('From revision').selectOption({ index: 2 })
  await page.getByLabel('To revision').selectOption({ index: 1 })
  const changed = page.getByRole('region', { name: 'What changed' })
  await expect(changed.locator('del', { hasText: 'backed up' })).toBeVisible()
  await expect(changed.locator('ins', { hasText: 'stays on' })).toBeVisible()
  // what was chosen last is taken back as one: the promise stands as it was shown
  await expect(dialog(page)).toHaveCount(0)
  await page.keyboard.press('u')
  await expect(dialog(page)).toContainText('The plan was chosen')
  await dialog(page).getByRole('button', { name: 'Take back' }).click()
  await expect(page.getByText('3 revisions, the last by')).toBeVisible()
  await expect(page.getByText('Shown on the day.').first()).toBeVisible()
})

test('contradictions are named with their field, and the rest of the plan stands', async ({ page, context }) => {
  await signIn(context, 'maud')
  const jobId = await makeJob(context.request, 'Crossed House')
  const { version, record } = (await (await context.request.get(`/api/jobs/${jobId}`)).json()) as {
    version: number
    record: { installation: { sources: { units: object[] } } }
  }
  const { sources } = record.installation
  await callUseCase(context.request, 'changeJob', {
    jobId,
    version,
    sources: { ...sources, usualSoc: 0.2, units: sources.units.map((unit) => ({ ...unit, moduleW: 9000 })) },
  })
  await openBench(page, jobId, '?stage=plan')
  const notice = page.getByRole('alert').filter({ hasText: 'contradict themselves' })
  await expect(notice).toContainText('sources.units.0.moduleW')
  await expect(notice).toContainText('The charge as usual is below the backup reserve')
  await expect(page.getByText(/Night limit/).first()).toBeVisible()
  await expect(page.getByRole('region', { name: 'How long it runs' })).toContainText('Open')
})
