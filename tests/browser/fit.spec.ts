import { type Page, expect, test } from '@playwright/test'
import { PDFDocument } from 'pdf-lib'
import QRCode from 'qrcode'
import { v7 as uuidv7 } from 'uuid'
import { aFitUnit, aWall, anObstacle, fitItem } from '../support/house'
import { taskToSave } from '../support/tasks'
import { aPicture, bytesOf, callUseCase, makeJob, openBench, quickLine, sendReadings, signIn } from './support'

const item = ({ kind, tag, name, sort, detail }: ReturnType<typeof aWall>, change: object = {}) => ({
  kind,
  itemId: uuidv7(),
  fields: { tag, name, sort, ...detail, ...change },
})
const board = fitItem('board', 'bb1', {
  wallTag: 'wall1',
  xMm: 0,
  yMm: 0,
  widthMm: 4000,
  heightMm: 2400,
  nonCombustible: true,
  marginMm: 100,
  material: null,
})
const unitRow = (page: Page, tag: string) => page.locator(`[data-unit-row=${tag}]`)

test.describe('the wall', () => {
  let jobId: string
  test.beforeEach(async ({ page, context }) => {
    await signIn(context, 'maud')
    jobId = await makeJob(context.request, 'Wall House')
    await callUseCase(context.request, 'saveFitItems', {
      jobId,
      items: [
        item(aWall()),
        item(board),
        item(anObstacle({ obstacle: 'gasMeter', xMm: 2600, yMm: 600, widthMm: 400, heightMm: 400 }), {
          name: 'Gas meter',
        }),
        item(aFitUnit({ xMm: 600, yMm: 600, holes: '50 50 8\n550 50 8' }), { name: 'Inverter' }),
      ],
    })
    await openBench(page, jobId, '?stage=fit&view=wall')
  })

  test('says what is violated while a unit is dragged, and brings it to the nearest legal place', async ({ page }) => {
    await expect(unitRow(page, 'u1')).toContainText('Every clearance is kept.')
    const unit = page.locator('[data-unit=u1]')
    const box = (await unit.boundingBox())!
    await page.mouse.move(box.x + box.width / 2, box.y + box.height / 2)
    await page.mouse.down()
    await page.mouse.move(box.x + box.width / 2 + 190, box.y + box.height / 2, { steps: 12 })
    // still in hand
    await expect(unitRow(page, 'u1')).toContainText(/short of o1/)
    await page.mouse.up()
    await expect(unitRow(page, 'u1')).toContainText('Exceeds')
    await page.getByRole('button', { name: /Nearest legal place, \d+ mm away/ }).click()
    await expect(unitRow(page, 'u1')).toContainText('Every clearance is kept.')
    // what was moved is stored: it is there for the next one who looks
    await expect
      .poll(
        async () =>
          (await (await page.request.get(`/api/jobs/${jobId}`)).json()).record.installation.fit.find(
            (one: { kind: string }) => one.kind === 'unit',
          ).detail.xMm,
      )
      .not.toBe(600)
    await page.reload()
    await expect(unitRow(page, 'u1')).toContainText('Every clearance is kept.')
  })

  test('is worked by keys and by typing, to the millimetre', async ({ page }) => {
    const unit = page.locator('[data-unit=u1]')
    await unit.focus()
    await page.keyboard.press('ArrowRight')
    await page.keyboard.press('Shift+ArrowUp')
    await expect(page.getByLabel('Inverter, from the left, mm')).toHaveValue('610')
    await expect(page.getByLabel('Inverter, from the floor, mm')).toHaveValue('601')
    await page.getByLabel('Inverter, from the left, mm').fill('0,75 m')
    await page.keyboard.press('Enter')
    await expect(unit).toHaveAttribute('aria-label', /750 mm from the left/)
    await page.getByLabel('Inverter, from the floor, mm').fill('high')
    await page.keyboard.press('Enter')
    await expect(unitRow(page, 'u1').getByRole('alert')).toHaveText('Millimetres of 0 or more.')
  })

  test('proposes places for a new unit and the old, and takes them when told', async ({ page }) => {
    await page.getByRole('button', { name: 'Add a unit' }).click()
    const form = page.getByRole('dialog')
    await form.getByLabel('Name', { exact: true }).fill('Gateway')
    await form.getByRole('textbox', { name: 'Width' }).fill('420')
    await form.getByRole('textbox', { name: 'Height' }).fill('-1')
    await form.getByRole('button', { name: 'Add the unit' }).click()
    await expect(form.getByText('Height must be 10 mm or more')).toBeVisible()
    await expect(form.getByText('Weight on is missing')).toBeVisible()
    await form.getByRole('textbox', { name: 'Height' }).fill('560')
    for (const side of ['on the left', 'on the right', 'above', 'below'])
      await form.getByLabel(`Free ${side}`).fill('100')
    await form.getByLabel('Cables enter').selectOption('bottom')
    await form.getByLabel('Weight on').selectOption('fixings')
    await form.getByRole('button', { name: 'Add the unit' }).click()
    await expect(unitRow(page, 'u2')).toContainText('Not placed yet.')
    await page.getByRole('button', { name: 'Propose places' }).click()
    await expect(page.getByRole('status').filter({ hasText: 'of trunking' })).toContainText('Every clearance kept')
    await page.getByRole('button', { name: 'Take them' }).click()
    await expect(unitRow(page, 'u1')).toContainText('Every clearance is kept.')
    await expect(unitRow(page, 'u2')).toContainText('Every clearance is kept.')
  })

  test('prints its template at true scale, and writes list and SVG', async ({ page }) => {
    const template = page.getByRole('region', { name: 'Drilling template' })
    await expect(template.getByRole('row').nth(1)).toContainText('650 mm')
    const [pdf] = await Promise.all([
      page.waitForEvent('download'),
      template.getByRole('button', { name: /PDF, \d+ sheets of A4/ }).click(),
    ])
    const printed = await PDFDocument.load(await bytesOf(pdf))
    // Sheets without a hole are left out: the two holes are half a metre apart.
    expect(printed.getPageCount()).toBe(2)
    expect(
      [printed.getPage(0).getWidth(), printed.getPage(0).getHeight()].map((points) => Math.round((points * 25.4) / 72)),
    ).toEqual([210, 297])
    const [list] = await Promise.all([
      page.waitForEvent('download'),
      template.getByRole('button', { name: 'List' }).click(),
    ])
    expect((await bytesOf(list)).toString()).toBe(
      'number,unit,along_mm,height_mm,diameter_mm\n1,Inverter,650,650,8\n2,Inverter,1150,650,8\n',
    )
    const [svg] = await Promise.all([
      page.waitForEvent('download'),
      template.getByRole('button', { name: 'SVG' }).click(),
    ])
    expect((await bytesOf(svg)).toString()).toContain('width="4000mm"')
  })

  test('names geometry that cannot be', async ({ page, context }) => {
    await callUseCase(context.request, 'saveFitItems', {
      jobId,
      items: [item(anObstacle({ xMm: 3900, widthMm: 500 }), { tag: 'o2', name: 'Cupboard' })],
    })
    await page.reload()
    await expect(page.getByRole('alert').filter({ hasText: 'Cupboard reaches 400 mm beyond the wall' })).toBeVisible()
  })

  test('levels what stands on feet', async ({ page }) => {
    await unitRow(page, 'u1').getByRole('button', { name: 'Change Inverter' }).click()
    await page.getByRole('dialog').getByLabel('Weight on').selectOption('feet')
    await page.getByRole('dialog').getByRole('button', { name: 'Save the unit' }).click()
    const level = page.getByRole('region', { name: 'Level' })
    for (const [x, y, height] of [
      ['0', '0', '-4'],
      ['600', '0', '0'],
      ['600', '200', '2,5'],
    ]) {
      await level.getByRole('button', { name: 'Add a foot' }).click()
      const form = page.getByRole('dialog')
      await form.getByLabel('Name', { exact: true }).fill(`Foot at ${x}`)
      await form.getByRole('textbox', { name: 'From its left edge' }).fill(x ?? '')
      await form.getByRole('textbox', { name: 'From its front edge' }).fill(y ?? '')
      await form.getByRole('textbox', { name: 'Floor there' }).fill(height ?? '')
      await form.getByRole('button', { name: 'Add the foot' }).click()
      await expect(form).toBeHidden()
    }
    await expect(level).toContainText('shim 6.5 mm')
    await expect(level).toContainText('no shim')
    await expect(level).toContainText(/Slope 6\.67 mm\/m to the right/)
  })
})

