import { createHash, createHmac } from 'node:crypto'
import { type Browser, type BrowserContext, type Page, expect, test } from '@playwright/test'
import { verifyPack } from '@/core/pack/verifyPack'
import { callUseCase, makeJob, openBench, type } from '../browser/support'
import { CHECKER, HAND, LEAD, NEW_PASSWORD, OFFICE, keepFacts } from './facts'

// From an empty machine: a first crew, three people by invitation on three devices, an instrument, a job, a reading, a sealed pack. In this order.
test.describe.configure({ mode: 'serial' })

const CODE = process.env.AWLBRIGHT_TEST_CODE ?? ''
const FIRST = {
  crew: 'Ferrous Lane crew',
  packId: 'na-split-240',
  name: LEAD.name,
  email: LEAD.email,
  password: LEAD.password,
}

let lead: Page
let hand: Page
const contexts: BrowserContext[] = []
const device = async (browser: Browser, size = { width: 1280, height: 800 }): Promise<Page> => {
  const context = await browser.newContext({ viewport: size })
  contexts.push(context)
  return context.newPage()
}
test.afterAll(async () => {
  await Promise.all(contexts.map((context) => context.close()))
})
const press = (page: Page, name: string | RegExp) => page.getByRole('button', { name }).click()
const field = (page: Page, label: string) => page.getByLabel(label, { exact: true })

test('a server without a crew is closed to everybody who is not at the machine', async ({ request }) => {
  const first = (headers: Record<string, string>, change: object = {}) =>
    request.post('/api/first-run', { data: { ...FIRST, ...change }, headers })
  const elsewhere = { 'x-forwarded-for': '203.0.113.7' }
  expect((await first(elsewhere)).status()).toBe(403)
  expect((await first(elsewhere, { code: 'aaaa-bbbb-cccc' })).status()).toBe(403)
  expect((await first({ host: 'rebound.example' })).status()).toBe(403)
  expect((await first({ 'sec-fetch-site': 'cross-site' })).status()).toBe(403)
  const weak = await first(elsewhere, { code: CODE, password: '1234567890' })
  expect([weak.status(), ((await weak.json()) as { message: string }).message]).toEqual([
    422,
    expect.stringMatching(/try/),
  ])
  expect((await first(elsewhere, { code: CODE, email: 'nobody' })).status()).toBe(422)
  expect((await request.get('/api/use/listJobs')).status()).not.toBe(200)
})

test('the first lead makes the crew at the machine, and nobody makes another', async ({ browser }) => {
  lead = await device(browser)
  await lead.goto('/')
  await expect(lead).toHaveURL('/first-run')
  await expect(lead.getByLabel('Code')).toHaveCount(0)
  await field(lead, 'Crew').fill(FIRST.crew)
  await field(lead, 'Usual supply').selectOption(FIRST.packId)
  await field(lead, 'Your name').fill(LEAD.name)
  await field(lead, 'E-mail').fill('Ada@FerrousLane.example')
  await field(lead, 'Password').fill('1234567890')
  await press(lead, 'Make the crew')
  await expect(lead.getByText('That is the first thing somebody would try')).toBeVisible()
  await field(lead, 'Password').fill(LEAD.password)
  await press(lead, 'Make the crew')
  await expect(lead.getByText('No jobs yet')).toBeVisible()
  await expect(lead.getByText(`${FIRST.crew} · ${LEAD.name}, lead`)).toBeVisible()
  expect((await lead.request.post('/api/first-run', { data: FIRST })).status()).toBe(409)
  const stranger = await device(browser)
  await stranger.goto('/first-run')
  await expect(stranger).toHaveURL('/sign-in')
})

const PEOPLE = [
  { ...OFFICE, role: 'office', phone: false },
  { ...HAND, role: 'hand', phone: true },
  { ...CHECKER, role: 'checker', phone: false },
]

