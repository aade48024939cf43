import { type Page, expect, test } from '@playwright/test'
import { PDFDocument } from 'pdf-lib'
import { v7 as uuidv7 } from 'uuid'
import type { InstallationGraph } from '../../src/core/wiring/installationGraph'
import { bytesOf, callUseCase, ledger, makeJob, openBench, sendFirstLive, signIn } from './support'

const thing = (page: Page, id: string) => page.locator(`[data-thing="${id}"]`)
const live = (page: Page) => page.getByRole('status', { name: 'What is live' })
const check = (page: Page) => page.getByRole('region', { name: 'Every position, thought through' })
const drawn = (page: Page) => thing(page, 'main').waitFor()

test.describe('the schematic', () => {
  let jobId: string
  test.beforeEach(async ({ page, context }) => {
    await signIn(context, 'ines')
    jobId = await makeJob(context.request, 'Wire House')
    await openBench(page, jobId, '?stage=wire&view=schematic')
    await drawn(page)
  })

  test('is drawn from the plan, goes live with its switches, and shows the way of a fault current', async ({
    page,
  }) => {
    await expect(live(page)).toContainText('Street feeds Sockets; neutral is bonded to earth at the supplier’s end.')
    await page.getByRole('button', { name: 'dead', exact: true }).click()
    await expect(live(page)).toContainText('Inverter feeds Sockets')
    await expect(live(page)).toContainText('neutral is bonded to earth at Bond in the gateway')
    await page.getByRole('button', { name: 'healthy', exact: true }).click()
    // the main switch opens: the gateway finds no street and the house becomes an island
    await thing(page, 'main').click()
    await expect(thing(page, 'main')).toHaveAttribute('aria-label', /Main switch, at off/)
    await expect(thing(page, 'contactor')).toHaveAttribute('aria-label', /at open/)
    await expect(live(page)).toContainText('Street holds a voltage and feeds nothing')
    // names have their full size; where the picture goes on is said, and the whole of it is one press away
    await expect(page.getByText('More to the right →')).toBeVisible()
    await page.getByRole('button', { name: 'Whole drawing' }).click()
    await expect(page.getByText(/^More to the/)).toHaveCount(0)
    // seen as a whole, what is written is still read: names that have room in their own size, the others by pointing
    const sizes = await page.getByRole('group', { name: /^Schematic/ }).evaluate((drawing) => {
      const sheet = drawing.querySelector('g')?.getCTM()?.a ?? NaN
      const words = [...drawing.querySelectorAll('g[aria-hidden] text')]
      const own = [...drawing.querySelectorAll('text[data-word]')]
      return {
        sheet,
        words: words.map((word) => sheet * parseFloat(getComputedStyle(word).fontSize)),
        own: own.filter((word) => getComputedStyle(word).display !== 'none').length,
      }
    })
    expect(sizes.sheet).toBeLessThan(1)
    expect(sizes.own).toBe(0)
    expect(sizes.words.length).toBeGreaterThan(10)
    expect(Math.min(...sizes.words)).toBeGreaterThan(11.9)
    await thing(page, 'circuit.c1').click()
    await page.getByRole('button', { name: 'Show the way of a fault current' }).click()
    await expect(
      page.getByText(
        'From Inverter out on L1 to Sockets, back on the protective conductor to Bond in the gateway, and home on the neutral.',
      ),
    ).toBeVisible()
  })

  test('is worked by keys, and an interlock holds what it holds', async ({ page }) => {
    // what lies beyond the frame comes into view when it is reached
    await thing(page, 'circuit.c1').focus()
    const beyond = async () => {
      const [frame, load] = await Promise.all([
        page.getByRole('group', { name: /Schematic/ }).boundingBox(),
        thing(page, 'circuit.c1').boundingBox(),
      ])
      return (load?.x ?? NaN) + (load?.width ?? NaN) - (frame?.x ?? 0) - (frame?.width ?? 0)
    }
    await expect.poll(beyond).toBeLessThanOrEqual(0)
    // and stays there when the frame gets another size
    const widthNow = async () => (await page.getByRole('group', { name: /Schematic/ }).boundingBox())?.width
    const before = (await widthNow()) ?? NaN
    await page.setViewportSize({ width: 1180, height: 800 })
    await expect.poll(widthNow).toBeLessThan(before)
    await expect.poll(beyond).toBeLessThanOrEqual(0)
    await page.setViewportSize({ width: 1280, height: 800 })
    await thing(page, 'bypass').focus()
    await page.keyboard.press('Enter')
    await expect(
      page.getByText('Maintenance bypass is held by its interlock: open Gateway outlet first.'),
    ).toBeVisible()
    await expect(thing(page, 'bypass')).toHaveAttribute('aria-label', /at off/)
    await page.getByRole('button', { name: 'on the bypass' }).click()
    await expect(thing(page, 'bypass')).toHaveAttribute('aria-label', /at on/)
    await expect(live(page)).toContainText('Street feeds')
  })

  test('says what to open to work somewhere, in order, and where to prove dead', async ({ page }) => {
    await page.getByLabel('Find on the schematic').fill('House side')
    await page.keyboard.press('Enter')
    const steps = page.getByRole('region', { name: 'To work on it' }).getByRole('listitem')
    await expect(steps).toHaveText([
      /Open Isolator of Inverter, lock it off/,
      /Open Main switch, lock it off/,
      /Prove dead at House side.*L1, N/,
    ])
    await page.getByLabel('Find on the schematic').fill('Attic')
    await page.keyboard.press('Enter')
    await expect(page.getByText('nothing is called that')).toBeVisible()
  })

  test('says why a place is live or dead, by the first open device on each way', async ({ page }) => {
    await page.getByLabel('Find on the schematic').fill('Sockets')
    await page.keyboard.press('Enter')
    const why = page.getByRole('region', { name: 'Why is this live?' })
    await expect(why).toContainText(/From Street, through Main switch/)
    await expect(why).toContainText('Not from Inverter: it is on the street, and holds no voltage of its own.')
    // what was found is in the middle; the main switch is reached by its key
    await thing(page, 'main').focus()
    await page.keyboard.press('Enter')
    await expect(thing(page, 'main')).toHaveAttribute('aria-label', /Main switch, at off/)
    await page.getByRole('button', { name: 'dead', exact: true }).click()
    await page.getByLabel('Find on the schematic').fill('Sockets')
    await page.keyboard.press('Enter')
    await expect(page.getByRole('region', { name: 'Why is this live?' })).toContainText('From Inverter')
    await expect(page.getByRole('region', { name: 'Why is this live?' })).toContainText(
      'Not from Street: Main switch is open.',
    )
  })

  test('says what the plan has come to say otherwise, is put as planned by one press, and that is taken back', async ({
    page,
  }) => {
    await page.getByRole('button', { name: 'as wired' }).click()
    await page.getByRole('button', { name: 'Add a place' }).click()
    const form = page.getByRole('dialog')
    await form.getByLabel('Name', { exact: true }).fill('Spare terminal')
    await form.getByRole('button', { name: 'Add the place' }).click()
    await expect(form).toHaveCount(0)
    await expect(page.getByTestId('outbox-state')).toContainText('all sent')
    const { record } = (await (await page.request.get(`/api/jobs/${jobId}`)).json()) as {
      record: { installation: { circuits: ({ id: string } & Record<string, unknown>)[] } }
    }
    const [{ id: itemId, ...fields } = { id: '' }] = record.installation.circuits
    await callUseCase(page.request, 'saveItem', {
      jobId,
      kind: 'circuit',
      itemId,
      fields: { ...fields, backedUp: false },
    })
    await page.reload()
    await drawn(page)
    const differs = page.getByRole('list', { name: 'What differs from the plan' })
    await expect(differs).toContainText('Sockets is left out by the plan, and backed up in the drawing.')
    await page.getByRole('button', { name: 'Draw it as planned' }).click()
    await expect(differs).toHaveCount(0)
    await page.locator('[data-alive]').waitFor()
    await expect(form).toHaveCount(0)
    await page.keyboard.press('u')
    await form.getByRole('button', { name: 'Take back' }).click()
    await expect(differs).toContainText('Sockets is left out by the plan')
  })

  test('has its runs: one that is not drawn is drawn from the list, with its ends', async ({ page }) => {
    await callUseCase(page.request, 'saveItem', {
      jobId,
      kind: 'run',
      itemId: uuidv7(),
      fields: { tag: 'w9', from: 'Shed', to: 'Far shed', size: '16', lengthM: 12, conductorTempC: 20 },
    })
    await openBench(page, jobId, '?stage=wire&view=runs')
    await expect(page.getByText(/The drawing does not have .*w9/)).toBeVisible()
    await page.getByRole('button', { name: 'Draw w9' }).click()
    const form = page.getByRole('dialog')
    await expect(form.getByLabel('Cable run')).toHaveValue('w9')
    await form.getByRole('button', { name: 'Lay the run' }).click()
    await expect(form).toHaveCount(0)
    await expect(page.getByRole('button', { name: 'Draw w9' })).toHaveCount(0)
  })

  test('broken, shows the danger as a position on the picture, and one change clears it', async ({ page }) => {
    await expect(check(page)).toContainText('As drawn, no position of the switches feeds the street')
    await page.getByRole('button', { name: 'as wired' }).click()
    await thing(page, 'bypass').click()
    await page.getByRole('button', { name: 'Take out the interlock with Gateway outlet' }).click()
    await expect(check(page)).toContainText(
      'Inverter feeds the street through Isolator of Inverter, Gateway outlet, Maintenance bypass and Main switch: somebody working on the line can be killed.',
    )
    await expect(page.getByRole('heading', { name: 'A position of the switches is dangerous' })).toBeVisible()
    await page.locator('[data-cause="1"]').getByRole('button', { name: 'Show it' }).click()
    // the counter-example stands on the schematic: switches in its position, the danger lit up
    await expect(thing(page, 'bypass')).toHaveAttribute('aria-label', /at on/)
    await expect(thing(page, 'bypass').locator('rect[stroke="var(--aw-colors-stop)"]')).toBeVisible()
    await expect(page.locator('[data-cause="1"]')).toContainText('Switches: Main switch “on”')
    await page
      .getByRole('button', {
        name: 'Make this change: Interlock Maintenance bypass and Gateway outlet: never both closed',
      })
      .click()
    await expect(check(page)).toContainText('As drawn, no position of the switches feeds the street')
    // a drawing proves nothing, until somebody has walked the house with it
    await expect(check(page)).toContainText('Open')
    await expect(check(page)).not.toContainText('Proven')
    await page.getByRole('button', { name: 'Confirm as built' }).click()
    await expect(check(page)).toContainText('Proven')
    await expect(page.getByTestId('outbox-state')).toContainText('all sent')
    // it is on record: the next one who looks sees it
    const { record } = (await (await page.request.get(`/api/jobs/${jobId}`)).json()) as {
      record: { installation: { wiring: { wired: { number: number; graph: InstallationGraph } } } }
    }
    expect(record.installation.wiring.wired).toMatchObject({
      number: 2,
      graph: { interlocks: [['bypass', 'gatewayOutlet']] },
    })
  })

  test('is changed by hand: a run landed elsewhere, a place added, a switch taken out', async ({ page }) => {
    await page.getByRole('button', { name: 'as wired' }).click()
    await page.getByLabel('Find on the schematic').fill('Lead of Inverter')
    await page.keyboard.press('Enter')
    await page.getByRole('button', { name: 'Change Lead of Inverter' }).click()
    await page.getByRole('dialog').getByLabel('To', { exact: true }).selectOption({ label: 'Intake' })
    await page.getByRole('button', { name: 'Save the run' }).click()
    await expect(check(page)).toContainText('Inverter feeds the street')
    await page.getByRole('button', { name: 'what differs' }).click()
    await expect(page.locator('[data-thing="isolator.inv1"]')).toBeVisible()
    await page.getByRole('button', { name: 'as wired' }).click()
    await page.getByRole('button', { name: 'Add a place' }).click()
    await page.getByRole('button', { name: 'Add the place' }).click()
    await expect(page.getByText('Name is missing')).toBeVisible()
    await page.getByRole('dialog').getByLabel('Name').fill('Shed')
    await page.getByRole('button', { name: 'Add the place' }).click()
    await expect(page.getByText('Shed: Nothing leads to Shed: it floats.')).toBeVisible()
    await page.getByLabel('Find on the schematic').fill('House side')
    await page.keyboard.press('Enter')
    await page.getByRole('button', { name: 'Change House side' }).click()
    await page.getByRole('button', { name: 'Take out' }).click()
    await page.getByRole('button', { name: /Press again to take it out/ }).click()
    // what hung on it is drawn with a loose end, and the check says that it cannot check
    await expect(page.getByText('It ends at “home”, which is not there.').first()).toBeVisible()
    await expect(page.locator('[data-role="loose"]').first()).toBeVisible()
    await expect(check(page)).toContainText('cannot be checked as it is')
  })

  test('writes SVG, PDF and its own file, and reads the file back; a wrong one leaves everything as it was', async ({
    page,
  }) => {
    const save = async (name: string) =>
      bytesOf(
        (
          await Promise.all([page.waitForEvent('download'), page.getByRole('button', { name, exact: true }).click()])
        )[0],
      )
    const svg = (await save('SVG')).toString()
    expect(svg).toContain('<title>Wire House, wiring as planned</title>')
    expect(svg).toContain('data-thing="contactor"')
    const pdf = await PDFDocument.load(await save('PDF for the wall'))
    expect(pdf.getPageCount()).toBe(1)
    expect(Math.round(pdf.getPage(0).getWidth())).toBe(842)
    const file = JSON.parse((await save('Installation file')).toString()) as { installation: InstallationGraph }
    expect(file.installation.nodes.some(({ id }) => id === 'gatewayIn')).toBe(true)

    const read = async (content: unknown) => {
      await page.getByLabel('Installation file', { exact: true }).setInputFiles({
        name: 'house.json',
        mimeType: 'application/json',
        buffer: Buffer.from(typeof content === 'string' ? content : JSON.stringify(content)),
      })
    }
    await page.getByRole('button', { name: 'Read a file' }).click()
    await read({
      ...file,
      installation: {
        ...file.installation,
        nodes: file.installation.nodes.map((node) => (node.id === 'home' ? { ...node, kind: 'cloud' } : node)),
      },
    })
    await expect(page.getByRole('dialog').getByRole('alert')).toContainText(
      /installation\.nodes\[\d+\]\.kind must be supply, bus, load or electrode; here it is "cloud"/,
    )
    await read('{ "format": ')
    await expect(page.getByRole('dialog').getByRole('alert')).toContainText('This is not JSON: line 1')
    await expect(page.getByRole('button', { name: /^Take it/ })).toHaveCount(0)
    await read({
      ...file,
      installation: {
        ...file.installation,
        nodes: file.installation.nodes.map((node) => (node.id === 'home' ? { ...node, name: 'Harbour board' } : node)),
      },
    })
    await page.getByRole('button', { name: 'Take it as planned' }).click()
    await expect(thing(page, 'home')).toHaveAttribute('aria-label', /Harbour board/)
  })

  test('begins again from the plan with another scheme', async ({ page }) => {
    await page.getByRole('button', { name: 'Begin from the plan' }).click()
    await page.getByLabel('How the house is parted from the street').selectOption('manualChangeover')
    await page.getByRole('button', { name: 'Generator inlet' }).click()
    await expect(page.getByRole('dialog')).toContainText('The position check finds nothing.')
    await page.getByRole('button', { name: 'Draw it so' }).click()
    await expect(thing(page, 'changeover')).toHaveAttribute('aria-label', /Changeover, at I/)
    await expect(thing(page, 'generator').first()).toBeVisible()
    await expect(check(page)).toContainText('As drawn, no position of the switches feeds the street')
  })

  test('with a transfer switch for each circuit, says that a device on the street’s side protects nothing on the battery', async ({
    page,
  }) => {
    await page.getByRole('button', { name: 'Begin from the plan' }).click()
    const form = page.getByRole('dialog')
    await form.getByLabel('How the house is parted from the street').selectOption('perCircuit')
    await expect(form.getByRole('status')).toContainText('The position check finds faults')
    await form.getByRole('button', { name: 'Draw it so' }).click()
    await expect(thing(page, 'transfer.c1')).toHaveAttribute('aria-label', /Transfer switch of Sockets, at I/)
    await expect(check(page)).toContainText('residual')
  })

  test('takes a changeover between two runs, with an off position of its own', async ({ page }) => {
    const main = page.getByRole('main')
    const dialog = page.getByRole('dialog')
    for (const [name, from] of [
      ['Standby feed', 'gatewayOut'],
      ['Street feed', 'intake'],
    ] as const) {
      await main.getByRole('button', { name: 'Add a run', exact: true }).click()
      await dialog.getByLabel('Name').fill(name)
      await dialog.getByLabel('From', { exact: true }).selectOption(from)
      await dialog.getByLabel('To', { exact: true }).selectOption('home')
      await dialog.getByRole('button', { name: 'Lay the run' }).click()
      await expect(dialog).toHaveCount(0)
    }
    await main.getByRole('button', { name: 'Add a changeover', exact: true }).click()
    await dialog.getByLabel('Name').fill('Kitchen changeover')
    await dialog.getByLabel('Closed at I', { exact: true }).selectOption({ label: 'Street feed' })
    await dialog.getByLabel('Closed at II').selectOption({ label: 'Street feed' })
    await dialog.getByRole('button', { name: 'Put it in' }).click()
    await expect(dialog.getByText('A changeover is between two runs.')).toBeVisible()
    await dialog.getByLabel('Closed at II').selectOption({ label: 'Standby feed' })
    await dialog.getByRole('button', { name: 'Put it in' }).click()
    await expect(dialog).toHaveCount(0)
    await expect(page.locator('[aria-label*="Kitchen changeover, at 0"]')).toBeVisible()
  })

  test.describe('without a connection', () => {
    test.use({ serviceWorkers: 'allow' })
    test('a change made without a connection is kept, drawn, and sent when there is one', async ({ page, context }) => {
      await page.getByRole('button', { name: 'as wired' }).click()
      await thing(page, 'main').click()
      await page.getByRole('button', { name: 'Change Main switch' }).waitFor()
      await context.setOffline(true)
      await page.getByRole('button', { name: 'Change Main switch' }).click()
      await page.getByRole('dialog').getByLabel('Name').fill('Fused main switch')
      await page.getByRole('button', { name: 'Save the switch' }).click()
      await expect(thing(page, 'main')).toHaveAttribute('aria-label', /Fused main switch/)
      await expect(page.getByTestId('outbox-state')).not.toContainText('all sent')
      await context.setOffline(false)
      await expect(page.getByTestId('outbox-state')).toContainText('all sent', { timeout: 20_000 })
      await page.reload()
      await drawn(page)
      await expect(thing(page, 'main')).toHaveAttribute('aria-label', /Fused main switch/)
    })
  })
})

