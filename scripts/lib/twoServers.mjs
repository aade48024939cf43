// Two web servers and two queue workers on one database: whoever is signed in at one is at both, what one takes in the other tells of, and one that is killed is missed by nobody.
import { randomUUID } from 'node:crypto'
import { entryOf, post } from './attack.mjs'
import { until } from './run.mjs'
import { signInToDemo } from './signIn.mjs'

const DEMO_JOB = '018f0000-0000-7000-8000-000000000101'
const PACKS = 4
const BATCHES_BEFORE = 6
const BATCHES_AFTER = 6

const get = (address, cookie, path) =>
  fetch(address + path, { headers: { cookie }, redirect: 'manual', signal: AbortSignal.timeout(20_000) })

/** Whether an event stream tells of a reading within the time that a crew would wait for it. */
async function hears(address, cookie, jobId, readingId, during) {
  const end = new AbortController()
  const late = setTimeout(() => end.abort(), 10_000)
  try {
    const { body } = await fetch(`${address}/api/jobs/${jobId}/events`, { headers: { cookie }, signal: end.signal })
    const reader = body.pipeThrough(new TextDecoderStream()).getReader()
    await reader.read()
    await during()
    for (;;) {
      const { done, value } = await reader.read()
      if (done) return false
      if (value.includes(readingId)) return true
    }
  } catch {
    return false
  } finally {
    clearTimeout(late)
    end.abort()
  }
}

/** Sends a batch to the first of some servers that answers, as a device behind one address does. */
async function sendToAny(addresses, cookie, entries) {
  for (const address of addresses) {
    const response = await post(address, cookie, '/api/sync', { entries, sentAt: new Date().toISOString() }).catch(
      () => null,
    )
    if (response?.ok) return response.json()
  }
  return []
}

/**
 * @param app the demo with one web server and one worker
 * @param second address of the other web server, with a worker of its own
 * @param check takes a name, whether it holds, and facts
 */
export async function twoServersOnOneDatabase(app, second, check) {
  const first = app.address
  const cookie = await signInToDemo(first)
  const other = await signInToDemo(second)
  check('signed in at one is signed in at both', (await get(second, cookie, `/api/jobs/${DEMO_JOB}`)).status === 200)
  check('whichever it was', (await get(first, other, `/api/jobs/${DEMO_JOB}`)).status === 200)

  const jobId = randomUUID()
  await post(first, cookie, '/api/use/createJob', {
    id: jobId,
    name: 'House of two servers',
    place: 'Nowhere',
    packId: 'iec-1ph-230',
    scheduledDay: null,
  })
  check('a job that one made the other shows', (await get(second, cookie, `/api/jobs/${jobId}`)).status === 200)
  const told = entryOf(jobId)
  check(
    'a screen at one hears of what the other took in',
    await hears(second, cookie, jobId, told.id, () =>
      post(first, cookie, '/api/sync', { entries: [told], sentAt: new Date().toISOString() }),
    ),
  )

  const { default: pg } = await import('pg')
  const database = new pg.Client({ connectionString: app.env.DATABASE_URL })
  await database.connect()
  const before = (await database.query('select count(*)::int as n from pack')).rows[0].n
  const asked = []
  for (let k = 0; k < PACKS; k++) {
    const response = await post(k % 2 === 0 ? first : second, cookie, '/api/use/requestPack', { jobId: DEMO_JOB })
    asked.push((await response.json()).requestId)
  }
  await until(
    async () =>
      (await database.query("select 1 from pack_request where id = any($1) and state in ('sealed', 'failed')", [asked]))
        .rows.length === PACKS,
    'the packs',
    120_000,
  ).catch(() => {})
  const sealed = await database.query("select id from pack_request where id = any($1) and state = 'sealed'", [asked])
  const after = (await database.query('select count(*)::int as n from pack')).rows[0].n
  check(
    'two workers seal each pack once, whichever server was asked',
    sealed.rows.length === PACKS && after - before === PACKS,
    `${sealed.rows.length} of ${PACKS} sealed, ${after - before} packs`,
  )

  const sent = []
  const batch = async (addresses) => {
    const entries = Array.from({ length: 5 }, () => entryOf(jobId))
    const answers = await sendToAny(addresses, cookie, entries)
    sent.push(...answers.filter(({ outcome }) => outcome === 'stored' || outcome === 'known').map(({ id }) => id))
    return answers.length
  }
  for (let k = 0; k < BATCHES_BEFORE; k++) await batch(k % 2 === 0 ? [first, second] : [second, first])
  const rising = app.crashWeb()
  const through = []
  for (let k = 0; k < BATCHES_AFTER; k++) through.push(await batch([first, second]))
  await rising
  check(
    'one is killed in the middle, and the other takes all in',
    through.every((count) => count === 5),
    through.join(', '),
  )
  const stored = await database.query('select id from reading where id = any($1)', [sent])
  check('nothing acknowledged by either was lost', stored.rows.length === sent.length, `${sent.length} acknowledged`)
  await database.end()

  const out = await fetch(`${second}/api/auth/sign-out`, {
    method: 'POST',
    headers: { 'content-type': 'application/json', origin: second, cookie: other },
    body: '{}',
  })
  check('signing out is answered', out.ok, String(out.status))
  check('signed out at one is signed out at both', (await get(first, other, `/api/jobs/${DEMO_JOB}`)).status === 401)
}