test('three people join by invitation, each on a device of their own', async ({ browser }) => {
  await lead.goto('/crew')
  for (const { name, email, role, password, phone } of PEOPLE) {
    await press(lead, 'Invite somebody')
    await field(lead, 'Name').fill(name)
    await field(lead, 'E-mail').fill(email)
    await lead.getByLabel('Role').selectOption(role)
    await press(lead, 'Make the link')
    const link = (await lead.getByTestId('invitation-link').textContent()) ?? ''
    await lead.keyboard.press('Escape')
    await expect(lead.getByText('links that nobody has used')).toBeVisible()
    const own = await device(browser, phone ? { width: 390, height: 844 } : undefined)
    await own.goto(link)
    await expect(own.getByText(`you are asked to join as ${role}`)).toBeVisible()
    await field(own, 'Password').fill(password)
    await press(own, 'Join')
    await expect(own.getByText('No jobs yet')).toBeVisible()
    if (role === 'hand') hand = own
    const again = await device(browser)
    await again.goto(link)
    await expect(again.getByText('This link was used already')).toBeVisible()
  }
  await lead.reload()
  await expect(lead.getByText('4 in the crew')).toBeVisible()
  await expect(lead.getByText('links that nobody has used')).toHaveCount(0)
})

test('a link that was withdrawn, or was never made, is a closed page', async ({ browser }) => {
  await press(lead, 'Invite somebody')
  await field(lead, 'Name').fill('Nobody Yet')
  await field(lead, 'E-mail').fill('nobody@ferrouslane.example')
  await press(lead, 'Make the link')
  const link = (await lead.getByTestId('invitation-link').textContent()) ?? ''
  await lead.keyboard.press('Escape')
  await press(lead, 'Withdraw the link of Nobody Yet')
  await expect(lead.getByText('nobody@ferrouslane.example')).toHaveCount(0)
  const stranger = await device(browser)
  for (const [address, words] of [
    [link, 'This link was withdrawn'],
    [`/join/${'x'.repeat(32)}`, 'This link does not work'],
    ['/join/short', 'This link does not work'],
  ] as const) {
    await stranger.goto(address)
    await expect(stranger.getByText(words)).toBeVisible()
  }
})

test('an instrument comes with its certificate, and a tag that is taken is refused', async () => {
  await lead.goto('/crew?view=instruments')
  const add = async () => {
    await press(lead, 'Add an instrument')
    await field(lead, 'Tag').fill('M1')
  }
  await add()
  await lead.getByRole('group', { name: 'Range 3' }).getByLabel('To', { exact: true }).fill('many')
  await press(lead, 'Add it')
  await expect(lead.getByText('A range has a figure in each of its places')).toBeVisible()
  await lead.getByRole('group', { name: 'Range 3' }).getByLabel('To', { exact: true }).fill('20')
  await press(lead, 'Add it')
  await expect(lead.getByText('None on file')).toBeVisible()
  await field(lead, 'Number').fill('C-2291')
  await field(lead, 'Calibrated on').fill('2026-03-01')
  await field(lead, 'Next due').fill('2026-02-01')
  await press(lead, 'Add the certificate')
  await expect(lead.getByText('The next calibration is due after this one')).toBeVisible()
  await field(lead, 'Next due').fill('2099-03-01')
  const paper = (body: string) => ({ name: 'c2291.pdf', mimeType: 'application/pdf', buffer: Buffer.from(body) })
  await lead.setInputFiles('input[type=file]', paper('<html>'))
  await press(lead, 'Add the certificate')
  await expect(lead.getByText('A certificate is a PDF or a picture')).toBeVisible()
  await lead.setInputFiles('input[type=file]', paper('%PDF-1.4 a certificate'))
  await press(lead, 'Add the certificate')
  await expect(lead.getByText('C-2291, 1 Mar 2026 to 1 Mar 2099')).toBeVisible()
  const address = (await lead.getByRole('link', { name: 'Paper' }).getAttribute('href')) ?? ''
  expect(await (await hand.request.get(address)).text()).toBe('%PDF-1.4 a certificate')
  await lead.keyboard.press('Escape')
  await add()
  await press(lead, 'Add it')
  await expect(lead.getByText('The crew has an instrument M1 already')).toBeVisible()
  await lead.keyboard.press('Escape')
})