test('two phones identify a run: one joins, the other sees it and reads', async ({ browser, context, page }) => {
  await signIn(context, 'ines')
  const jobId = await makeJob(context.request, 'Two Phones')
  const helper = await browser.newContext({
    viewport: { width: 390, height: 800 },
    baseURL: process.env.AWLBRIGHT_TEST_URL,
  })
  await signIn(helper, 'tobin')
  const far = await helper.newPage()
  await openBench(far, jobId, '?stage=wire&view=runs')
  await openBench(page, jobId, '?stage=wire&view=runs')
  await far.getByRole('tab', { name: 'Bench', exact: true }).click()
  await far.getByRole('button', { name: 'I join, at the far end' }).click()
  await page.getByRole('button', { name: 'I read, at the near end' }).click()
  await expect(page.getByRole('status', { name: 'Far end' })).toContainText('Nothing heard from the far end yet')
  await far.getByRole('button', { name: 'Join w1' }).click()
  await expect(page.getByRole('status', { name: 'Far end' })).toContainText('w1 is joined, said by Tobin')
  await page.locator('[data-near=w1]').getByRole('button', { name: 'Answers' }).click()
  await page.locator('[data-near=w2]').getByRole('button', { name: 'Silent' }).click()
  await expect(page.locator('[data-near=w1]')).toContainText('Open')
  await far.getByRole('button', { name: 'All released' }).click()
  await expect(page.getByRole('status', { name: 'Far end' })).toContainText('Everything is released')
  await page.locator('[data-near=w1]').getByRole('button', { name: 'Silent' }).click()
  await expect(page.locator('[data-near=w1]')).toContainText('Proven')
  await helper.close()
})

