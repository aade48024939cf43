import { spawnSync } from 'node:child_process'
import { join } from 'node:path'
import { connect } from '../../src/db/client'
import { signInToDemo } from '../lib/signIn.mjs'
import { median } from './median'

// The jobs page and the opening of a job with ten jobs and with ten thousand, asked over HTTP by somebody who is signed in.

const url = process.env.AWLBRIGHT_BENCH_URL ?? ''
const owner = process.env.AWLBRIGHT_BENCH_OWNER ?? ''
const JOB = '018f0000-0000-7000-8000-000000000101'
const FEW = 10
const MANY = 10_000
const ASKED = 30
const tsx = join(import.meta.dirname, '../../node_modules/.bin/tsx')

async function ask(path: string, cookie: string): Promise<{ ms: number; bytes: number }> {
  const times: number[] = []
  let bytes = 0
  for (let k = 0; k < ASKED; k++) {
    const began = performance.now()
    const response = await fetch(url + path, { headers: { cookie } })
    const text = await response.text()
    times.push(performance.now() - began)
    if (!response.ok) throw new Error(`${path}: ${response.status} ${text}`)
    bytes = Buffer.byteLength(text)
  }
  return { ms: median(times.slice(3)), bytes }
}

/**
 * Fills the database up to a number of jobs, with the owner's rights, and tidies all its tables: one that grew over years was tidied as it grew, and
 * without statistics of a table just filled the server goes through all of it.
 */
async function fillTo(jobs: number): Promise<void> {
  const { pool } = connect(owner, 1)
  const { rows } = await pool.query<{ n: number }>('select count(*)::int as n from job')
  await pool.end()
  const missing = jobs - (rows[0]?.n ?? 0)
  if (missing > 0)
    spawnSync(tsx, ['scripts/fill.ts', String(missing)], {
      stdio: 'inherit',
      env: { ...process.env, DATABASE_URL: owner },
    })
  const again = connect(owner, 1)
  await again.pool.query('vacuum analyze')
  await again.pool.end()
}

const cookie = await signInToDemo(url)
const results = []
for (const jobs of [FEW, MANY]) {
  await fillTo(jobs)
  results.push({ jobs, list: await ask('/', cookie), job: await ask(`/api/jobs/${JOB}`, cookie) })
}
for (const { jobs, list, job } of results)
  console.log(
    `${jobs} jobs: the jobs page ${list.ms.toFixed(0)} ms (${Math.round(list.bytes / 1024)} kB), a job ${job.ms.toFixed(0)} ms`,
  )
const [few, many] = results
if (few && many)
  console.log(
    `ratio: the jobs page ${(many.list.ms / few.list.ms).toFixed(2)}, a job ${(many.job.ms / few.job.ms).toFixed(2)}`,
  )