test.describe('the crew’s day', () => {
  test('has its people from the crew, and holds a task until what it needs is on site', async ({ page, context }) => {
    await signIn(context, 'ines')
    const jobId = await makeJob(context.request, 'Delivery House')
    await openBench(page, jobId, '?stage=fit&view=day')
    const form = page.getByRole('dialog')
    await page.getByRole('button', { name: 'Add people' }).first().click()
    // without a day of the job nobody's licence is known to hold on it
    await expect(form).toContainText('the job has no day yet')
    await form.getByText('Ines', { exact: false }).first().click()
    await form.getByText('Tobin', { exact: false }).first().click()
    await form.getByRole('button', { name: 'Add to the day' }).click()
    await expect(form).toBeHidden()
    await page.getByRole('button', { name: 'Take the tasks from the plan' }).click()
    await page.getByRole('button', { name: 'Add a delivery' }).click()
    await form.getByLabel('Name', { exact: true }).fill('Crate of modules')
    await form.getByLabel('For the tasks').fill('t1')
    await form.getByLabel('The customer bought it').selectOption('yes')
    await form.getByRole('button', { name: 'Add the delivery' }).click()
    await expect(form).toBeHidden()
    await expect(page.getByText('Crate of modules is not on site, and nobody has said when it comes')).toBeVisible()
    await expect(page.getByText(/It needs “Crate of modules”, which is not on site/).first()).toBeVisible()
    await page.getByRole('button', { name: 'Change Crate of modules' }).click()
    await form.getByLabel('It is on site').selectOption('yes')
    await form.getByRole('button', { name: 'Save' }).click()
    await expect(form).toBeHidden()
    await expect(page.getByText(/It needs “Crate of modules”/)).toHaveCount(0)
  })
  test('comes from the plan, is pinned by hand, timed on site and parked', async ({ page, context }) => {
    await signIn(context, 'ines')
    const jobId = await makeJob(context.request, 'Day House')
    await openBench(page, jobId, '?stage=fit&view=day')
    for (const [name, licensed] of [
      ['Ann', 'yes'],
      ['Bo', 'no'],
    ]) {
      await page.getByRole('button', { name: 'Add people' }).first().click()
      const form = page.getByRole('dialog')
      await form.getByRole('button', { name: 'Somebody else' }).click()
      await form.getByLabel('Name', { exact: true }).fill(name ?? '')
      await form.getByLabel('Licensed').selectOption(licensed ?? '')
      await form.getByRole('button', { name: 'Add the person' }).click()
      await expect(form).toBeHidden()
    }
    await page.getByRole('button', { name: 'Take the tasks from the plan' }).click()
    const day = page.getByRole('region', { name: 'The crew’s day' })
    await expect(day).toContainText(/Ends at \d\d:\d\d/)
    await expect(day).toContainText(/no schedule of these tasks ends earlier|none ends before/)
    const lanes = page.getByTestId('day-0')
    const first = lanes.getByRole('button', { name: /Pictures as found/ })
    await expect(first).toHaveAttribute('aria-label', /08:00 to 08:20/)

    // dragged two hours on: pinned there, and the rest is planned around it
    const box = (await first.boundingBox())!
    const hourPx = (await lanes.boundingBox())!.width / 10.5
    await page.mouse.move(box.x + 4, box.y + 18)
    await page.mouse.down()
    await page.mouse.move(box.x + 4 + hourPx, box.y + 18, { steps: 8 })
    await page.mouse.up()
    await expect(lanes.getByRole('button', { name: /Pictures as found.*pinned/ })).toHaveAttribute(
      'aria-label',
      /0[89]:\d\d to /,
    )
    const card = page.getByRole('region', { name: 'Pictures as found, earth conductor clamped' })
    await expect(card).toContainText('Pinned to')
    await card.getByRole('button', { name: 'Take the pin off' }).click()
    await expect(lanes.getByRole('button', { name: /Pictures as found/ })).toHaveAttribute(
      'aria-label',
      /08:00 to 08:20/,
    )

    // begun and done, as on a phone
    const row = page.locator('[data-task-row=t1]')
    await row.getByRole('button', { name: /^Begin/ }).click()
    await row.getByRole('button', { name: /is done$/ }).click()
    await expect(row).toContainText('done in 1 min')
    await page
      .locator('[data-task-row=t2]')
      .getByRole('button', { name: /^Begin/ })
      .click()
    await page.getByRole('button', { name: 'Park overnight' }).click()
    const parked = page.getByRole('dialog')
    await expect(parked).toContainText('House fed through the bypass')
    await expect(parked).toContainText('locked off and labelled')
    await expect(parked).toContainText(/tasks are not done/)
    await parked.getByRole('button', { name: /^Looked at: House fed through the bypass/ }).click()
    await expect(parked).toContainText(/looked at \d+ \w+ \d{4}, Ines Varro/)
  })

  test('names a ring of tasks, a missing licence and a window that is too short; what is left is never shown as the whole', async ({
    page,
    context,
  }) => {
    await signIn(context, 'ines')
    const jobId = await makeJob(context.request, 'Ring House')
    await callUseCase(context.request, 'saveFitItems', {
      jobId,
      items: [
        {
          kind: 'person',
          itemId: uuidv7(),
          fields: { tag: 'p1', name: 'Bo', sort: 0, licensed: false, fromMin: 480, toMin: 1020 },
        },
        taskToSave('t1', { after: 't2' }),
        taskToSave('t2', { after: 't1' }),
        taskToSave('t3', { licensed: true }),
        taskToSave('t4'),
        taskToSave('t5', { minutes: 600 }),
      ],
    })
    await openBench(page, jobId, '?stage=fit&view=day')
    const day = page.getByRole('region', { name: 'The crew’s day' })
    await expect(day.getByRole('alert').filter({ hasText: 'waits for itself in a ring' }).first()).toBeVisible()
    await expect(day.getByRole('alert').filter({ hasText: 'nobody in the crew is licensed' })).toContainText('Task t3')
    await expect(day.getByRole('alert').filter({ hasText: 'No stretch of 600 minutes' })).toContainText('Task t5')
    await expect(day).toContainText('This is not the whole day.')
    await expect(day).toContainText('What has a place ends at 08:30')
    await day
      .getByRole('alert')
      .filter({ hasText: /^Task t1:/ })
      .getByRole('button', { name: 'Change it' })
      .click()
    await page.getByRole('dialog').getByLabel('After').fill('')
    await page.getByRole('dialog').getByRole('button', { name: 'Save the task' }).click()
    await expect(day.getByRole('alert').filter({ hasText: 'in a ring' })).toHaveCount(0)
  })

  test('is saved as a calendar', async ({ page, context }) => {
    await signIn(context, 'ines')
    await openBench(page, '018f0000-0000-7000-8000-000000000101', '?stage=fit&view=day')
    await expect(page.getByRole('region', { name: 'The crew’s day' })).toContainText('Ends at')
    const [file] = await Promise.all([
      page.waitForEvent('download'),
      page.getByRole('button', { name: 'Calendar' }).click(),
    ])
    const text = (await bytesOf(file)).toString()
    expect(text).toContain('BEGIN:VCALENDAR')
    expect(text.match(/BEGIN:VEVENT/g)?.length).toBeGreaterThan(10)
    expect(text).toContain('SUMMARY:Gateway into the supply')
  })
})

