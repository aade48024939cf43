// Kills of web server and database while readings come in from several devices at once: nothing acknowledged may be lost, and nothing may stand twice.
import { randomUUID } from 'node:crypto'
import { signInToDemo } from './signIn.mjs'

const KILLS = 20
const DEVICES = 6
const READINGS_A_BATCH = 5
/** A batch or two may be on its way when the kill comes, or none. */
const SOONEST_MS = 30
const LATEST_MS = 400

/** Sends JSON as a device of the app does. */
export const post = (address, cookie, path, body) =>
  fetch(address + path, {
    method: 'POST',
    headers: { 'content-type': 'application/json', cookie },
    body: JSON.stringify(body),
    signal: AbortSignal.timeout(10_000),
  })

/** One more reading as an outbox holds it. */
export function entryOf(jobId) {
  const id = randomUUID()
  const at = new Date().toISOString()
  const reading = {
    id,
    jobId,
    pointKey: 'outage.told',
    slot: 'answer',
    valueWord: Math.random() < 0.5 ? 'yes' : 'no',
    recordedAt: at,
    shownVerdict: 'open',
  }
  return { id, useCase: 'recordReadings', input: { readings: [reading] }, at, version: 1 }
}

/** Sends batch after batch, as an outbox does, until it is told to end; what was not answered for is sent again first. */
async function device(address, cookie, jobId, told, isOver) {
  let waiting = []
  while (!isOver()) {
    if (waiting.length === 0) waiting = Array.from({ length: READINGS_A_BATCH }, () => entryOf(jobId))
    try {
      const response = await post(address, cookie, '/api/sync', { entries: waiting, sentAt: new Date().toISOString() })
      if (!response.ok) throw new Error(`answered ${response.status}`)
      for (const { id, outcome, message } of await response.json())
        told.push({ id, outcome, message, entry: waiting.find((one) => one.id === id) })
      waiting = []
    } catch {
      // no answer: the same goes again when there is somebody to take it
      await new Promise((next) => setTimeout(next, 50))
    }
  }
  return waiting
}

/** One check a kill, and the sums at the end; each is told to `check(name, ok, facts)`. */
export async function killsWhileReadingsComeIn(app, check) {
  const cookie = await signInToDemo(app.address)
  const jobId = randomUUID()
  const made = await post(app.address, cookie, '/api/use/createJob', {
    id: jobId,
    name: 'Killed House',
    place: 'Nowhere',
    packId: 'iec-1ph-230',
    scheduledDay: null,
  })
  if (!made.ok) throw new Error(`making a job: ${made.status}`)
  const told = []
  let over = false
  const devices = Array.from({ length: DEVICES }, () => device(app.address, cookie, jobId, told, () => over))
  for (let kill = 1; kill <= KILLS; kill++) {
    await new Promise((next) => setTimeout(next, SOONEST_MS + Math.random() * (LATEST_MS - SOONEST_MS)))
    const before = told.length
    await (kill % 2 === 0 ? app.crashDatabase() : app.crashWeb())
    const end = Date.now() + 20_000
    while (told.length <= before && Date.now() < end) await new Promise((next) => setTimeout(next, 50))
    check(
      `kill ${kill}, of the ${kill % 2 === 0 ? 'database' : 'web server'}: readings come in again`,
      told.length > before,
    )
  }
  over = true
  const unanswered = (await Promise.all(devices)).flat()
  const acknowledged = told.filter(({ outcome }) => outcome === 'stored' || outcome === 'known')
  check(
    'nothing was refused for a kill',
    told.length === acknowledged.length,
    `${told.length - acknowledged.length} of ${told.length} ${[...new Set(told.map(({ message }) => message).filter(Boolean))].join(' | ')}`,
  )
  // asked for here and not at the head: what npm test reads first runs before any package is installed
  const { default: pg } = await import('pg')
  const database = new pg.Client({ connectionString: app.env.DATABASE_URL })
  await database.connect()
  const { rows } = await database.query('select id, value_word from reading where job_id = $1', [jobId])
  await database.end()
  const stored = new Map(rows.map(({ id, value_word: word }) => [id, word]))
  const lost = acknowledged.filter(({ id }) => !stored.has(id))
  const changed = acknowledged.filter(
    ({ id, entry }) => stored.has(id) && stored.get(id) !== entry.input.readings[0].valueWord,
  )
  check('nothing acknowledged was lost', lost.length === 0, `${acknowledged.length} acknowledged, ${lost.length} lost`)
  check('nothing was changed', changed.length === 0, `${changed.length} changed`)
  const sentOnce = new Set([...told.map(({ id }) => id), ...unanswered.map(({ id }) => id)])
  const strange = rows.filter(({ id }) => !sentOnce.has(id))
  check(
    'nothing stands there that nobody sent',
    strange.length === 0 && stored.size === rows.length,
    `${rows.length} stored`,
  )
  const again = await post(app.address, cookie, '/api/sync', {
    entries: acknowledged.slice(-50).map(({ entry }) => entry),
  })
  const outcomes = await again.json()
  check(
    'what is sent again is known',
    outcomes.every(({ outcome }) => outcome === 'known'),
  )
}
