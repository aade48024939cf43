import { spawnSync } from 'node:child_process'
import { randomUUID } from 'node:crypto'
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { connect } from '../../src/db/client'
import { signInToDemo } from '../lib/signIn.mjs'

// Readings a second through the whole way in – route, sign-in, rules, one insert, commit – beside what pgbench inserts and commits into the same table of the same cluster in the same run.

const url = process.env.AWLBRIGHT_BENCH_URL ?? ''
const owner = process.env.AWLBRIGHT_BENCH_OWNER ?? ''
const pgbench = join(process.env.AWLBRIGHT_BENCH_POSTGRES ?? '', 'pgbench')
const CLIENTS = 2
const SECONDS = 8

const reading = (jobId: string) => ({
  id: randomUUID(),
  jobId,
  pointKey: 'outage.told',
  slot: 'answer',
  valueWord: 'yes',
  recordedAt: new Date().toISOString(),
  shownVerdict: 'open',
})

async function sendFor(cookie: string, jobId: string, size: number): Promise<number> {
  const until = performance.now() + SECONDS * 1000
  let stored = 0
  const device = async () => {
    while (performance.now() < until) {
      const now = new Date().toISOString()
      const entries = Array.from({ length: size }, () => reading(jobId)).map((one) => ({
        id: one.id,
        useCase: 'recordReadings',
        input: { readings: [one] },
        at: now,
        version: 1,
      }))
      const response = await fetch(`${url}/api/sync`, {
        method: 'POST',
        headers: { 'content-type': 'application/json', cookie },
        body: JSON.stringify({ entries, sentAt: now }),
      })
      const told = (await response.json()) as { outcome: string }[]
      stored += told.filter(({ outcome }) => outcome === 'stored').length
    }
  }
  await Promise.all(Array.from({ length: CLIENTS }, device))
  return stored / SECONDS
}

/** Rows a second of plain inserts of the same size, each a transaction of its own, with the triggers of the table. */
function pgbenchFor(folder: string, jobId: string, userId: string, size: number): number | null {
  const script = join(folder, 'insert.sql')
  writeFileSync(
    script,
    `insert into reading (id, job_id, point_key, slot, value_word, unit, recorded_by, by_name, by_role, recorded_at, shown_verdict) select gen_random_uuid(), '${jobId}', 'outage.told', 'answer', 'yes', '', '${userId}', 'Bench', 'lead', now(), 'open' from generate_series(1, ${size});\n`,
  )
  const ran = spawnSync(pgbench, ['-n', '-c', String(CLIENTS), '-T', String(SECONDS), '-f', script, owner], {
    encoding: 'utf8',
  })
  const perSecond = /tps = ([\d.]+)/.exec(ran.stdout ?? '')?.[1]
  return perSecond === undefined ? null : Number(perSecond) * size
}

const cookie = await signInToDemo(url)
const folder = mkdtempSync(join(tmpdir(), 'awlbright-bench-'))
const { pool } = connect(owner, 1)
const { rows } = await pool.query<{ id: string; user_id: string }>(
  `select job.id, member.user_id from job join crew_member member on member.crew_id = job.crew_id where member.role = 'lead' limit 1`,
)
const { id: jobOfBench = '', user_id: userId = '' } = rows[0] ?? {}
for (const size of [1, 10, 100]) {
  const jobId = randomUUID()
  const made = await fetch(`${url}/api/use/createJob`, {
    method: 'POST',
    headers: { 'content-type': 'application/json', cookie },
    body: JSON.stringify({
      id: jobId,
      name: `Bench ${size}`,
      place: 'Nowhere',
      packId: 'iec-1ph-230',
      scheduledDay: null,
    }),
  })
  if (!made.ok) throw new Error(`no job for the bench: ${made.status} ${await made.text()}`)
  const ours = await sendFor(cookie, jobId, size)
  const plain = pgbenchFor(folder, jobOfBench, userId, size)
  // nothing was heard meanwhile: connections that the server gave up are noticed now
  await new Promise((next) => setTimeout(next, 200))
  const share =
    plain === null ? 'pgbench is not here' : `pgbench ${plain.toFixed(0)}, ${((100 * ours) / plain).toFixed(0)} %`
  console.log(`Sync, batches of ${size} from ${CLIENTS} devices: ${ours.toFixed(0)} readings/s stored; ${share}`)
}
await pool.end()
rmSync(folder, { recursive: true, force: true })