test.describe('lifts and materials', () => {
  test('say how many carry what, and what is unpacked first', async ({ page, context }) => {
    await signIn(context, 'maud')
    const jobId = await makeJob(context.request, 'Lift House')
    await openBench(page, jobId, '?stage=fit&view=lifts')
    await page.getByRole('button', { name: 'Add a thing to lift' }).click()
    const form = page.getByRole('dialog')
    await form.getByLabel('Name', { exact: true }).fill('Crate')
    await form.getByLabel(/^Empty crate or frame/).fill('14')
    await form.getByLabel(/^Modules in it/).fill('32 32 heavy')
    await form.getByRole('button', { name: 'Add the thing to lift' }).click()
    await expect(form.getByText('Write the masses in kilograms')).toBeVisible()
    await form.getByLabel(/^Modules in it/).fill('32 32 32')
    await form.getByRole('button', { name: 'Add the thing to lift' }).click()
    const order = page.getByRole('region', { name: 'Lifts in their order' })
    await expect(order).toContainText('Unpack first: Crate')
    await expect(order).toContainText('Crate, module 1')
    await expect(order).toContainText('2 people')
  })

  test('take the pick list from the plan, tick it, and tell what was used otherwise', async ({ page, context }) => {
    await signIn(context, 'maud')
    const jobId = await makeJob(context.request, 'Pick House')
    await openBench(page, jobId, '?stage=fit&view=materials')
    await page.getByRole('button', { name: 'Take over from the plan' }).click()
    const cable = page.getByRole('textbox', { name: 'Cable 16 mm², 3 conductors, used' })
    await expect(cable).toBeVisible()
    await expect(page.getByText('are not on the list')).toBeHidden()
    await page.getByRole('checkbox', { name: 'Cable 16 mm², 3 conductors is loaded' }).check({ force: true })
    await expect(page.getByText(/^1 of \d+ loaded/)).toBeVisible()
    await cable.fill('50')
    await cable.press('Enter')
    await expect(page.getByRole('region', { name: 'Used otherwise than planned' })).toContainText('4 m more')
    const [file] = await Promise.all([
      page.waitForEvent('download'),
      page.getByRole('button', { name: 'Save as CSV' }).click(),
    ])
    expect((await bytesOf(file)).toString()).toContain('cable,"Cable 16 mm², 3 conductors",46,m,,,,46,50,')
  })
})

