import { expect, test } from '@playwright/test'
import { makeJob, signIn } from './support'

const JOB = '018f0000-0000-7000-8000-000000000101'

test('says that it is well, and what it checked', async ({ request }) => {
  const response = await request.get('/api/health')
  expect([response.status(), await response.json()]).toEqual([
    200,
    {
      ok: true,
      checks: { web: 'up', database: 'answers', databaseMs: expect.any(Number), waiting: expect.any(Number) },
    },
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
  ).toBe(403)
  expect(
    (
      await post(`/api/jobs/${jobId}/pictures`, 'garbage', {
        'content-type': 'multipart/form-data; boundary=x',
        'sec-fetch-site': 'same-origin',
      })
    )[0],
  ).toBe(400)
  const bomb = Buffer.alloc(26 * 1024 * 1024)
  const large = await request.post(`/api/jobs/${jobId}/pictures`, {
    headers: { 'sec-fetch-site': 'same-origin' },
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

test('pages run their own scripts and nobody else’s, and stand in no frame', async ({ page, context }) => {
  const faults: string[] = []
  page.on('pageerror', (error) => faults.push(error.message))
  page.on('console', (message) => {
    if (/content security policy/i.test(message.text())) faults.push(message.text())
  })
  await signIn(context, 'ines')
  const nonces = new Set<string>()
  for (const path of ['/', '/sign-in', '/verify', `/jobs/${JOB}?stage=wire`]) {
    const response = await page.goto(path)
    const policy = response?.headers()['content-security-policy'] ?? ''
    expect(policy).toContain("frame-ancestors 'none'")
    const [nonce = ''] = /'nonce-[^']+'/.exec(policy) ?? []
    expect(nonce).not.toBe('')
    nonces.add(nonce)
    await expect(page.getByRole('heading').first()).toBeVisible()
  }
  expect(nonces.size).toBe(4)
  expect(faults).toEqual([])
  // what gets into a page as markup runs nothing
  const ran = await page.evaluate(async () => {
    const planted = document.createElement('div')
    planted.innerHTML = '<img src="/no-such-picture.png" onerror="window.planted = true">'
    const failed = new Promise((done) => planted.firstElementChild?.addEventListener('error', done))
    document.body.append(planted)
    await failed
    return 'planted' in window
  })
  expect(ran).toBe(false)
  expect(faults.join(' ')).toMatch(/inline event handler/)
})

test('a stranger’s failures do not lock out a device that was in before', async ({ browser }) => {
  const context = await browser.newContext({ baseURL: process.env.AWLBRIGHT_TEST_URL })
  const signInAs = (password: string) =>
    context.request.post('/api/auth/sign-in/email', {
      data: { email: 'oskar@harrowlight.example', password },
      headers: { origin: process.env.AWLBRIGHT_TEST_URL ?? '' },
    })
  expect((await signInAs('lamp-and-awl')).status()).toBe(200)
  const stranger = await browser.newContext({ baseURL: process.env.AWLBRIGHT_TEST_URL })
  const tries: number[] = []
  for (let k = 0; k < 14; k++) {
    // what the stranger says of where he comes from is not read
    const response = await stranger.request.post('/api/auth/sign-in/email', {
      data: { email: 'oskar@harrowlight.example', password: `guess ${k}` },
      headers: { 'x-forwarded-for': `203.0.113.${k}`, 'x-awlbright-address': `203.0.113.${k}` },
    })
    tries.push(response.status())
  }
  expect(tries.slice(0, 10)).toEqual(Array(10).fill(401))
  expect(tries.slice(10)).toEqual(Array(4).fill(429))
  expect((await signInAs('lamp-and-awl')).status()).toBe(200)
  await stranger.close()
  await context.close()
})

test('no other way of the sign-in library is open', async ({ context }) => {
  await signIn(context, 'ines')
  for (const [path, data] of [
    ['/api/auth/update-user', { name: 'Somebody Else' }],
    ['/api/auth/change-password', { currentPassword: 'lamp-and-awl', newPassword: 'another-one-1' }],
    ['/api/auth/delete-user', {}],
  ] as const)
    expect((await context.request.post(path, { data })).status()).toBe(404)
  expect((await context.request.post('/api/auth/sign-in/email', { data: { email: 'x'.repeat(9000) } })).status()).toBe(
    413,
  )
})
