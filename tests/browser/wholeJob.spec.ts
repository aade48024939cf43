import { fileURLToPath } from 'node:url'
import { type Page, expect, test } from '@playwright/test'
import { plateJpeg } from '../../demo/plate'
import { PASSWORD, ledger, type } from './support'

test.use({ serviceWorkers: 'allow' })

const trace = (name: string) => fileURLToPath(new URL(`../reference/traces/${name}`, import.meta.url))

/** Fills the form that lies open, by its labels, and sends it. */
async function fill(page: Page, fields: Record<string, string>, button: RegExp): Promise<void> {
  const form = page.getByRole('dialog')
  for (const [label, value] of Object.entries(fields)) {
    const field = form.getByLabel(label, { exact: false }).first()
    if ((await field.evaluate((element) => element.tagName)) === 'SELECT') await field.selectOption(value)
    else await field.fill(value)
  }
  await form.getByRole('button', { name: button }).click()
  await expect(form).toBeHidden()
}
const stage = (page: Page, name: string) =>
  page
    .getByRole('navigation', { name: 'Stages' })
    .getByRole('button', { name: new RegExp(`^${name}:`) })
    .click()

test('a lead takes a job from nothing to a sealed pack and the customer’s page', async ({ page, browser }) => {
  test.setTimeout(300_000)
  await page.goto('/')
  await page.getByLabel('E-mail').fill('ines@harrowlight.example')
  await page.getByLabel('Password').fill('wrong')
  await page.getByRole('button', { name: 'Sign in' }).click()
  await expect(page.getByRole('alert').filter({ hasText: 'do not go together' })).toBeVisible()
  await page.getByLabel('Password').fill(PASSWORD)
  await page.getByRole('button', { name: 'Sign in' }).click()

  await test.step('start', async () => {
    await page.getByRole('button', { name: 'New job' }).click()
    await page.getByRole('dialog').getByLabel('Name').fill('Whole Job House')
    await page.getByRole('dialog').getByLabel('Place').fill('Testholm')
    const zone = page.getByRole('dialog').getByLabel('Time zone')
    await expect(zone).toHaveValue(await page.evaluate(() => Intl.DateTimeFormat().resolvedOptions().timeZone))
    await zone.fill('Nowhere/Atall')
    await page.getByRole('dialog').getByRole('button', { name: 'Start the job' }).click()
    await expect(page.getByRole('dialog').getByText('Time zone is a name such as Europe/Lisbon')).toBeVisible()
    await zone.fill('Europe/Lisbon')
    await page.getByRole('dialog').getByRole('button', { name: 'Start the job' }).click()
    await expect(page.getByRole('heading', { name: 'What the house needs' })).toBeVisible()
    await expect(page.getByText('No loads yet')).toBeVisible()
    // the page is painted before its buttons do something
    await page.locator('[data-alive]').waitFor()
    // nobody's instrument is chosen silently: the torque wrench, the clamp, and the tester on top
    await expect(page.getByRole('banner').getByLabel('Instrument in hand')).toHaveValue('')
    for (const tool of [/Torque wrench/, /Clamp meter/, /Installation tester/]) {
      const option = page
        .getByRole('banner')
        .getByLabel('Instrument in hand')
        .locator('option')
        .filter({ hasText: tool })
      await page
        .getByRole('banner')
        .getByLabel('Instrument in hand')
        .selectOption(await option.getAttribute('value'))
    }
  })

  await test.step('survey', async () => {
    await page.getByRole('tab', { name: /Supply and boards/ }).click()
    await page.getByRole('button', { name: 'Add a circuit' }).click()
    await fill(
      page,
      {
        Name: 'Sockets',
        'Short name': 'c1',
        'Rated residual current': '30',
        'Rating of its breaker or fuse': '32',
        Curve: 'B',
      },
      /Add the circuit/,
    )
    await page.getByRole('tab', { name: /^Loads/ }).click()
    await page.getByRole('button', { name: 'Add a load' }).click()
    await fill(
      page,
      {
        Name: 'Fridge',
        'Short name': 'fridge',
        Circuit: 'c1',
        Power: '150',
        'Share of the time': '40',
        'Must stay on': 'yes',
      },
      /Add the load/,
    )
    await page.getByRole('button', { name: 'Add a load' }).click()
    await fill(
      page,
      { Name: 'Oven', 'Short name': 'oven', Circuit: 'c1', Power: '3,2 kW', 'Share of the time': '5' },
      /Add the load/,
    )
    await page.getByRole('tab', { name: /Supply and boards/ }).click()
    await page.getByRole('button', { name: 'Supply and household' }).click()
    await fill(page, { 'Rating of the supply fuse': '60', 'Power factor': '0.95' }, /Save/)
    await page.getByRole('tab', { name: /Sources/ }).click()
    await page.getByRole('button', { name: 'Add an inverter' }).click()
    await fill(
      page,
      {
        Name: 'Made-up 6',
        'Battery modules': '3',
        'Power of one module': '1.6 kW',
        'Inverter, battery side': '6 kW',
        'Inverter, AC rating': '6 kW',
        'Inverter surge': '9 kVA',
        'Surge of one module': '2.4 kVA',
        'Surge lasts': '10',
        'PV on its DC side': '0',
        'Left of its power in the cold': '100',
      },
      /Save/,
    )
    await page.getByRole('button', { name: 'Battery and gateway' }).click()
    await fill(page, { 'Usable energy': '9.6 kWh', 'Backup reserve': '40', 'Charge as usual': '70' }, /Save/)
    // figures that nobody read are asked for, and nothing stands in for them
    await expect(
      page.getByText(
        'Of the battery, what is the floor in an outage, the efficiency from battery to load, the standby power?',
      ),
    ).toBeVisible()
    await page.getByRole('button', { name: 'Battery and gateway' }).click()
    await fill(page, { 'Efficiency battery to load': '95', 'Floor in an outage': '5', Standby: '0' }, /Save/)
    // without what carries the house in an outage no limit is known, and the plan says so
    await stage(page, 'Plan')
    await expect(
      page.getByText('The source limits are open: the rating of gateway or changeover switch is missing.'),
    ).toBeVisible()
    await stage(page, 'Survey')
    await page.getByRole('tab', { name: /Sources/ }).click()
    await page.getByRole('button', { name: 'Battery and gateway' }).click()
    await fill(page, { 'Gateway rating': '63' }, /Save/)
    // what only the maker can state: without it no gap is promised
    await page.getByRole('button', { name: 'Add a declared figure' }).click()
    await fill(
      page,
      {
        Name: 'Switching time',
        About: 'Made-up 6',
        What: 'switchingTime',
        Declared: '600 ms',
        From: 'letter',
        'Document of': '2026-01-10',
      },
      /Add the declared figure/,
    )
    await type(page, 'fuse 60')
    await expect(ledger(page)).toContainText('The device carries the 60 A the plan counts on')
  })

  await test.step('plan', async () => {
    await stage(page, 'Plan')
    await expect(page.getByRole('heading', { name: 'Automatic, whole house' })).toBeVisible()
    await expect(page.getByText('battery modules, not the inverter').first()).toBeVisible()
    await page.getByRole('button', { name: 'Choose and promise' }).click()
    await fill(page, { 'Promised gap': 'blink' }, /Choose and write/)
    await page.getByRole('tab', { name: 'Promises' }).click()
    await expect(page.getByText('These stay on in an outage: Fridge.')).toBeVisible()
    await expect(page.getByText('the battery carries about 220 W for 14 h 30 min')).toBeVisible()
  })

  await test.step('fit', async () => {
    await stage(page, 'Fit')
    // what the plan counts on is on the list by one press; nothing is written down twice, and one press takes it back
    const fromPlan = page.getByRole('button', { name: 'Take 5 components from the plan' })
    await fromPlan.click()
    const taking = page.getByRole('dialog', { name: 'Components the plan counts on' })
    await expect(taking.getByLabel('Model of Made-up 6', { exact: true })).toHaveValue('Made-up 6')
    await taking.getByLabel('Model of modules of Made-up 6').fill('Made-up module')
    await taking.getByRole('button', { name: 'Take 4 components onto the list' }).click()
    await expect(taking).toHaveCount(0)
    await expect(page.getByText('Made-up 6 module 3')).toBeVisible()
    await page.keyboard.press('u')
    await page.getByRole('dialog').getByRole('button', { name: 'Take back', exact: true }).click()
    await expect(page.getByRole('dialog')).toHaveCount(0)
    await expect(page.getByText('No components yet')).toBeVisible()
    await page.getByRole('button', { name: 'Add a component' }).click()
    await fill(
      page,
      { Name: 'Inverter', 'Short name': 'inv1', Kind: 'inverter', Model: 'Made-up 6', 'Lowest firmware': '2.10' },
      /Add the component/,
    )
    await expect(page.getByRole('button', { name: 'Take 4 components from the plan' })).toBeVisible()
    await type(page, 'serial inv1 MU6-00417')
    await type(page, 'fw inv1 2.14')
    await page
      .getByRole('main')
      .getByLabel('Picture of inv1')
      .last()
      .setInputFiles({
        name: 'plate.jpg',
        mimeType: 'image/jpeg',
        buffer: Buffer.from(await plateJpeg('Inverter', 'Made-up 6', 'MU6-00417', 3)),
      })
    await expect(page.getByRole('heading', { name: 'Wall, day and what was mounted' }).locator('..')).toContainText(
      '1 of 1 component on record',
    )
    await expect(page.getByRole('img', { name: 'Picture of Inverter' })).toBeVisible()
  })

  await test.step('wire', async () => {
    await stage(page, 'Wire')
    await page.getByRole('tab', { name: 'Runs' }).click()
    await page.getByRole('button', { name: 'Add a run' }).click()
    await fill(
      page,
      { 'Short name': 'w1', 'Near end': 'Meter', 'Far end': 'Gateway', Size: '16', Length: '20' },
      /Add the run/,
    )
    await type(page, 'join w1 yes')
    await expect(page.getByText('joined: answers')).toBeVisible()
    await expect(page.getByText('0 of 1 run identified')).toBeVisible()
    await type(page, 'free w1 no')
    await expect(page.getByText('1 of 1 run identified')).toBeVisible()
    for (const core of ['n', 'pe'])
      for (const line of [`core w1 ${core} joined yes`, `core w1 ${core} free no`]) await type(page, line)
    for (const line of ['torque w1 near 4.5', 'torque w1 far 4.4', 'electronics out', 'ir w1 200M', 'pe w1 .02'])
      await type(page, line)
    await type(page, 'loop w1 46 mΩ')
    // a drawing is a plan until somebody has walked the house with it
    await page.getByRole('tab', { name: 'Schematic' }).click()
    await expect(page.getByText(/That is the drawing: walk the house with it/)).toBeVisible()
    await page.getByRole('button', { name: 'Confirm as built' }).click()
    await expect(page.getByText(/Confirmed as built by/).first()).toBeVisible()
  })

  await test.step('earth', async () => {
    await stage(page, 'Earth')
    await page.getByRole('button', { name: 'Add an electrode' }).click()
    await fill(page, { 'Short name': 'e1', Target: '100' }, /Add the electrode/)
    for (const line of ['pe c1 .4', 'ir c1 180 MΩ', 'pol c1 right']) await type(page, line)
    for (const line of [
      'services detector',
      'clamp .08',
      'ra 52 37.4',
      'ra 62 38,2',
      'ra 72 39.1',
      'rcd c1 half held',
      'rcd c1 x1 24',
      'rcd c1 x5 12',
      'rcd c1 ramp 22',
    ])
      await type(page, line)
    await expect(page.getByRole('img', { name: /Electrode e1/ })).toHaveAccessibleName(/61\.8 %: 38\.2.Ω/)
    await expect(ledger(page)).toContainText('All tests are within their limits')
  })

  await test.step('settings, over Modbus TCP', async () => {
    await stage(page, 'Settings')
    await page.getByRole('button', { name: 'Plan a setting' }).click()
    await fill(
      page,
      { Setting: 'reserveSocPercent', Called: 'Backup reserve', 'Planned value': '40', Unit: '%', Tolerance: '1' },
      /Add the planned setting/,
    )
    await page.getByRole('button', { name: 'Read from the gateway' }).click()
    await expect(page.getByText('1 setting read and recorded as read')).toBeVisible()
    await expect(page.getByText('model7099.r0')).toBeVisible()
    // the stand-in was built before this was planned: it is set, read back, and then left
    await page.getByRole('button', { name: 'Write it as planned' }).click()
    await expect(page.getByText(/40.% written, 40.% is read back/)).toBeVisible()
    await page.getByRole('button', { name: 'Read and record as left' }).click()
    await expect(page.getByRole('heading', { name: 'Left as planned' })).toBeVisible()
  })

  await test.step('hold points, first island, outage', async () => {
    // the electrode came after the walk: what was confirmed is no longer what is drawn
    await stage(page, 'Outage')
    await expect(page.getByRole('heading', { name: 'First live is held' })).toBeVisible()
    await stage(page, 'Wire')
    await page.getByRole('tab', { name: 'Schematic' }).click()
    await expect(page.getByText(/The wiring was changed after Ines Varro confirmed it/).first()).toBeVisible()
    await page.getByRole('button', { name: 'Confirm as built' }).click()
    await expect(page.getByText(/Confirmed as built by/).first()).toBeVisible()
    await stage(page, 'Outage')
    await expect(page.getByRole('heading', { name: 'First island is held' })).toBeVisible()
    for (const answer of [
      'Medical and life-support equipment asked about: none',
      'Maintenance bypass is open: open',
      'A licensed person is here and leads the test: yes',
      'All final circuits are open for the first island: open',
      'Everybody in the house has been told: yes',
    ])
      await page.getByRole('button', { name: answer }).first().click()
    await expect(page.getByRole('heading', { name: 'Outage with loads is held' })).toBeVisible()
    for (const line of [
      'earthing system tncs',
      'earthing supplier kept',
      'earthing metal bonded',
      'ln 230.6',
      'le 230.1',
      'ne .4',
      'island v 231',
      'island f 50.1',
      'rcd c1 half island held',
      'rcd c1 x1 island 26',
      'rcd c1 x5 island 13',
      'rcd c1 ramp island 22',
    ])
      await type(page, line)
    for (const line of ['saved yes', 'heavy off', 'helper yes', 'callout yes']) await type(page, line)
    await expect(page.getByRole('heading', { name: 'Ready to cut the supply' })).toBeVisible()
    await page.getByLabel('Recorder’s file').setInputFiles([trace('c2-single-400ms.cfg'), trace('c2-single-400ms.dat')])
    await expect(page.getByTestId('wave')).toHaveAccessibleName(/Gap of 4\d\d.ms/)
    await page.getByRole('button', { name: 'Store as evidence: gap when the supply is lost' }).click()
    await expect(page.getByRole('heading', { name: /^The gap: 4\d\d.ms/ })).toBeVisible()
    await expect(page.getByTestId('outbox-state')).toContainText('all sent')
    for (const line of [
      'on fridge yes',
      'return 1 clean',
      'return 2 clean',
      'return 3 clean',
      'left bypass open',
      'left main closed',
    ])
      await type(page, line)
    await stage(page, 'Wire')
    await expect(page.getByText('No position of the switches feeds the street')).toBeVisible()
    await page.getByRole('button', { name: 'The switches stand as drawn' }).click()
    await expect(page.getByText('Every switch stands as planned.')).toBeVisible()
  })

  await test.step('handover', async () => {
    await stage(page, 'Handover')
    for (const line of ['card yes', 'labels yes']) await type(page, line)
    await expect(page.getByRole('heading', { name: '3 of 4 promises shown' })).toBeVisible()
    await expect(page.getByText('Worked out, not measured: nobody has run the battery down.')).toBeVisible()
    await expect(page.getByTestId('outbox-state')).toContainText('all sent')
    await page.getByRole('tab', { name: 'Check, sign, seal' }).click()
    await page.getByRole('button', { name: 'Seal the pack' }).click()
    await page.getByRole('button', { name: 'Seal it' }).click()
    await expect(page.getByText(/^Sealed .* by Ines Varro$/)).toBeVisible({ timeout: 40_000 })
    await page.getByRole('button', { name: 'Customer link' }).click()
    await page.getByRole('button', { name: 'Make the link' }).click()
    const address = await page.getByTestId('customer-link').innerText()
    const customer = await browser.newPage({ viewport: { width: 390, height: 844 } })
    await customer.goto(address)
    await expect(customer.getByRole('heading', { name: 'Whole Job House' })).toBeVisible()
    await expect(customer.getByText('3 of 4 promises were shown on the day')).toBeVisible()
    await customer.close()
    await page.keyboard.press('Escape')
    await page.getByRole('button', { name: 'Withdraw', exact: true }).click()
    await page.getByRole('button', { name: 'Withdraw the link' }).click()
    await expect(page.getByText(/withdrawn \d/)).toBeVisible()
    const late = await browser.newPage()
    await late.goto(address)
    await expect(late.getByRole('heading', { name: 'This link was withdrawn' })).toBeVisible()
    await late.close()
  })
})
