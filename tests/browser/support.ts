import { type APIRequestContext, type BrowserContext, type Download, type Page, expect } from '@playwright/test'
import sharp from 'sharp'
import { v7 as uuidv7 } from 'uuid'
import { asBuiltWord } from '@/core/evidence/families/switchPositions'
import type { JobRecord } from '@/core/evidence/judge'
import { pointsOf } from '@/core/evidence/points'
import type { Reading } from '@/core/evidence/reading'
import type { Installation } from '@/core/installation/installation'
import type { JobView } from '@/server/useCases/jobs'
import { declared, house } from '../support/house'

/** A picture as a file chooser takes it. */
export const aPicture = (name: string) =>
  sharp({ create: { width: 320, height: 240, channels: 3, background: '#445566' } })
    .jpeg()
    .toBuffer()
    .then((buffer) => ({ name, mimeType: 'image/jpeg', buffer }))

export const PASSWORD = 'lamp-and-awl'
export type Who = 'ines' | 'tobin' | 'maud' | 'oskar'

const base = () => process.env.AWLBRIGHT_TEST_URL ?? 'http://127.0.0.1:4310'

const sessions = new Map<Who, Awaited<ReturnType<BrowserContext['cookies']>>>()

/** The demo crew’s instruments, the tester on top. */
const INSTRUMENTS = ['a1', 'a2', 'a3'].map((end) => `018f0000-0000-7000-8000-0000000000${end}`)

/** What somebody has taken in hand on this device, once a test begins; nobody's instrument is chosen silently. */
function takeInHand(ids: readonly string[]): void {
  if (localStorage.getItem('awlbright-instrument') === null) localStorage.setItem('awlbright-instrument', ids.join(' '))
}

/** The server closes a connection that lay idle; a request that meets just that is sent again, as a browser does. */
const RETRIES = 3

/** Signs a browser in by a session of its own, which a test may end: that of `signIn` is everybody's. Sign-ins are limited. */
export async function signInAnew(context: BrowserContext, who: Who): Promise<void> {
  await context.addInitScript(takeInHand, INSTRUMENTS)
  const response = await context.request.post('/api/auth/sign-in/email', {
    data: { email: `${who}@harrowlight.example`, password: PASSWORD },
    headers: { origin: base() },
  })
  expect(response.status(), await response.text()).toBe(200)
}

/** Signs a browser in without going through the form; each person signs in once a run, as sign-ins are limited. */
export async function signIn(context: BrowserContext, who: Who): Promise<void> {
  const known = sessions.get(who)
  if (known) {
    await context.addInitScript(takeInHand, INSTRUMENTS)
    return context.addCookies(known)
  }
  await signInAnew(context, who)
  sessions.set(who, await context.cookies())
}

export async function callUseCase<T>(request: APIRequestContext, name: string, data: object): Promise<T> {
  const response = await request.post(`/api/use/${name}`, { data, maxRetries: RETRIES })
  expect(response.ok(), `${name}: ${await response.text()}`).toBe(true)
  return (await response.json()) as T
}

/**
 * Puts a job of the demo on today's date: the demo was filled before midnight, and a run of the tests may go on after it. Two tests may do so at
 * once; who comes second finds it done.
 */
export async function setOnToday(request: APIRequestContext, jobId: string): Promise<void> {
  const scheduledDay = new Date().toISOString().slice(0, 10)
  await expect(async () => {
    const view = (await (await request.get(`/api/jobs/${jobId}`)).json()) as Pick<JobView, 'scheduledDay'>
    const before = { scheduledDay: view.scheduledDay }
    if (before.scheduledDay !== scheduledDay) await callUseCase(request, 'changeJob', { jobId, before, scheduledDay })
  }).toPass()
}

/** A job of its own for a test, with the test house in it; made as the signed-in lead or office. */
export async function makeJob(request: APIRequestContext, name: string): Promise<string> {
  const jobId = uuidv7()
  const { packId, supply, sources, loads, components, circuits, runs, electrodes, settings } = house()
  await callUseCase(request, 'createJob', {
    id: jobId,
    name: name.slice(0, 60).trim(),
    place: 'Testholm',
    packId,
    scheduledDay: null,
  })
  await callUseCase(request, 'changeJob', { jobId, version: 1, supply, sources })
  const items = {
    load: loads,
    component: components,
    circuit: circuits,
    run: runs,
    electrode: electrodes,
    setting: settings,
  }
  for (const [kind, list] of Object.entries(items))
    for (const item of list) await callUseCase(request, 'saveItem', { jobId, kind, itemId: uuidv7(), fields: item })
  const { kind, tag, name: called, detail } = declared('switchingTime', '100 ms')
  await callUseCase(request, 'saveSurveyItem', {
    jobId,
    kind,
    itemId: uuidv7(),
    fields: { tag, name: called, ...detail },
  })
  return jobId
}

