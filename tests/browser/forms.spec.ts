import { expect, test } from '@playwright/test'
import { makeJob, openBench, sendFirstLive, signIn, callUseCase } from './support'

test.describe('descriptive forms', () => {
  let jobId: string
  test.beforeEach(async ({ page, context }) => {
    await signIn(context, 'maud')
    jobId = await makeJob(context.request, 'Form House')
    await openBench(page, jobId, '?stage=survey')
  })

  test('say all that is missing at once, and bring the first of it into view', async ({ page }) => {
    await page.getByRole('tab', { name: /Already there/ }).click()
    await page.getByRole('button', { name: 'Add a PV system' }).click()
    const form = page.getByRole('dialog')
    await form.getByLabel('Short name').fill('a b')
    await form.getByRole('button', { name: 'Add the PV system' }).click()
    await expect(form.getByLabel('Name', { exact: true })).toBeFocused()
    await expect(form.getByText('Coupled on is missing')).toBeVisible()
    await expect(form.getByLabel('Short name')).toHaveAttribute('aria-invalid', 'true')
    await form.getByLabel('Name', { exact: true }).fill('Roof')
    await form.getByLabel('Short name').fill('pv1')
    await form.getByRole('button', { name: 'Add the PV system' }).click()
    await expect(form.getByLabel('Coupled on')).toBeFocused()
    await expect(form.getByLabel('Coupled on')).toBeInViewport()
    await form.getByLabel('Coupled on').selectOption('ac')
    await form.getByRole('button', { name: 'Add the PV system' }).click()
    await expect(form).toBeHidden()
    await expect(page.locator('[data-survey=pv1]')).toContainText('Roof')
  })

  test('name what is wrong at its field and lose nothing that was typed', async ({ page }) => {
    await page.getByRole('button', { name: 'Add a load' }).click()
    const form = page.getByRole('dialog')
    await form.getByLabel('Name', { exact: true }).fill('Sauna')
    await form.getByLabel('Short name').fill('fridge')
    await form.getByLabel('Power', { exact: false }).first().fill('lots')
    await form.getByLabel('Backed up').selectOption('no')
    await form.getByLabel('Must stay on').selectOption('yes')
    await form.getByRole('button', { name: 'Add the load' }).click()
    await expect(form.getByText('“lots” is not a number')).toBeVisible()
    await form.getByLabel('Power', { exact: false }).first().fill('6 kW')
    await form.getByRole('button', { name: 'Add the load' }).click()
    await expect(form.getByText('A load that must stay on has to be backed up.')).toBeVisible()
    await form.getByLabel('Must stay on').selectOption('no')
    await form.getByRole('button', { name: 'Add the load' }).click()
    await expect(form.getByText('“fridge” is already used in this job.')).toBeVisible()
    await expect(form.getByLabel('Name', { exact: true })).toHaveValue('Sauna')
    await form.getByLabel('Short name').fill('sauna')
    await form.getByRole('button', { name: 'Add the load' }).click()
    await expect(form).toBeHidden()
    await expect(page.getByRole('row', { name: /Sauna/ })).toContainText('never backed up')
  })

  test('begin with no figure that nobody read, and ask for it', async ({ page }) => {
    await openBench(page, jobId, '?stage=wire&view=runs')
    await page.getByRole('button', { name: 'Add a run' }).click()
    const form = page.getByRole('dialog')
    // from the thinnest up, whatever the order of their figures
    const sizes = await form.getByLabel(/^Size/).getByRole('option').allTextContents()
    expect(sizes.slice(0, 5)).toEqual(['choose', '1.5', '2.5', '4', '6'])
    await expect(form.getByLabel(/^Size/)).toHaveValue('')
    await expect(form.getByLabel(/^Left after derating/)).toHaveValue('')
    await form.getByLabel('Short name').fill('w7')
    await form.getByLabel('Near end').fill('Board')
    await form.getByLabel('Far end').fill('Gateway')
    await form.getByLabel(/^Length/).fill('20')
    await form.getByLabel(/^Design current/).fill('20')
    await form.getByLabel(/^Device before it/).fill('25')
    await form.getByRole('button', { name: 'Add the run' }).click()
    await expect(form.getByText('Size, mm² is missing')).toBeVisible()
    await form.getByLabel(/^Size/).selectOption('6')
    await form.getByRole('button', { name: 'Add the run' }).click()
    await expect(form).toHaveCount(0)
    // nobody has looked at how it is laid: what it carries is open, and so is whether it fits
    await openBench(page, jobId, '?stage=plan&view=devices')
    const run = page.getByRole('table', { name: 'Cables' }).getByRole('row', { name: /w7/ })
    await expect(run).toContainText('Open')
    await expect(run).toContainText('device and size')
  })

  test('rename a job and move its day where it stands, and say what is no name', async ({ page }) => {
    await page.getByRole('button', { name: 'Change name, place or day' }).click()
    const form = page.getByRole('dialog')
    await form.getByLabel('Name').fill(' ')
    await form.getByRole('button', { name: 'Save' }).click()
    await expect(form.getByText('Name is missing')).toBeVisible()
    await form.getByLabel('Name').fill('Form House, the annexe')
    await form.getByLabel('Day').fill('2031-05-06')
    await form.getByRole('button', { name: 'Save' }).click()
    await expect(form).toBeHidden()
    await expect(page.getByRole('heading', { level: 1 })).toHaveText('Form House, the annexe')
    await page.goto(`/jobs/${jobId}?stage=fit&view=day`)
    await expect(page.getByText('2031-05-06').first()).toBeVisible()
    await expect(page.getByRole('button', { name: 'Move the day' })).toBeVisible()
  })

  test('recompute the plan at once, and leave it open where a figure is blank', async ({ page }) => {
    await expect(page.getByText(/night and day 4\.8.kW/)).toBeVisible()
    const view = (name: string) => page.getByRole('tab', { name }).click()
    await view('Sources')
    await page.getByRole('button', { name: 'Change Unit' }).click()
    const form = page.getByRole('dialog')
    await form.getByLabel('Battery modules').fill('2')
    await form.getByRole('button', { name: 'Save' }).click()
    await expect(form).toBeHidden()
    await view('Loads')
    await expect(page.getByText(/night and day 3\.2.kW/)).toBeVisible()
    await view('Sources')
    await page.getByRole('button', { name: 'Change Unit' }).click()
    await form.getByLabel('Power of one module').fill('')
    await form.getByRole('button', { name: 'Save' }).click()
    await expect(form).toBeHidden()
    await page.keyboard.press('2')
    await expect(page.getByRole('heading', { name: 'Not enough is known to plan' })).toBeVisible()
    await expect(page.getByText('a declared figure is missing').first()).toBeVisible()
  })

  test('tell of a change somebody else made meanwhile, and keep what was typed', async ({ page, context }) => {
    await page.getByRole('tab', { name: 'Supply and boards' }).click()
    await page.getByRole('button', { name: 'Supply and household' }).click()
    const form = page.getByRole('dialog')
    await form.getByLabel('Rating of the supply fuse').fill('80')
    const { version } = (await (await context.request.get(`/api/jobs/${jobId}`)).json()) as { version: number }
    await callUseCase(context.request, 'changeJob', { jobId, version, acceptsShedding: true })
    await form.getByRole('button', { name: 'Save' }).click()
    await expect(form.getByRole('alert')).toContainText('Somebody else changed this job meanwhile')
    await expect(form.getByLabel('Rating of the supply fuse')).toHaveValue('80')
  })

  test('take a thing out of the plan only when asked twice', async ({ page }) => {
    await page.getByRole('button', { name: 'Change Oven' }).click()
    await page.getByRole('button', { name: 'Take out of the plan' }).click()
    await page.getByRole('button', { name: /Press again/ }).click()
    await expect(page.getByRole('row', { name: /Oven/ })).toBeHidden()
  })
})