test('crossed runs are stopped, and shown as crossed on the schematic; labels carry the job’s one convention', async ({
  page,
  context,
}) => {
  await signIn(context, 'ines')
  const jobId = await makeJob(context.request, 'Crossed House')
  await openBench(page, jobId, '?stage=wire&view=runs')
  await page.getByRole('button', { name: 'One phone, calling out' }).click()
  await page.getByRole('button', { name: 'Join w1' }).click()
  await page.locator('[data-near=w2]').getByRole('button', { name: 'Answers' }).click()
  await expect(page.getByText('2 runs are not what the label says')).toBeVisible()
  await page.getByRole('tab', { name: /Schematic/ }).click()
  await expect(page.getByText('w1 × w2').first()).toBeVisible()
  await page.getByRole('tab', { name: /Runs/ }).click()
  await page.getByRole('button', { name: 'Core colours' }).click()
  await page.getByRole('dialog').getByLabel(/^N/).fill('brown')
  await page.getByRole('dialog').getByRole('button', { name: 'Save' }).click()
  await expect(page.getByRole('dialog')).toContainText('brown is taken')
  await page.getByRole('dialog').getByLabel(/^N/).fill('black, sleeved blue')
  await page.getByRole('dialog').getByRole('button', { name: 'Save' }).click()
  await expect(page.getByRole('region', { name: 'Labels' })).toContainText('N black, sleeved blue')
  const [file] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('button', { name: 'For the label printer' }).click(),
  ])
  expect((await bytesOf(file)).toString().split('\r\n')[1]?.split('\t')).toEqual([
    'w1',
    'near',
    'Meter',
    'W1',
    'goes to Gateway',
    '16 mm² · 20 m',
    'L1 brown · N black, sleeved blue · PE green and yellow',
  ])
})

