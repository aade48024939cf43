import { createHash } from 'node:crypto'
import { expect, test } from '@playwright/test'
import { verifyPack } from '@/core/pack/verifyPack'
import { HAND, LEAD, NEW_PASSWORD, keptFacts } from './facts'

// On another machine, from the copy: all that the crew recorded, by the people who recorded it.

test('a crew that was restored signs in as before, and finds its readings and its pack byte for byte', async ({
  page,
}) => {
  const facts = keptFacts()
  await page.goto('/')
  await expect(page).toHaveURL('/sign-in')
  await page.getByLabel('E-mail').fill(LEAD.email)
  await page.getByLabel('Password').fill(NEW_PASSWORD)
  await page.getByRole('button', { name: 'Sign in' }).click()
  await expect(page.getByText('Bellows Cottage')).toBeVisible()
  const view = (await (await page.request.get(`/api/jobs/${facts.jobId}`)).json()) as {
    record: { readings: { recordedByName: string }[] }
  }
  expect(view.record.readings.map(({ recordedByName }) => recordedByName)).toEqual(
    Array(facts.readings).fill(HAND.name),
  )
  const bytes = await (await page.request.get(`/api/jobs/${facts.jobId}/packs/${facts.packId}`)).body()
  expect(createHash('sha256').update(bytes).digest('hex')).toBe(facts.packSha256)
  expect(verifyPack(new Uint8Array(bytes), facts.publicKey)).toMatchObject({ intact: true })
})

test('what is sealed now is sealed with the key of before', async ({ page }) => {
  const facts = keptFacts()
  const { publicKey } = (await (await page.request.get('/api/signing-key')).json()) as { publicKey: string }
  expect(publicKey).toBe(facts.publicKey)
})