test('a hold is gone past in writing by a lead, where it may be, and the pack will say so', async ({
  page,
  context,
  browser,
}) => {
  await signIn(context, 'ines')
  const jobId = await makeJob(context.request, 'Override House')
  await sendFirstLive(context.request, jobId)
  await openBench(page, jobId, '?stage=outage')
  const row = (label: string) =>
    page.getByRole('region', { name: 'First island: hold points' }).locator('> *').filter({ hasText: label })
  await expect(row('medical question asked')).toContainText('never overridden')
  await expect(row('medical question asked').getByRole('button', { name: 'override in writing' })).toBeHidden()
  await row('electrode measured').getByRole('button', { name: 'override in writing' }).click()
  await expect(page.getByRole('button', { name: 'Sign for it' })).toBeDisabled()
  await page
    .getByLabel('Reason for going past “electrode measured”')
    .fill('measured by the network operator last week, on file')
  await page.getByRole('button', { name: 'Sign for it' }).click()
  await expect(row('electrode measured')).toContainText('gone past in writing by Ines Varro')
  const hand = await browser.newContext({ baseURL: process.env.AWLBRIGHT_TEST_URL })
  await signIn(hand, 'tobin')
  const other = await hand.newPage()
  await openBench(other, jobId, '?stage=outage')
  await expect(other.getByText('gone past in writing by Ines Varro')).toBeVisible()
  await expect(other.getByRole('button', { name: 'override in writing' })).toHaveCount(0)
  await hand.close()
})

test('a gateway that does not answer is said so, and nothing is kept of it', async ({ page, context }) => {
  await signIn(context, 'ines')
  const jobId = await makeJob(context.request, 'Silent Gateway House')
  await openBench(page, jobId, '?stage=settings')
  const readFrom = async (host: string, port: string) => {
    await page.getByRole('button', { name: /set the address|change the address/ }).click()
    await page.getByLabel('Address in the house’s network').fill(host)
    await page.getByLabel('Port').fill(port)
    await page.getByRole('button', { name: 'Save' }).click()
    await expect(page.getByText(`from ${host}:${port}`)).toBeVisible()
    await page.getByRole('button', { name: 'Read from the gateway' }).click()
  }
  const told = page.getByRole('main').getByRole('alert')
  // the server’s own ports are not asked for anybody
  await readFrom('127.0.0.1', '9')
  await expect(told).toContainText('That address is this server itself')
  await readFrom('10.255.255.1', '502')
  await expect(told).toContainText(
    /No gateway answers at 10\.255\.255\.1:502|10\.255\.255\.1:502 could not be read: Timed out/,
  )
  await expect(page.getByRole('complementary', { name: 'Ledger' })).toContainText('Nothing recorded here yet')
})

test('what lies on a sheet has the focus, also where its script comes a moment later', async ({ page, context }) => {
  await signIn(context, 'ines')
  await openBench(page, await makeJob(context.request, 'Focus House'), '?stage=survey')
  const sheet = page.getByRole('dialog')
  const focused = sheet.locator(':focus')
  await page.getByRole('button', { name: 'Add a load' }).click()
  await expect(sheet.locator('input, select').first()).toBeFocused()
  await page.keyboard.press('Escape')
  await expect(sheet).toBeHidden()
  for (const time of ['fetched now', 'fetched before']) {
    await page.getByRole('button', { name: 'Read a list' }).click()
    await expect(focused, time).not.toHaveAccessibleName('Close')
    await expect(focused, time).toHaveCount(1)
    await page.keyboard.press('Escape')
    await expect(sheet).toBeHidden()
  }
})
