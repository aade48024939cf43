import { expect, test } from '@playwright/test'
import { ledger, makeJob, openBench, quickLine, sendFirstLive, sendReadings, signIn, type } from './support'

test.use({ serviceWorkers: 'allow' })

interface Stored {
  record: {
    overrides: { condition: string; reason: string }[]
    replacements: { componentTag: string; oldSerial: string | null; replacedAt: string }[]
    readings: { pointKey: string; slot: string; valueWord: string | null; recordedAt: string; detail: unknown }[]
    installation: {
      fit: { kind: string; name: string }[]
      loads: { tag: string; powerW: number }[]
      survey: { kind: string; name: string }[]
    }
  }
}

test('a component replaced, its new serial and a snag, all without a connection, are sent in their order', async ({
  page,
  context,
}) => {
  await signIn(context, 'ines')
  const jobId = await makeJob(context.request, 'Swap Without Network')
  const stamp = Date.now()
  await sendReadings(context.request, jobId, [['fit.component.inv1', 'serial', `OLD${stamp}`]])
  await openBench(page, jobId, '?stage=fit&view=mounted')
  await page.locator('[data-alive=kept]').waitFor({ timeout: 30_000 })
  await context.setOffline(true)

  await page.getByRole('button', { name: 'Replace Inverter' }).click()
  await page.getByRole('dialog').getByLabel('What was wrong').fill('display stays dark')
  await page.getByRole('dialog').getByRole('button', { name: 'Replace the inverter' }).click()
  await expect(page.getByRole('region', { name: 'Replaced' })).toContainText(`Old serial OLD${stamp}.`)
  await type(page, `serial inv1 NEW${stamp}`)
  await page.getByRole('tab', { name: /Snags/ }).click()
  await page.getByRole('button', { name: 'Add a snag' }).click()
  await page.getByRole('dialog').getByLabel('Name', { exact: true }).fill('Cover missing by the gateway')
  await page.getByRole('dialog').getByRole('button', { name: 'Add the snag' }).click()
  await expect(page.locator('[data-snag=s1]')).toContainText('Cover missing by the gateway')
  await page.getByTestId('outbox-state').click()
  const kept = page.getByRole('dialog', { name: 'What is kept on this device' })
  for (const what of ['inv1 replaced, dead on arrival', `Serial NEW${stamp}`, 'Cover missing by the gateway'])
    await expect(kept).toContainText(what)
  await kept.getByRole('button', { name: 'Close' }).click()

  await context.setOffline(false)
  await expect(page.getByTestId('outbox-state')).toContainText('all sent', { timeout: 30_000 })
  const { record } = (await (await context.request.get(`/api/jobs/${jobId}`)).json()) as Stored
  const serial = record.readings.find(({ valueWord }) => valueWord === `NEW${stamp}`)
  const [replacement] = record.replacements
  expect(replacement).toMatchObject({ componentTag: 'inv1', oldSerial: `OLD${stamp}` })
  // counted from when it was done, so that the new serial stands for the new one
  expect((serial?.recordedAt ?? '') > (replacement?.replacedAt ?? '')).toBe(true)
  expect(record.installation.fit.filter(({ kind }) => kind === 'snag').map(({ name }) => name)).toEqual([
    'Cover missing by the gateway',
  ])
})