test('nothing goes live before the dead tests hold; then the steps are ticked with readings in between', async ({
  page,
  context,
}) => {
  await signIn(context, 'ines')
  const jobId = await makeJob(context.request, 'Live House')
  await openBench(page, jobId, '?stage=wire&view=order')
  await expect(
    page.getByText(/Nothing goes live yet: position check, every run identified, every core identified, dead tests/),
  ).toBeVisible()
  const step = (key: string) => page.locator(`[data-step="${key}"]`)
  await expect(step('main').getByRole('button', { name: 'Switched' })).toBeDisabled()
  await sendFirstLive(context.request, jobId)
  await expect(page.getByText(/Nothing goes live yet/)).toHaveCount(0)
  await expect(step('dead')).toHaveAttribute('aria-current', 'step')
  for (const field of await step('dead').getByRole('textbox').all()) {
    await field.fill('0')
    await field.press('Enter')
  }
  await expect(step('dead')).toContainText('Open')
  for (const when of ['before', 'after'])
    await step('dead')
      .getByRole('group', { name: `Tester proven on a known source ${when}` })
      .getByRole('button', { name: 'yes' })
      .click()
  await expect(step('dead')).toContainText('Proven')
  const supply = step('supply').getByRole('textbox')
  await supply.fill('23 kg')
  await supply.press('Enter')
  await expect(step('supply').getByRole('alert')).toContainText('does not fit')
  await supply.fill('231')
  await supply.press('Enter')
  await expect(step('supply')).toContainText('Proven')
  await step('main').getByRole('button', { name: 'Switched' }).click()
  await step('main').getByRole('textbox').first().fill('180')
  await step('main').getByRole('textbox').first().press('Enter')
  await expect(step('main')).toContainText('Intake, L1 to neutral 180')
  await expect(step('main')).toContainText('Stop')
  await expect(step('gatewayInlet').getByRole('button', { name: 'Switched' })).toBeDisabled()
  await expect(ledger(page)).toContainText('180')
})

