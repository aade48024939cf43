import { expect, test } from '@playwright/test'
import { makeJob, signIn } from './support'

test('says that it is well, and what it checked', async ({ request }) => {
  const response = await request.get('/api/health')
  expect([response.status(), await response.json()]).toEqual([
    200,
    { ok: true, checks: { web: 'up', database: 'answers', databaseMs: expect.any(Number) } },
  ])
})

test('lets nobody in without a sign-in, and sends them to the door', async ({ page, request }) => {
  for (const path of [
    '/api/jobs/018f0000-0000-7000-8000-000000000101',
    '/api/jobs/018f0000-0000-7000-8000-000000000101/events',
  ])
    expect((await request.get(path)).status()).toBe(401)
  expect((await request.post('/api/sync', { data: { readings: [] } })).status()).toBe(401)
  await page.goto('/jobs/018f0000-0000-7000-8000-000000000101')
  await expect(page).toHaveURL(/\/sign-in\?to=/)
  expect(
    (
      await request.post('/api/auth/sign-up/email', {
        data: { email: 'a@b.example', password: 'x'.repeat(12), name: 'A' },
      })
    ).ok(),
  ).toBe(false)
})

test('does not send a person anywhere else after signing in', async ({ page }) => {
  await page.goto('/sign-in?to=https://elsewhere.example/')
  await page.getByLabel('E-mail').fill('oskar@harrowlight.example')
  await page.getByLabel('Password').fill('lamp-and-awl')
  await page.getByRole('button', { name: 'Sign in' }).click()
  await expect(page.getByRole('heading', { level: 2 })).toBeVisible()
  expect(new URL(page.url()).pathname).toBe('/')
})

test('answers hostile requests in words and stays up', async ({ context }) => {
  await signIn(context, 'ines')
  const { request } = context
  const jobId = await makeJob(request, 'Hostile House')
  const post = async (
    path: string,
    data: string,
    headers: Record<string, string> = { 'content-type': 'application/json' },
  ) => {
    const response = await request.post(path, { data: Buffer.from(data), headers })
    return [response.status(), ((await response.json()) as { message: string }).message] as const
  }
  expect(await post('/api/sync', '{"readings":')).toEqual([400, 'The request is not JSON. Nothing was stored.'])
  expect(await post('/api/sync', `{"readings":"${'x'.repeat(3_000_000)}"}`)).toEqual([
    413,
    'That is larger than 2 MB. Nothing was stored.',
  ])
  expect((await post('/api/sync', '{"readings":5}'))[0]).toBe(422)
  expect((await post('/api/use/createJob', '[]'))[0]).toBe(422)
  expect((await post('/api/use/__proto__', '{}'))[0]).toBe(404)
  expect((await post('/api/use/recordReadings', '{}'))[0]).toBe(404)
  expect(
    await post('/api/sync', '{"readings":[]}', { 'content-type': 'application/json', 'sec-fetch-site': 'cross-site' }),
  ).toEqual([403, 'Requests from other sites are not taken.'])
  expect(
    (await post(`/api/jobs/${jobId}/pictures`, 'garbage', { 'content-type': 'multipart/form-data; boundary=x' }))[0],
  ).toBe(400)
  const bomb = Buffer.alloc(26 * 1024 * 1024)
  const large = await request.post(`/api/jobs/${jobId}/pictures`, {
    multipart: {
      id: '018f0000-0000-7000-8000-00000000e001',
      subject: 'inv1',
      file: { name: 'a.jpg', mimeType: 'image/jpeg', buffer: bomb },
    },
  })
  expect(large.status()).toBe(413)
  const deep = `{"readings":[${'['.repeat(20_000)}${']'.repeat(20_000)}]}`
  expect((await post('/api/sync', deep))[0]).toBeLessThan(500)
  for (const path of [
    `/api/jobs/${jobId}/files/../../x`,
    `/api/jobs/${jobId}/files/${'0'.repeat(64)}`,
    `/api/jobs/${encodeURIComponent("' or 1=1")}`,
  ])
    expect((await request.get(path)).status()).toBe(404)
  expect((await request.get('/api/health')).status()).toBe(200)
})