test('a load and an override made without a connection show at once, and are sent', async ({ page, context }) => {
  await signIn(context, 'ines')
  const jobId = await makeJob(context.request, 'Plan Without Network')
  await sendFirstLive(context.request, jobId)
  await openBench(page, jobId, '?stage=survey&view=loads')
  await page.keyboard.press('7')
  await expect(page.getByRole('heading', { name: 'First island is held' })).toBeVisible()
  await page.keyboard.press('1')
  await page.getByRole('button', { name: 'Add a load' }).waitFor()
  await context.setOffline(true)

  await page.getByRole('button', { name: 'Add a load' }).click()
  const form = page.getByRole('dialog')
  await form.getByLabel('Name', { exact: true }).fill('Kettle')
  await form.getByLabel('Short name').fill('kettle')
  await form.getByLabel(/^Power, W/).fill('2200')
  await form.getByRole('button', { name: 'Add the load' }).click()
  await expect(form).toBeHidden()
  await expect(page.getByRole('row', { name: /^Kettle/ })).toBeVisible()
  await page.keyboard.press('7')
  const electrode = page.getByText('electrode measured', { exact: true }).locator('../..')
  await electrode.getByRole('button', { name: 'override in writing' }).click()
  await page.getByLabel(/Reason for going past/).fill('Measured by the network operator last week.')
  await page.getByLabel(/Reason for going past/).press('Enter')
  await expect(page.getByText(/gone past in writing by Ines Varro/)).toBeVisible()
  await expect(page.getByTestId('outbox-state')).toContainText('2 kept')

  await context.setOffline(false)
  await expect(page.getByTestId('outbox-state')).toContainText('all sent', { timeout: 30_000 })
  const { record } = (await (await context.request.get(`/api/jobs/${jobId}`)).json()) as Stored
  expect(record.installation.loads.find(({ tag }) => tag === 'kettle')?.powerW).toBe(2200)
  expect(record.overrides.map(({ condition }) => condition)).toEqual(['electrode'])
})

test('what the server asks about an entry made without a connection is answered in the outbox', async ({
  page,
  context,
}) => {
  await signIn(context, 'ines')
  const jobId = await makeJob(context.request, 'Held Meanwhile')
  await sendFirstLive(context.request, jobId)
  await sendReadings(context.request, jobId, [
    ['outage.medical', 'answer', 'none'],
    ['outage.bypass', 'answer', 'open'],
    ['outage.licensed', 'answer', 'yes'],
    ['outage.circuitsOpen', 'answer', 'open'],
    ['outage.told', 'answer', 'yes'],
    ['earth.services', 'how', 'detector'],
    ['earth.electrode.e1', 'clamp', 0.1, 'A'],
    ['earth.electrode.e1', 'r52', 30, 'Ω'],
    ['earth.electrode.e1', 'r618', 30.4, 'Ω'],
    ['earth.electrode.e1', 'r72', 31, 'Ω'],
  ])
  await openBench(page, jobId, '?stage=earth')
  await expect(page.getByText(/^Outage with loads is held/)).toBeVisible()
  await context.setOffline(true)
  // released as far as this phone knows: nothing is asked
  await type(page, 'ne .4')
  // and meanwhile somebody else closes the bypass
  await sendReadings(context.request, jobId, [['outage.bypass', 'answer', 'closed']])
  await context.setOffline(false)
  await expect(page.getByTestId('outbox-state')).toContainText('1 refused', { timeout: 30_000 })
  await page.getByTestId('outbox-state').click()
  const kept = page.getByRole('dialog', { name: 'What is kept on this device' })
  await expect(kept).toContainText('First island is held.')
  await kept.getByRole('button', { name: 'Record it all the same' }).click()
  await expect(page.getByTestId('outbox-state')).toContainText('all sent')
  const { record } = (await (await context.request.get(`/api/jobs/${jobId}`)).json()) as Stored
  expect(record.readings.find(({ slot }) => slot === 'ne')?.detail).toEqual({ confirmed: ['stepHeld'] })
})

test('a correction outside the instrument’s range is asked about, and stands once it is confirmed', async ({
  page,
  context,
}) => {
  await signIn(context, 'ines')
  const jobId = await makeJob(context.request, 'Corrected House')
  await openBench(page, jobId, '?stage=earth')
  await type(page, 'clamp .1')
  await type(page, 'ra 62 30.4')
  await ledger(page).getByRole('button', { name: 'correct' }).first().click()
  await page.getByLabel('Corrected value').fill('5000')
  await page.getByLabel('Reason for the correction').fill('read the wrong range')
  await page.getByRole('button', { name: 'Store correction' }).click()
  const asked = page.getByRole('dialog', { name: 'Record it as it is?' })
  await expect(asked).toContainText('measures 0–2000 Ω here, and this is 5000 Ω.')
  await asked.getByRole('button', { name: 'Record it all the same' }).click()
  await expect(ledger(page)).toContainText('corrects an earlier entry: “read the wrong range”')
  await expect(quickLine(page)).toBeVisible()
})
