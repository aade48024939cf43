import { randomUUID } from 'node:crypto'
import type { CDPSession } from '@playwright/test'
import { connect } from '../../src/db/client'
import { median } from './median'
import { JOB, browser, enter, openStage, signedIn, write } from './signedIn'

// What storing one reading costs the page: time of its main thread from Enter to acknowledged and shown, with a short and a long ledger,
// at the machine's own speed and slowed four times.

const owner = process.env.AWLBRIGHT_BENCH_OWNER ?? ''
const LINES = [50, 5000]
const SLOWED = [1, 4]
const WARM_UP = 3
const COUNTED = 12

/** A job of its own with the plan of the demo's: what comes after this finds the demo as it was. */
async function copiedJob(): Promise<string> {
  const id = randomUUID()
  const context = await signedIn()
  const made = await context.request.post('/api/use/copyJob', {
    data: { id, jobId: JOB, name: 'Bench of a long ledger', place: 'Nowhere', scheduledDay: null },
  })
  if (!made.ok()) throw new Error(`no job for the bench: ${made.status()} ${await made.text()}`)
  await context.close()
  return id
}

/** Copies readings of the demo's job into another until its ledger has as many lines as asked; with the owner's rights. */
async function fillLedger(jobId: string, lines: number): Promise<number> {
  const { pool } = connect(owner, 1)
  const count = async () =>
    (await pool.query<{ n: number }>('select count(*)::int as n from reading where job_id = $1', [jobId])).rows[0]?.n ??
    0
  const columns = (
    await pool.query<{ name: string }>(
      `select column_name as name from information_schema.columns where table_schema = 'public' and table_name = 'reading' order by ordinal_position`,
    )
  ).rows.map(({ name }) => name)
  const fresh: Record<string, string> = {
    id: `overlay(gen_random_uuid()::text placing left(o.id::text, 14) from 1 for 14)::uuid`,
    job_id: '$3::uuid',
    value_word: `case when o.slot = 'serial' then o.value_word || '-' || gen_random_uuid() else o.value_word end`,
    supersedes: 'null',
    supersede_reason: 'null',
  }
  for (let missing = lines - (await count()); missing > 0; missing = lines - (await count()))
    await pool.query(
      `insert into reading (${columns.map((name) => `"${name}"`).join(', ')}) select ${columns.map((name) => fresh[name] ?? `o."${name}"`).join(', ')} from reading o where o.job_id = $1 limit $2`,
      [JOB, missing, jobId],
    )
  const found = await count()
  await pool.end()
  return found
}

/** Seconds that the page's main thread has been at work so far, of all kinds and of scripts alone. */
async function busyS(inspector: CDPSession): Promise<{ all: number; script: number }> {
  const { metrics } = await inspector.send('Performance.getMetrics')
  const named = (name: string) => metrics.find((metric) => metric.name === name)?.value ?? NaN
  return { all: named('TaskDuration'), script: named('ScriptDuration') }
}

const jobId = await copiedJob()
for (const lines of LINES) {
  const found = await fillLedger(jobId, lines)
  for (const slowed of SLOWED) {
    const context = await signedIn()
    const page = await openStage(context, jobId, 'earth')
    const inspector = await context.newCDPSession(page)
    await inspector.send('Performance.enable')
    await inspector.send('Emulation.setCPUThrottlingRate', { rate: slowed })
    const all: number[] = []
    const script: number[] = []
    const stored: number[] = []
    for (let k = 0; k < WARM_UP + COUNTED; k++) {
      await write(page, `rcd c1 x5 grid ${10 + k}`)
      const before = await busyS(inspector)
      const told = await enter(page)
      const after = await busyS(inspector)
      if (k < WARM_UP) continue
      all.push(1000 * (after.all - before.all))
      script.push(1000 * (after.script - before.script))
      stored.push(told.stored)
    }
    console.log(
      `Storing a reading, ${found} lines, ${slowed === 1 ? 'own speed' : `slowed ${slowed} times`}: main thread ${median(all).toFixed(0)} ms (scripts ${median(script).toFixed(0)}), Enter to shown ${median(stored).toFixed(0)} ms`,
    )
    await context.close()
  }
}
await browser.close()