test('a job begins with the crew’s usual supply; a hand reads with the instrument; the lead seals it', async () => {
  await lead.goto('/')
  await press(lead, 'New job')
  await expect(lead.getByLabel('Supply')).toHaveValue(FIRST.packId)
  await lead.keyboard.press('Escape')
  const jobId = await makeJob(lead.request, 'Bellows Cottage')
  await openBench(hand, jobId, '?stage=wire')
  const choice = hand.getByRole('combobox', { name: 'Instrument in hand' })
  await choice.selectOption({ label: 'M1 Installation tester' })
  await type(hand, 'loop w1 46 mΩ')
  await openBench(lead, jobId, '?stage=handover&view=seal')
  await press(lead, 'Seal the pack')
  await press(lead, 'Seal it')
  await expect(lead.getByText(new RegExp(`^Sealed .* by ${LEAD.name}$`))).toBeVisible({ timeout: 40_000 })
  const view = (await (await lead.request.get(`/api/jobs/${jobId}`)).json()) as {
    record: { readings: { instrumentId: string | null; recordedByName: string }[] }
    packs: { id: string; sha256: string; publicKey: string }[]
  }
  const [reading] = view.record.readings
  expect(reading).toMatchObject({ recordedByName: HAND.name })
  expect(reading?.instrumentId).not.toBeNull()
  const [pack] = view.packs
  const bytes = await (await lead.request.get(`/api/jobs/${jobId}/packs/${pack?.id}`)).body()
  expect(createHash('sha256').update(bytes).digest('hex')).toBe(pack?.sha256)
  expect(verifyPack(new Uint8Array(bytes), pack?.publicKey)).toMatchObject({ intact: true })
  keepFacts({
    jobId,
    readings: view.record.readings.length,
    packId: pack?.id ?? '',
    packSha256: pack?.sha256 ?? '',
    publicKey: pack?.publicKey ?? '',
  })
})

test('a person is renamed, and what they read keeps the name it had', async () => {
  await lead.goto('/crew')
  await press(lead, `Change ${HAND.name}`)
  await field(lead, 'Name').fill('Brock Tallow-Reed')
  await lead.getByLabel('Licence').fill('FL 1177')
  await lead.getByLabel('Valid until').fill('2031-01-31')
  await press(lead, 'Save')
  await expect(lead.getByText('Saved.')).toBeVisible()
  await lead.keyboard.press('Escape')
  await expect(lead.getByText('valid until 31 Jan 2031')).toBeVisible()
  await lead.goto('/crew?view=crew')
  await expect(lead.getByText('name: Brock Tallow → Brock Tallow-Reed')).toBeVisible()
})

test('the last lead stays one', async () => {
  await lead.goto('/crew')
  await press(lead, `Change ${LEAD.name}`)
  await lead.getByLabel('Role').selectOption('hand')
  await press(lead, 'Save')
  await expect(lead.getByText('this is the last one')).toBeVisible()
  await lead.keyboard.press('Escape')
})

test('a forgotten password is chosen anew by a lead’s link; who is let go is out at once', async ({ browser }) => {
  await press(lead, 'Change Brock Tallow-Reed')
  await press(lead, 'Link for a new password')
  const link = (await lead.getByTestId('password-link').textContent()) ?? ''
  const phone = await device(browser, { width: 390, height: 844 })
  await phone.goto(link)
  await field(phone, 'Password').fill(NEW_PASSWORD)
  await press(phone, 'Use this password')
  await expect(phone.getByText('Bellows Cottage')).toBeVisible()
  // the device with the old password is signed out
  expect((await hand.request.post('/api/use/viewAccount', { data: {} })).status()).toBe(401)
  await press(lead, 'Let Brock Tallow-Reed go')
  await press(lead, 'Let go')
  await expect(lead.getByText('has left and cannot sign in')).toBeVisible()
  expect((await phone.request.post('/api/use/viewAccount', { data: {} })).status()).toBe(401)
  await phone.goto('/sign-in')
  await field(phone, 'E-mail').fill(HAND.email)
  await field(phone, 'Password').fill(NEW_PASSWORD)
  await press(phone, 'Sign in')
  await expect(phone.getByText('You are in no crew any more')).toBeVisible()
  await press(lead, 'Take Brock Tallow-Reed back')
  await expect(lead.getByText('has left and cannot sign in')).toHaveCount(0)
  await press(phone, 'Sign in')
  await expect(phone.getByText('Bellows Cottage')).toBeVisible()
})

