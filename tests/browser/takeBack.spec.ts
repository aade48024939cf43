import { type Page, expect, test } from '@playwright/test'
import { callUseCase, ledger, makeJob, openBench, signIn, type } from './support'

const sheet = (page: Page) => page.getByRole('dialog', { name: 'Take back what you did last' })
const rowOf = (page: Page, name: string) => page.getByRole('row', { name: new RegExp(name) })

async function addLoad(page: Page, name: string, watts: string): Promise<void> {
  await page.getByRole('button', { name: 'Add a load' }).click()
  const form = page.getByRole('dialog')
  await form.getByLabel('Name', { exact: true }).fill(name)
  await form.getByLabel('Short name').fill(name.toLowerCase())
  await form.getByLabel(/^Power, W/).fill(watts)
  await form.getByRole('button', { name: 'Add the load' }).click()
  await expect(form).toHaveCount(0)
}

async function changePower(page: Page, name: string, watts: string): Promise<void> {
  await page.getByRole('button', { name: `Change ${name}` }).click()
  const form = page.getByRole('dialog')
  await form.getByLabel(/^Power, W/).fill(watts)
  await form.getByRole('button', { name: 'Save the load' }).click()
  await expect(form).toHaveCount(0)
}

/** Presses the sheet's button, and waits until it is done: what stands behind an open sheet is out of sight, whatever became of it. */
async function takeBack(page: Page): Promise<void> {
  await sheet(page).getByRole('button', { name: 'Take back' }).click()
  await expect(sheet(page)).toHaveCount(0)
}

test.describe('what somebody did last', () => {
  let jobId: string
  test.beforeEach(async ({ page, context }) => {
    await signIn(context, 'maud')
    jobId = await makeJob(context.request, 'Undo House')
    await openBench(page, jobId, '?stage=survey&view=loads')
  })

  test('is told before it is taken back, step by step, and after the page was opened anew', async ({ page }) => {
    await addLoad(page, 'Kettle', '2000')
    await changePower(page, 'Kettle', '3000')
    await expect(rowOf(page, 'Kettle')).toContainText(/3.kW/)
    await page.reload()
    await expect(rowOf(page, 'Kettle')).toContainText(/3.kW/)
    await page.locator('[data-alive]').waitFor()
    await page.keyboard.press('u')
    await expect(sheet(page)).toContainText('Kettle was changed.')
    await expect(sheet(page).getByLabel('What it has again')).toContainText(/Power: 2.kW \(now 3.kW\)/)
    await takeBack(page)
    await expect(rowOf(page, 'Kettle')).toContainText(/2.kW/)
    // then the one before it, by the button for hands without a keyboard
    await ledger(page).getByRole('button', { name: 'Take back' }).click()
    await expect(sheet(page)).toContainText('Kettle was added.')
    await takeBack(page)
    await expect(rowOf(page, 'Kettle')).toHaveCount(0)
    await page.keyboard.press('u')
    await expect(sheet(page)).toContainText('Nothing of yours is here to be taken back')
  })

  test('stays where somebody changed it since, and the one before can be reached', async ({ page, context }) => {
    await addLoad(page, 'Radio', '30')
    await changePower(page, 'Radio', '40')
    const { record } = (await (await context.request.get(`/api/jobs/${jobId}`)).json()) as {
      record: { installation: { loads: ({ id: string; tag: string } & Record<string, unknown>)[] } }
    }
    const radio = record.installation.loads.find(({ tag }) => tag === 'radio')
    const { id, jobId: _job, ...fields } = radio ?? { id: '', jobId: '' }
    await callUseCase(context.request, 'saveItem', {
      jobId,
      kind: 'load',
      itemId: id,
      fields: { ...fields, powerW: 55 },
    })
    await page.reload()
    await expect(rowOf(page, 'Radio')).toContainText(/55.W/)
    await page.locator('[data-alive]').waitFor()
    await page.keyboard.press('u')
    await sheet(page).getByRole('button', { name: 'Take back' }).click()
    await expect(sheet(page).getByRole('alert')).toContainText('It has been changed since')
    await sheet(page).getByRole('button', { name: 'Leave it, and go to the one before' }).click()
    await expect(sheet(page)).toContainText('Radio was added.')
    await page.keyboard.press('Escape')
    await expect(rowOf(page, 'Radio')).toContainText(/55.W/)
  })

  test('is the reading where that came after the plan, and is taken back with a reason', async ({ page, context }) => {
    await signIn(context, 'ines')
    await page.reload()
    await page.locator('[data-alive]').waitFor()
    await addLoad(page, 'Lamp', '10')
    await page.goto(`/jobs/${jobId}?stage=outage`)
    await page.locator('[data-alive]').waitFor()
    await type(page, 'told yes')
    await page.keyboard.press('Escape')
    await page.keyboard.press('u')
    await expect(sheet(page).getByLabel('Reason for taking it back')).toBeVisible()
  })

  test.describe('without a connection', () => {
    test.use({ serviceWorkers: 'allow' })
    test('goes back without a connection too', async ({ page, context }) => {
      await addLoad(page, 'Waffle', '900')
      await context.setOffline(true)
      await page.keyboard.press('u')
      await takeBack(page)
      await expect(rowOf(page, 'Waffle')).toHaveCount(0)
      await context.setOffline(false)
      await expect(page.getByTestId('outbox-state')).toContainText('all sent')
      await page.reload()
      await expect(rowOf(page, 'fridge')).toBeVisible()
      await expect(rowOf(page, 'Waffle')).toHaveCount(0)
    })
  })
})

test('the picture takes the whole screen by one key, and the ledger stays folded', async ({ page, context }) => {
  await page.setViewportSize({ width: 1280, height: 800 })
  await signIn(context, 'maud')
  await openBench(page, await makeJob(context.request, 'Large House'), '?stage=plan')
  const bench = page.getByRole('main', { name: 'Plan bench' })
  const widthOf = async () => (await bench.boundingBox())?.width ?? 0
  const usual = await widthOf()
  await page.keyboard.press('f')
  await expect(page.getByRole('navigation', { name: 'Stages' })).toHaveCount(0)
  await expect(ledger(page)).toHaveCount(0)
  expect(await widthOf()).toBeGreaterThan(1270)
  await page.keyboard.press('Escape')
  await expect(ledger(page)).toBeVisible()
  expect(await widthOf()).toBe(usual)
  await page.getByRole('button', { name: 'Picture large f' }).click()
  await page.getByRole('button', { name: 'Back to the bench f' }).click()
  await page.getByRole('button', { name: 'Fold the ledger' }).click()
  await expect(ledger(page)).toBeHidden()
  await page.reload()
  await expect(page.getByRole('button', { name: 'Ledger' })).toBeVisible()
  await expect(ledger(page)).toBeHidden()
  expect(await widthOf()).toBeGreaterThan(usual + 200)
  await page.getByRole('button', { name: 'Ledger' }).click()
  await expect(ledger(page)).toBeVisible()
})