test('a current transformer is tried live from the stand-in gateway, and by typed pairs', async ({ page, context }) => {
  await signIn(context, 'ines')
  const jobId = await makeJob(context.request, 'Clamp House')
  await callUseCase(context.request, 'rehearseLoad', { jobId, phase: 'L1', watts: 0 })
  await openBench(page, jobId, '?stage=wire&view=cts')
  const says = page.getByRole('status', { name: 'What L1 says' })
  await page.getByLabel('Known load on L1, W').fill('2000')
  await page.getByRole('button', { name: '1 · Load off: read the meter' }).click()
  await page.getByRole('button', { name: 'switch its load on' }).click()
  await expect(page.getByText('The stand-in’s load is on.')).toBeVisible()
  await page.getByRole('button', { name: '2 · Load on: read the meter' }).click()
  // nothing of this house is released yet: the person is asked, once for figures that belong together
  await expect(page.getByRole('dialog')).toContainText('First live is held.', { timeout: 20_000 })
  await page.getByRole('dialog').getByRole('button', { name: 'Record it all the same' }).click()
  await expect(says).toContainText(/for 1: right\. Enough has been seen\./, { timeout: 20_000 })
  await callUseCase(context.request, 'rehearseLoad', { jobId, phase: 'L1', watts: 0 })

  const other = await makeJob(context.request, 'Reversed House')
  await openBench(page, other, '?stage=wire&view=cts')
  await page.getByLabel('Change of the meter on L1, W').fill('-1990')
  await page.getByRole('button', { name: 'Add the step' }).click()
  await page.getByRole('dialog').getByRole('button', { name: 'Leave it' }).click()
  await expect(says).toContainText('Switch a known load on and off')
  await page.getByRole('button', { name: 'Add the step' }).click()
  await page.getByRole('dialog').getByRole('button', { name: 'Record it all the same' }).click()
  await expect(says).toContainText('reversed. Turn it round')
})

