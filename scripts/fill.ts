import { appDatabase } from '@/db/client'

// Fills the database of DATABASE_URL with copies of one job, under one crew or many, to see what a full one does:
//   npm run fill -- JOBS [CREWS]     10000 jobs in the first crew, and as many crews of a hundred beside it
// Copies keep the original's readings and summary; nothing of it is a real house. Only for a database that may be thrown away.

const [jobsWanted = 10_000, otherCrews = 0] = process.argv.slice(2).map(Number)
if (!Number.isInteger(jobsWanted) || jobsWanted < 1 || !Number.isInteger(otherCrews) || otherCrews < 0) {
  console.error('npm run fill -- JOBS [CREWS], both whole numbers')
  process.exit(1)
}
const JOBS_OF_OTHERS = 100
const { pool } = appDatabase()
const client = await pool.connect()

/** Tables of a job that are copied with it, with the columns that are not. */
const CHILDREN = [
  'load',
  'component',
  'circuit',
  'cable_run',
  'electrode',
  'planned_setting',
  'survey_item',
  'fit_item',
]

async function columnsOf(table: string): Promise<string[]> {
  const { rows } = await client.query<{ name: string }>(
    'select column_name as name from information_schema.columns where table_schema = $1 and table_name = $2 order by ordinal_position',
    ['public', table],
  )
  return rows.map(({ name }) => name)
}
const quoted = (name: string) => `"${name}"`

/** Copies one table's rows of the base job to every new job. */
async function copyTable(table: string, fresh: Readonly<Record<string, string>>): Promise<void> {
  const columns = await columnsOf(table)
  const values = columns.map((name) => fresh[name] ?? `o.${quoted(name)}`)
  await client.query(
    `insert into ${quoted(table)} (${columns.map(quoted).join(', ')}) select ${values.join(', ')} from ${quoted(table)} o, filled f where o.job_id = f.base`,
  )
}

async function copyJobs(crewId: string, count: number, baseId: string): Promise<void> {
  await client.query('begin')
  await client.query('create temp table filled (id uuid, base uuid, k int) on commit drop')
  await client.query('insert into filled select gen_random_uuid(), $1, k from generate_series(1, $2::int) k', [
    baseId,
    count,
  ])
  const columns = (await columnsOf('job')).filter((name) => !['id', 'crew_id', 'name', 'scheduled_day'].includes(name))
  await client.query(
    `insert into job (id, crew_id, name, scheduled_day, ${columns.map(quoted).join(', ')})
     select f.id, $1, 'Filled house ' || f.k, current_date + (f.k % 700) - 350, ${columns.map((name) => `o.${quoted(name)}`).join(', ')} from job o, filled f where o.id = f.base`,
    [crewId],
  )
  for (const table of CHILDREN) await copyTable(table, { id: 'gen_random_uuid()', job_id: 'f.id' })
  // corrections name readings of their own job: the copies stand without them
  await copyTable('reading', {
    // made in the year of what they are copies of: the front of an id is its time
    id: `overlay(gen_random_uuid()::text placing left(o.id::text, 14) from 1 for 14)::uuid`,
    job_id: 'f.id',
    // a serial stands once in the world
    value_word: `case when o.slot = 'serial' then o.value_word || '-' || f.k else o.value_word end`,
    supersedes: 'null',
    supersede_reason: 'null',
  })
  await client.query(
    `update job_summary s set facts = b.facts, held = b.held, people = b.people, last_recorded_at = b.last_recorded_at, facts_version = b.facts_version, worked_out_at = b.worked_out_at from filled f, job_summary b where s.job_id = f.id and b.job_id = f.base`,
  )
  await client.query('delete from job_changed c using filled f where c.job_id = f.id')
  await client.query('commit')
}

const {
  rows: [base],
} = await client.query<{ jobId: string; crewId: string }>(
  `select s.job_id as "jobId", s.crew_id as "crewId" from job_summary s where s.facts is not null order by s.job_id limit 1`,
)
if (!base) {
  console.error('There is no job to copy yet, or none was worked out.')
  process.exit(1)
}
await copyJobs(base.crewId, jobsWanted, base.jobId)
for (let k = 0; k < otherCrews; k++) {
  const {
    rows: [made],
  } = await client.query<{ id: string }>(
    `insert into crew (id, name) values (gen_random_uuid(), 'Filled crew ' || $1::text) returning id`,
    [k],
  )
  if (made) await copyJobs(made.id, JOBS_OF_OTHERS, base.jobId)
}
const {
  rows: [counts],
} = await client.query(
  'select (select count(*) from job) as jobs, (select count(*) from reading) as readings, (select count(*) from crew) as crews',
)
console.log(counts)
client.release()
await pool.end()