test('one’s own password is changed, and other devices are seen and signed out', async ({ browser }) => {
  const other = await device(browser)
  await other.goto('/sign-in')
  await field(other, 'E-mail').fill(LEAD.email)
  await field(other, 'Password').fill(LEAD.password)
  await press(other, 'Sign in')
  await expect(other.getByText('Bellows Cottage')).toBeVisible()
  await lead.goto('/account')
  await expect(lead.getByText('this device', { exact: true })).toBeVisible()
  await press(lead, 'Sign out Computer')
  await expect(lead.getByText('this device alone')).toBeVisible()
  expect((await other.request.post('/api/use/viewAccount', { data: {} })).status()).toBe(401)
  await field(lead, 'Present password').fill('not that one')
  await field(lead, 'New password').fill(NEW_PASSWORD)
  await press(lead, 'Change the password')
  await expect(lead.getByText('That is not your present password')).toBeVisible()
  await field(lead, 'Present password').fill(LEAD.password)
  await press(lead, 'Change the password')
  await expect(lead.getByText('Your password is changed')).toBeVisible()
  await callUseCase(lead.request, 'viewAccount', {})
})

/** The code that an authenticator shows for a secret (RFC 6238: HMAC-SHA-1, 30 s, six digits). */
function authenticatorCode(secret: string, atMs = Date.now()): string {
  const bits = [...secret.replace(/=+$/, '')]
    .map((sign) => 'ABCDEFGHIJKLMNOPQRSTUVWXYZ234567'.indexOf(sign).toString(2).padStart(5, '0'))
    .join('')
  const key = Buffer.from((bits.match(/.{8}/g) ?? []).map((byte) => parseInt(byte, 2)))
  const counter = Buffer.alloc(8)
  counter.writeBigUInt64BE(BigInt(Math.floor(atMs / 30_000)))
  const hash = createHmac('sha1', key).update(counter).digest()
  const at = (hash.at(-1) ?? 0) & 15
  return String((hash.readUInt32BE(at) & 0x7fffffff) % 1_000_000).padStart(6, '0')
}

test('a second factor is asked for at the door, a recovery code opens once, and a lead takes it away', async ({
  browser,
}) => {
  const own = await device(browser)
  const enter = async (page: Page) => {
    await page.goto('/sign-in')
    await field(page, 'E-mail').fill(CHECKER.email)
    await field(page, 'Password').fill(CHECKER.password)
    await press(page, 'Sign in')
  }
  await enter(own)
  await expect(own.getByText('Bellows Cottage')).toBeVisible()
  await own.goto('/account')
  await field(own, 'Your password').fill('not that one')
  await press(own, 'Turn it on')
  await expect(own.getByText('That is not your password.')).toBeVisible()
  await field(own, 'Your password').fill(CHECKER.password)
  await press(own, 'Turn it on')
  const secret = (await own.getByTestId('secret').textContent()) ?? ''
  const recovery = await own.getByTestId('recovery-codes').locator('li').allTextContents()
  expect(recovery.length).toBeGreaterThan(5)
  await field(own, 'The code it shows').fill('000000')
  await press(own, 'Turn it on now')
  await expect(own.getByText('That code does not fit')).toBeVisible()
  await field(own, 'The code it shows').fill(authenticatorCode(secret))
  await press(own, 'Turn it on now')
  await expect(own.getByRole('button', { name: 'Turn it off' })).toBeVisible()
  const other = await device(browser)
  await enter(other)
  await field(other, 'Code').fill('123456')
  await press(other, 'Go on')
  await expect(other.getByText('That code does not fit')).toBeVisible()
  // the right password alone opens nothing
  expect((await other.request.post('/api/use/viewAccount', { data: {} })).status()).toBe(401)
  await field(other, 'Code').fill(recovery[0] ?? '')
  await press(other, 'Go on')
  await expect(other.getByText('Bellows Cottage')).toBeVisible()
  const third = await device(browser)
  await enter(third)
  await field(third, 'Code').fill(recovery[0] ?? '')
  await press(third, 'Go on')
  await expect(third.getByText('That code does not fit')).toBeVisible()
  await field(third, 'Code').fill(authenticatorCode(secret))
  await press(third, 'Go on')
  await expect(third.getByText('Bellows Cottage')).toBeVisible()
  await lead.goto('/crew')
  await press(lead, `Change ${CHECKER.name}`)
  await press(lead, 'Take the second factor away')
  await press(lead, 'Take it away')
  await expect(lead.getByRole('button', { name: 'Take the second factor away' })).toHaveCount(0)
  expect((await third.request.post('/api/use/viewAccount', { data: {} })).status()).toBe(401)
  await enter(third)
  await expect(third.getByText('Bellows Cottage')).toBeVisible()
})