test('circuits move between boards and phases, and both doors get their chart', async ({ page, context }) => {
  await signIn(context, 'maud')
  const jobId = await makeJob(context.request, 'Board House')
  await callUseCase(context.request, 'saveSurveyItem', {
    jobId,
    kind: 'vehicleCharger',
    itemId: uuidv7(),
    fields: {
      tag: 'ev1',
      name: 'Drive charger',
      sort: 0,
      ratingW: 7200,
      phase: 'all',
      side: 'grid',
      inIsland: 'runs',
      detects6mADc: true,
    },
  })
  await openBench(page, jobId, '?stage=wire&view=boards')
  await page.getByLabel('Board of c1').selectOption('essentials')
  await expect(page.locator('[data-circuit=c1]')).toContainText('from Main board')
  await expect(page.getByRole('region', { name: 'Main board' })).toContainText(
    'Left this board: Sockets (c1) for Essentials board.',
  )
  await expect(page.getByRole('table', { name: 'Chart for the door of Essentials board' })).toContainText('Main board')
  const [file] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('button', { name: 'Charts for the doors' }).click(),
  ])
  expect((await PDFDocument.load(await bytesOf(file))).getPageCount()).toBe(2)
  // the charger's side is a choice with consequences
  await expect(page.locator('[data-side=grid]')).toContainText('planned')
  await expect(page.locator('[data-side=island]')).toContainText('Exceeds')
})