test.describe('what was mounted', () => {
  test('reads a serial from a picture of its code, and stops one that another job has', async ({ page, context }) => {
    await signIn(context, 'ines')
    const [jobId, other] = [await makeJob(context.request, 'Code House'), await makeJob(context.request, 'Other House')]
    const serial = `QX${Date.now()}`
    await sendReadings(context.request, other, [['fit.component.inv1', 'serial', serial]])
    await openBench(page, jobId, '?stage=fit&view=mounted')
    await page.getByLabel('Code of Inverter', { exact: true }).setInputFiles(await aPicture('blank.jpg'))
    await expect(page.getByText('No code could be read.')).toBeVisible()
    await page.getByLabel('Code of Inverter', { exact: true }).setInputFiles({
      name: 'plate.png',
      mimeType: 'image/png',
      buffer: await QRCode.toBuffer(serial, { width: 420 }),
    })
    await expect(quickLine(page)).toHaveValue(`serial inv1 ${serial}`)
    await quickLine(page).press('Enter')
    await page.reload()
    await expect(
      page
        .getByText(/The same serial is on record at Other House/)
        .filter({ visible: true })
        .first(),
    ).toBeVisible()
  })

  test('keeps both when a component is replaced, and opens what rested on it', async ({ page, context }) => {
    await signIn(context, 'ines')
    const jobId = await makeJob(context.request, 'Swap House')
    const old = `OLD${Date.now()}`
    await sendReadings(context.request, jobId, [['fit.component.inv1', 'serial', old]])
    await openBench(page, jobId, '?stage=fit&view=mounted')
    await page.getByRole('button', { name: 'Replace Inverter' }).click()
    const form = page.getByRole('dialog')
    await form.getByRole('button', { name: 'Replace the inverter' }).click()
    await expect(form.getByText('Say in a few words what was wrong.')).toBeVisible()
    await form.getByLabel('What was wrong').fill('display stays dark')
    await form.getByRole('button', { name: 'Replace the inverter' }).click()
    await expect(page.getByRole('region', { name: 'Replaced' })).toContainText(
      `dead on arrival: display stays dark. Old serial ${old}.`,
    )
    await expect(
      page
        .getByText(/Open again: inv1 was replaced/)
        .filter({ visible: true })
        .first(),
    ).toBeVisible()
  })

  test('clears a snag with a picture, written down by a hand', async ({ page, context }) => {
    await signIn(context, 'ines')
    const jobId = await makeJob(context.request, 'Snag House')
    await context.clearCookies()
    await signIn(context, 'tobin')
    await openBench(page, jobId, '?stage=fit&view=snags')
    await page.getByRole('button', { name: 'Add a snag' }).click()
    const form = page.getByRole('dialog')
    await form.getByLabel('Name', { exact: true }).fill('Gland loose at the gateway')
    await form.getByLabel(/^Where/).fill('gateway, top left')
    await form.getByRole('button', { name: 'Add the snag' }).click()
    const snag = page.locator('[data-snag=s1]')
    await expect(snag).toContainText('gateway, top left')
    await expect(snag.getByRole('button', { name: 'Cleared', exact: true })).toBeDisabled()
    await snag.getByLabel('Picture of s1done', { exact: true }).setInputFiles(await aPicture('tight.jpg'))
    await snag.getByRole('button', { name: 'Cleared', exact: true }).click()
    await expect(snag).toContainText(/cleared on \d{4}-\d\d-\d\d by Tobin Ask/)
  })
})
