import { type Browser, type Page, expect, test } from '@playwright/test'
import { aPicture, callUseCase, makeJob, openBench, sendReadings, signIn, type Who } from './support'

async function as(browser: Browser, who: Who): Promise<Page> {
  const context = await browser.newContext()
  await signIn(context, who)
  return context.newPage()
}

const region = (page: Page, name: string | RegExp) => page.getByRole('region', { name })
const signature = (page: Page, capacity: string) => page.locator(`[data-signature=${capacity}]`)

async function draw(page: Page): Promise<void> {
  const box = await page.getByLabel('Field for the signature').boundingBox()
  if (!box) throw new Error('there is no field to sign in')
  await page.mouse.move(box.x + 30, box.y + 80)
  await page.mouse.down()
  for (let k = 1; k <= 20; k++) await page.mouse.move(box.x + 30 + k * 9, box.y + 80 + (k % 2 === 0 ? 30 : -30))
  await page.mouse.up()
}

test('four people hand a house over: checked, sent back, put right, signed, sealed, and called about', async ({
  browser,
}) => {
  const lead = await as(browser, 'ines')
  const jobId = await makeJob(lead.request, 'Larkspur House')
  const hand = await as(browser, 'tobin')
  await sendReadings(hand.request, jobId, [['outage.told', 'answer', 'yes']])

  // the checker sends one back, with a word
  const checker = await as(browser, 'oskar')
  await openBench(checker, jobId, '?stage=handover&view=seal')
  const review = region(checker, 'The checker’s review')
  await review.getByRole('button', { name: /^Outage: \d+ of \d+ to look at/ }).click()
  const told = checker.locator('[data-review="outage.told"]')
  await told.getByRole('button', { name: /^Send back/ }).click()
  await expect(told.getByRole('button', { name: 'Send it back' })).toBeDisabled()
  await told.getByLabel(/^Why .* is sent back/).fill('The lodger upstairs was not told.')
  await told.getByRole('button', { name: 'Send it back' }).click()
  await expect(told).toContainText('sent back, ')

  // the lead sees it without asking, and may not check for themselves
  await openBench(lead, jobId, '?stage=handover&view=seal')
  const seen = region(lead, 'The checker’s review')
  await expect(seen).toContainText('“The lodger upstairs was not told.”')
  await expect(seen.getByRole('button', { name: /^Agree/ })).toHaveCount(0)
  await lead.getByRole('button', { name: 'Seal the pack' }).click()
  await expect(lead.getByRole('list', { name: 'What the pack will say openly' })).toContainText(
    '1 point was sent back by the checker',
  )
  await expect(lead.getByRole('list', { name: 'What the pack will say openly' })).toContainText(
    '3 of 3 signatures are missing',
  )
  await lead.getByRole('dialog').getByRole('button', { name: 'Close' }).click()

  // the hand puts it right: what was sent back has to be looked at anew, and is agreed with
  await sendReadings(hand.request, jobId, [['outage.told', 'answer', 'no']])
  await expect(told).toContainText('changed since it was seen', { timeout: 15_000 })
  await told.getByRole('button', { name: /^Agree/ }).click()
  await expect(told).toContainText('agreed')

  // three signatures, two of them drawn
  await signature(lead, 'lead').getByRole('button', { name: 'Sign' }).click()
  await draw(lead)
  await lead.getByRole('dialog').getByRole('button', { name: 'Sign', exact: true }).click()
  await expect(signature(lead, 'lead')).toContainText('for the job as it stands')
  await expect(signature(lead, 'checker').getByRole('button')).toHaveCount(0)
  await signature(checker, 'checker').getByRole('button', { name: 'Sign' }).click()
  await checker.getByRole('button', { name: 'Sign by the typed name' }).click()
  await expect(signature(checker, 'checker')).toContainText('typed')
  await openBench(hand, jobId, '?stage=handover&view=seal')
  await signature(hand, 'customer').getByRole('button', { name: 'The customer signs' }).click()
  await expect(hand.getByRole('button', { name: 'Sign by the typed name' })).toBeDisabled()
  await hand.getByRole('textbox', { name: 'Name' }).fill('Runa Ostervale')
  await draw(hand)
  await hand.getByRole('dialog').getByRole('button', { name: 'Sign', exact: true }).click()
  await expect(signature(hand, 'customer')).toContainText('Runa Ostervale')

  // sealed, with the card beside it
  const card = await lead.request.get(`/api/jobs/${jobId}/card`)
  expect((await card.body()).subarray(0, 5).toString()).toBe('%PDF-')
  await lead.getByRole('button', { name: 'Seal the pack' }).click()
  await expect(lead.getByRole('list', { name: 'What the pack will say openly' })).not.toContainText('signatures')
  await lead.getByRole('dialog').getByRole('button', { name: 'Seal it' }).click()
  await expect(lead.getByText(/^Sealed \d\d:\d\d by Ines/)).toBeVisible({ timeout: 60_000 })
  const view = (await (await lead.request.get(`/api/jobs/${jobId}`)).json()) as { packs: { id: string }[] }
  const { token } = await callUseCase<{ token: string }>(lead.request, 'makeCustomerLink', {
    jobId,
    packId: view.packs[0]?.id,
    days: 3,
  })

  // the household on an old phone, first without scripts
  const still = await (
    await browser.newContext({ javaScriptEnabled: false, viewport: { width: 360, height: 740 } })
  ).newPage()
  await still.goto(`/c/${token}`)
  await expect(still.getByRole('heading', { name: 'Larkspur House' })).toBeVisible()
  await expect(still.getByText('Touch nothing metal, keep everybody away').first()).toBeVisible()
  await expect(still.getByText('What to look at')).toBeVisible()
  expect(await still.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(360)
  const phone = await (await browser.newContext({ viewport: { width: 360, height: 740 } })).newPage()
  await phone.goto(`/c/${token}`)
  const lasts = phone.getByRole('status', { name: 'How long it lasts' })
  const before = await lasts.innerText()
  await phone
    .getByText(/^Fridge/)
    .last()
    .click()
  await expect(lasts).not.toHaveText(before)
  const ticked = await lasts.innerText()
  await phone.getByRole('slider', { name: 'Watts switched on, on average' }).press('End')
  await expect(lasts).not.toHaveText(ticked)
  await phone.getByRole('button', { name: 'Tell the crew' }).click()
  const send = phone.getByRole('button', { name: 'Send it to the crew' })
  await expect(send).toBeDisabled()
  const tingle = phone.getByRole('group', { name: /tingle/ })
  await tingle.getByRole('button', { name: 'Yes' }).click()
  await expect(tingle).toContainText('Touch nothing metal, no tap and no casing')
  await phone
    .getByRole('textbox', { name: 'What did you see, hear or smell, and when?' })
    .fill('The tap tickles since noon.')
  await phone
    .getByLabel('Pictures for the crew')
    .setInputFiles([
      await aPicture('display.jpg'),
      { name: 'notes.txt', mimeType: 'text/plain', buffer: Buffer.from('no picture') },
    ])
  await send.click()
  // what is no picture does not keep the rest, and can be left out
  await expect(phone.getByText('The crew has your answers, and a picture did not go.')).toBeVisible()
  await expect(phone.getByLabel('sent', { exact: true })).toBeVisible()
  await phone.getByRole('button', { name: 'Leave out notes.txt' }).click()
  await phone.getByRole('button', { name: 'Send the rest' }).click()
  await expect(phone.getByText('The crew has it, with what you photographed.')).toBeVisible()

  // it stands on the lead's bench at once, as danger, until somebody writes down what came of it
  await lead.getByRole('tab', { name: /^Later visits/ }).click()
  const calls = region(lead, 'Calls from the household')
  await expect(calls).toContainText('Danger: telephone them now', { timeout: 15_000 })
  await expect(calls).toContainText('The tap tickles since noon.')
  await expect(calls.getByRole('img', { name: 'What the household photographed, picture 1' })).toBeVisible()
  await calls.getByLabel('What came of the call').fill('Telephoned; the network operator is on the way.')
  await calls.getByRole('button', { name: 'Write it down' }).click()
  await expect(calls).toContainText('all answered')
})

test('a signature does not stand once the job changed, and a call over a link that was withdrawn is told so', async ({
  browser,
}) => {
  const lead = await as(browser, 'ines')
  const jobId = await makeJob(lead.request, 'Thistle House')
  await openBench(lead, jobId, '?stage=handover&view=seal')
  await signature(lead, 'lead').getByRole('button', { name: 'Sign' }).click()
  await lead.getByRole('button', { name: 'Sign by the typed name' }).click()
  await expect(signature(lead, 'lead')).toContainText('for the job as it stands')
  await sendReadings(lead.request, jobId, [['outage.told', 'answer', 'yes']])
  await expect(signature(lead, 'lead')).toContainText('it changed since', { timeout: 15_000 })
  await expect(signature(lead, 'lead').getByRole('button', { name: 'Sign' })).toBeVisible()
  const refused = await lead.request.post(`/api/customer/${'A'.repeat(32)}/fault-call`, {
    data: { id: '018f0000-0000-7000-8000-00000000aaaa', answers: { tingle: 'no' } },
  })
  expect(refused.status()).toBe(404)
})