/** Sends readings as an outbox would. */
export async function sendReadings(
  request: APIRequestContext,
  jobId: string,
  readings: readonly [pointKey: string, slot: string, value: number | string, unit?: string][],
): Promise<void> {
  const response = await request.post('/api/sync', {
    maxRetries: RETRIES,
    data: {
      readings: readings.map(([pointKey, slot, value, unit = '']) => ({
        id: uuidv7(),
        jobId,
        pointKey,
        slot,
        ...(typeof value === 'number' ? { valueNumber: value } : { valueWord: value }),
        unit,
        recordedAt: new Date().toISOString(),
        shownVerdict: 'open',
        // what another phone has sent: measured while a step was held, and confirmed there
        confirmed: ['stepHeld'],
      })),
    },
  })
  const told = (await response.json()) as { outcome: string; message: string | null }[]
  expect(told.filter(({ outcome }) => outcome !== 'stored')).toEqual([])
}

/** Sends what releases the first switching on of the test house: every run and core identified, tested dead, torqued. */
export async function sendFirstLive(request: APIRequestContext, jobId: string): Promise<void> {
  const { record } = (await (await request.get(`/api/jobs/${jobId}`)).json()) as { record: JobRecord }
  await sendReadings(request, jobId, [
    ['wire.positions', 'built', asBuiltWord(record.installation)],
    ...['w1', 'w2'].flatMap((tag): [string, string, string | number, string?][] => [
      [`wire.identity.${tag}`, `joined:${tag}`, 'continuity'],
      [`wire.identity.${tag}`, 'joined:none', 'open'],
      ...['N', 'PE'].flatMap((core): [string, string, string][] => [
        [`wire.cores.${tag}`, `joined:${core}`, 'continuity'],
        [`wire.cores.${tag}`, `free:${core}`, 'open'],
      ]),
      [`wire.dead.run.${tag}`, 'insulation', 200, 'MΩ'],
      [`wire.dead.run.${tag}`, 'earth', 0.02, 'Ω'],
      [`wire.torque.${tag}`, 'near', 4.5, 'Nm'],
      [`wire.torque.${tag}`, 'far', 4.4, 'Nm'],
    ]),
    ['wire.dead.prepared', 'out', 'out'],
    ['wire.dead.circuit.c1', 'earth', 0.4, 'Ω'],
    ['wire.dead.circuit.c1', 'insulation', 180, 'MΩ'],
    ['wire.dead.circuit.c1', 'polarity', 'right'],
  ])
}

/** Sends readings that were made up for the core, each in the unit of its slot. */
export async function sendMade(request: APIRequestContext, jobId: string, made: readonly Reading[]): Promise<void> {
  const { record } = (await (await request.get(`/api/jobs/${jobId}`)).json()) as { record: JobRecord }
  const points = new Map(pointsOf(record.installation).map((point) => [point.key, point]))
  await sendReadings(
    request,
    jobId,
    made.map(({ pointKey, slot, valueNumber, valueWord }) => {
      const input = points.get(pointKey)?.slots.find(({ id }) => id === slot)?.input
      return [
        pointKey,
        slot,
        valueNumber ?? valueWord ?? '',
        input?.kind === 'quantity' && valueNumber !== null ? input.unit : '',
      ]
    }),
  )
}

/** Asks a job for the full test instead of the essential one. */
export const askInFull = (request: APIRequestContext, jobId: string): Promise<unknown> =>
  callUseCase(request, 'changeJob', {
    jobId,
    version: null,
    before: { testDepth: 'essential' },
    testDepth: 'full',
  })

/** Makes a job a full test with some readings in it; that not every core was rung out in it is gone past in writing. */
export async function asFullTest(
  request: APIRequestContext,
  jobId: string,
  made: (installation: Installation) => readonly Reading[],
): Promise<void> {
  await askInFull(request, jobId)
  const { record } = (await (await request.get(`/api/jobs/${jobId}`)).json()) as { record: JobRecord }
  await sendMade(request, jobId, made(record.installation))
  await callUseCase(request, 'overrideHold', {
    id: uuidv7(),
    jobId,
    step: 'firstLive',
    condition: 'cores',
    reason: 'Each core was rung out by the maker’s own jig.',
  })
}

/** Types one reading on the quick line and waits until it is stored. */
export async function type(page: Page, line: string): Promise<void> {
  const field = page.getByRole('combobox', { name: 'Quick line' })
  await field.fill(line)
  await field.press('Enter')
  await expect(page.getByText('Stored:')).toBeVisible()
  await expect(field).toHaveValue('')
}

export const quickLine = (page: Page) => page.getByRole('combobox', { name: 'Quick line' })
export const ledger = (page: Page) => page.getByRole('complementary', { name: 'Ledger' })

/** Waits until the bench is alive: keys and buttons do something. */
export async function openBench(page: Page, jobId: string, search = ''): Promise<void> {
  await page.goto(`/jobs/${jobId}${search}`)
  await page.locator('[data-alive]').waitFor()
  await expect(page.getByTestId('outbox-state')).toContainText('all sent')
}

/** Bytes of a file that the page handed out. */
export const bytesOf = async (file: Download): Promise<Buffer> =>
  Buffer.concat(await (await file.createReadStream()).toArray())
