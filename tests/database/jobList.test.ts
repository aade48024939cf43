import { eq, sql } from 'drizzle-orm'
import { v7 as uuidv7 } from 'uuid'
import { beforeAll, describe, expect, it, vi } from 'vitest'
import { FACTS_VERSION, jobFacts } from '@/core/evidence/jobFacts'
import type { JobGroup, ListedGroup } from '@/core/evidence/jobGroups'
import { WITHDRAWN } from '@/core/evidence/reading'
import { jobById } from '@/db/queries/installations'
import { changedJobs, markAll, markOutdated } from '@/db/queries/summaries'
import { instrument, jobChanged, jobSummary, wiringRevision } from '@/db/schema'
import { jobRecord } from '@/server/jobAccess'
import { sealPack } from '@/server/pack/sealPack'
import { jobRests } from '@/server/summaries/jobRests'
import { keepSummariesUp } from '@/server/summaries/keepUp'
import { workOut, workOutChanged } from '@/server/summaries/workOut'
import { call } from '@/server/useCase'
import { USE_CASES } from '@/server/useCases'
import { JOBS_AT_FIRST, JOBS_A_PAGE } from '@/server/useCases/jobs'
import { aLoad } from '../support/house'
import { type TestCrew, db, makeCrew, makeJob, owner, sent } from '../support/database'

const TODAY = '2026-05-02'
let crew: TestCrew
let jobId: string
beforeAll(async () => {
  crew = await makeCrew()
  jobId = await makeJob(crew)
})

const list = (own: TestCrew, group: ListedGroup, change: object = {}) =>
  call(USE_CASES.listJobs, db, own.actor('hand'), { group, today: TODAY, ...change })
const isMarked = async (id: string) =>
  (await db.select().from(jobChanged).where(eq(jobChanged.jobId, id)).limit(1)).length > 0
const truth = async (id: string) => {
  const row = await jobById(db, id)
  if (!row) throw new Error('no job')
  return jobFacts(await jobRecord(db, row))
}
const stored = async (id: string) =>
  (await db.select({ facts: jobSummary.facts }).from(jobSummary).where(eq(jobSummary.jobId, id)))[0]?.facts

/** A bare job of a crew: enough to be listed. */
async function bareJob(own: TestCrew, name: string, scheduledDay: string | null = null, place = 'Nowhere') {
  const id = uuidv7()
  await call(USE_CASES.createJob, db, own.actor('office'), { id, name, place, packId: 'iec-1ph-230', scheduledDay })
  return id
}

describe('what the list says of a job', () => {
  it('is nothing while nothing was worked out, and then the truth', async () => {
    const own = await makeCrew()
    const id = await makeJob(own)
    const [before] = (await list(own, 'coming')).jobs
    expect(before).toMatchObject({ id, name: 'Test house', facts: null, behind: true, sealedAt: null })
    await workOut(db, id)
    const [after] = (await list(own, 'coming')).jobs
    expect(after).toMatchObject({ behind: false, facts: await truth(id) })
    expect(after?.facts).toMatchObject({
      surveyed: true,
      planned: false,
      hold: expect.stringMatching(/^First live is held/),
      counts: { proven: 0, watch: 0, stop: 0 },
    })
    expect(after?.facts?.stages).toHaveLength(8)
  })
  it.each<[string, () => Promise<unknown>]>([
    [
      'a reading',
      () =>
        call(USE_CASES.recordReadings, db, crew.actor('hand'), {
          readings: [sent(jobId, 'outage.told', 'answer', 'yes')],
        }),
    ],
    [
      'a load',
      () => {
        const { id: _id, ...fields } = aLoad({ tag: `l${Date.now() % 1e6}`, name: 'New', circuitTag: null })
        return call(USE_CASES.saveItem, db, crew.actor('lead'), { jobId, kind: 'load', itemId: uuidv7(), fields })
      },
    ],
    [
      'the job itself',
      () =>
        call(USE_CASES.changeJob, db, crew.actor('lead'), {
          jobId,
          before: { acceptsShedding: false },
          acceptsShedding: true,
          version: null,
        }),
    ],
    [
      'a replacement',
      () =>
        call(USE_CASES.replaceComponent, db, crew.actor('lead'), {
          id: uuidv7(),
          jobId,
          componentTag: 'inv1',
          cause: 'damaged',
          reason: 'fell off the wall',
          replacedAt: null,
        }),
    ],
    [
      'the crew’s instrument',
      () => db.update(instrument).set({ name: 'Other' }).where(eq(instrument.crewId, crew.crewId)),
    ],
    ['a pack', () => sealPack(db, { jobId, sealedBy: crew.actor('lead').userId, secretKeyHex: '21'.repeat(32) })],
  ])('is behind as soon as %s changed, and is the truth once worked out', async (_name, change) => {
    await workOut(db, jobId)
    expect(await isMarked(jobId)).toBe(false)
    await change()
    expect(await isMarked(jobId)).toBe(true)
    await workOut(db, jobId)
    expect([await isMarked(jobId), await stored(jobId)]).toEqual([false, await truth(jobId)])
  })
  it('is behind in two jobs when a serial turns up in both', async () => {
    const other = await makeJob(crew)
    const serial = `S${uuidv7().slice(-8)}`
    const record = (id: string) =>
      call(USE_CASES.recordReadings, db, crew.actor('hand'), {
        readings: [sent(id, 'fit.component.inv1', 'serial', serial)],
      })
    expect((await record(other))[0]?.outcome).toBe('stored')
    await workOut(db, other)
    expect(await isMarked(other)).toBe(false)
    await record(jobId)
    expect(await isMarked(other)).toBe(true)
  })
  it('is not behind for what another crew, or a job that withdrew a serial too, put on record', async () => {
    const [stranger, quiet] = [await makeCrew(), await makeJob(crew)]
    const theirs = await makeJob(stranger)
    const serial = `S${uuidv7().slice(-8)}`
    const record = (own: TestCrew, id: string, word: string) =>
      call(USE_CASES.recordReadings, db, own.actor('hand'), {
        readings: [sent(id, 'fit.component.inv1', 'serial', word)],
      })
    await record(crew, quiet, WITHDRAWN)
    await record(stranger, theirs, serial)
    await workOut(db, quiet)
    await workOut(db, theirs)
    await record(crew, jobId, serial)
    await record(crew, jobId, WITHDRAWN)
    expect([await isMarked(quiet), await isMarked(theirs)]).toEqual([false, false])
  })
  it('holds new serials against equal ones, and not each against all', async () => {
    const { rows } = await owner.pool.query<{ body: string }>(
      "select prosrc as body from pg_proc where proname = 'serial_has_changed'",
    )
    const query = /INSERT INTO job_changed \(job_id\)([\s\S]+?);/.exec(rows[0]?.body ?? '')?.[1]
    const client = await owner.pool.connect()
    try {
      await client.query('begin')
      await client.query(
        `create temp table fresh on commit drop as select $1::uuid as job_id, 'serial' as slot, 'S' || k as value_word, null::uuid as supersedes from generate_series(1, 2000) k`,
        [jobId],
      )
      const plan = await client.query<{ 'QUERY PLAN': string }>(`explain ${query}`)
      const ofSerials = plan.rows
        .map((row) => row['QUERY PLAN'])
        .filter((line) => /(Cond|Filter): .*upper\(.* = /.test(line))
      expect(ofSerials).not.toEqual([])
      expect(ofSerials.filter((line) => line.includes('Join Filter'))).toEqual([])
    } finally {
      await client.query('rollback')
      client.release()
    }
  })
  it('stays behind for evidence that is committed while it is worked out', async () => {
    await workOut(db, jobId)
    const client = await owner.pool.connect()
    try {
      await client.query('begin')
      await client.query('insert into job_changed (job_id) values ($1)', [jobId])
      await workOut(db, jobId)
      await client.query('commit')
    } finally {
      client.release()
    }
    expect(await isMarked(jobId)).toBe(true)
  })
  it('can be rebuilt for every job, and is then the truth for each', async () => {
    await db.update(jobSummary).set({ facts: null }).where(eq(jobSummary.crewId, crew.crewId))
    await markAll(db)
    expect((await changedJobs(db, 1)).length).toBe(1)
    await workOutChanged(db)
    const rows = await db.select().from(jobSummary).where(eq(jobSummary.crewId, crew.crewId))
    expect(rows.length).toBeGreaterThan(1)
    for (const { jobId: id, facts } of rows) expect([await isMarked(id), facts]).toEqual([false, await truth(id)])
  })
})

describe('the list', () => {
  it('puts jobs where the day and the seal put them, each once', async () => {
    const own = await makeCrew()
    const ids = {
      today: await bareJob(own, 'On today', TODAY),
      coming: await bareJob(own, 'Later', '2026-05-03'),
      undated: await bareJob(own, 'No day yet'),
      open: await bareJob(own, 'Earlier', '2026-05-01'),
      sealed: await bareJob(own, 'Done', '2026-04-01'),
    }
    await sealPack(db, { jobId: ids.sealed, sealedBy: own.actor('lead').userId, secretKeyHex: '21'.repeat(32) })
    const of = async (group: JobGroup) => (await list(own, group)).jobs.map(({ id }) => id)
    expect([await of('today'), await of('coming'), await of('open'), await of('sealed')]).toEqual([
      [ids.today],
      [ids.coming, ids.undated],
      [ids.open],
      [ids.sealed],
    ])
    expect((await list(own, 'sealed')).jobs[0]?.sealedAt).toMatch(/^\d{4}-.*Z$/)
  })
  it('is paged in a settled order, with nothing twice and nothing left out', async () => {
    const own = await makeCrew()
    const names = Array.from(
      { length: JOBS_AT_FIRST + JOBS_A_PAGE + 3 },
      (_, k) => `House ${String(k).padStart(3, '0')}`,
    )
    for (const name of names) await bareJob(own, name, '2026-06-01')
    const pages = await Promise.all([0, 1, 2, 3].map((page) => list(own, 'coming', { page })))
    expect(pages.map(({ jobs, more }) => [jobs.length, more])).toEqual([
      [JOBS_AT_FIRST, true],
      [JOBS_A_PAGE, true],
      [3, false],
      [0, false],
    ])
    expect(pages.flatMap(({ jobs }) => jobs).map(({ name }) => name)).toEqual(names)
  })
  it('is searched by name and place, whatever the letters, and takes marks for themselves', async () => {
    const own = await makeCrew()
    await bareJob(own, 'Salt Mill', null, 'Upper Tolven')
    await bareJob(own, '100 % sun', null, 'Skerrin_Quay')
    const found = async (search: string) => (await list(own, 'coming', { search })).jobs.map(({ name }) => name)
    expect(await found('salt')).toEqual(['Salt Mill'])
    expect(await found('TOLVEN')).toEqual(['Salt Mill'])
    expect(await found('%')).toEqual(['100 % sun'])
    expect(await found('n_q')).toEqual(['100 % sun'])
    expect(await found('s_lt')).toEqual([])
    expect(await found('\\')).toEqual([])
    expect(await found("'; drop table job; --")).toEqual([])
  })
  it.each([
    ['a group that is none', { group: 'all' }],
    ['a page below nought', { page: -1 }],
    ['a page beyond all pages', { page: 1e9 }],
    ['a day that is none', { today: 'now' }],
    ['a search as long as a book', { search: 'x'.repeat(81) }],
  ])('refuses %s', async (_name, change) => {
    await expect(list(crew, 'today', change)).rejects.toMatchObject({ status: 422 })
  })
  it('shows those that are mine: recorded in by me, or with me among the people of the day', async () => {
    const own = await makeCrew()
    const [recorded, planned] = [await makeJob(own), await makeJob(own)]
    await makeJob(own)
    const me = own.actor('hand')
    await call(USE_CASES.recordReadings, db, me, { readings: [sent(recorded, 'outage.told', 'answer', 'yes')] })
    await call(USE_CASES.saveFitItems, db, own.actor('lead'), {
      jobId: planned,
      items: [
        {
          kind: 'person',
          itemId: uuidv7(),
          fields: { tag: 'p1', name: me.name, sort: 0, licensed: true, fromMin: 480, toMin: 960 },
        },
      ],
    })
    await workOutChanged(db)
    const mine = async (role: 'hand' | 'office') =>
      (await call(USE_CASES.listJobs, db, own.actor(role), { group: 'coming', filter: 'mine', today: TODAY })).jobs.map(
        ({ id }) => id,
      )
    expect((await mine('hand')).sort()).toEqual([recorded, planned].sort())
    expect(await mine('office')).toEqual([])
  })
  it('shows those that are held, and those of which nobody knows it yet', async () => {
    const own = await makeCrew()
    const [free, unknown, held] = [await makeJob(own), await makeJob(own), await makeJob(own)]
    await workOutChanged(db)
    await db.update(jobSummary).set({ held: false }).where(eq(jobSummary.jobId, free))
    await db.update(jobSummary).set({ held: null }).where(eq(jobSummary.jobId, unknown))
    await db.update(jobSummary).set({ held: true }).where(eq(jobSummary.jobId, held))
    const found = (await list(own, 'coming', { filter: 'held' })).jobs.map(({ id }) => id)
    expect(found.sort()).toEqual([unknown, held].sort())
  })
  it('is put in order by day, by name, or by what was last recorded in', async () => {
    const own = await makeCrew()
    const [zinc, amber] = [await bareJob(own, 'Zinc', '2026-06-01'), await bareJob(own, 'Amber', '2026-06-02')]
    await owner.pool.query(`update job_summary set last_recorded_at = now() where job_id = $1`, [amber])
    const order = async (sort: string) => (await list(own, 'coming', { sort })).jobs.map(({ id }) => id)
    expect(await order('day')).toEqual([zinc, amber])
    expect(await order('name')).toEqual([amber, zinc])
    expect(await order('recorded')).toEqual([amber, zinc])
    await expect(order('price')).rejects.toMatchObject({ status: 422 })
  })
  it('leaves out what was put away, which is listed by itself, noted once, and comes back', async () => {
    const own = await makeCrew()
    const id = await bareJob(own, 'Done with', TODAY)
    const put = (away: boolean, role: 'office' | 'hand' = 'office') =>
      call(USE_CASES.archiveJob, db, own.actor(role), { jobId: id, away })
    await expect(put(true, 'hand')).rejects.toMatchObject({ status: 403 })
    await expect(call(USE_CASES.archiveJob, db, crew.actor('lead'), { jobId: id, away: true })).rejects.toMatchObject({
      status: 404,
    })
    await put(true)
    const [first] = (await list(own, 'archived')).jobs
    await put(true)
    const [again] = (await list(own, 'archived')).jobs
    expect([first?.id, again?.archivedAt]).toEqual([id, first?.archivedAt])
    expect((await list(own, 'today')).jobs).toEqual([])
    // who looks for it finds it, and what still comes in is kept
    expect((await call(USE_CASES.viewJob, db, own.actor('hand'), { jobId: id })).archivedAt).toBe(first?.archivedAt)
    await put(false)
    expect([(await list(own, 'archived')).jobs, (await list(own, 'today')).jobs[0]?.id]).toEqual([[], id])
    const { rows } = await owner.pool.query(`select what from crew_history where subject = $1 order by at`, [id])
    expect(rows.map(({ what }: { what: string }) => what)).toEqual(['jobArchived', 'jobRestored'])
  })
  it('shows the renamed job at once', async () => {
    const own = await makeCrew()
    const id = await bareJob(own, 'Old name')
    await owner.pool.query('update job set name = $1, scheduled_day = $2 where id = $3', ['New name', TODAY, id])
    expect((await list(own, 'today')).jobs.map(({ name }) => name)).toEqual(['New name'])
  })
})

/** Every plan node's kind and table, of a query as the database would carry it out when tables are large. */
async function planOf(query: string): Promise<string> {
  const client = await owner.pool.connect()
  try {
    await client.query('begin')
    // a small table is always read whole: what counts is whether there is another way
    await client.query('set local enable_seqscan = off')
    const { rows } = await client.query(`explain ${query}`)
    return rows.map((row: Record<string, string>) => row['QUERY PLAN']).join('\n')
  } finally {
    await client.query('rollback')
    client.release()
  }
}

describe('on the hot ways no query reads a table whole that grows', () => {
  const U = "'018f0000-0000-7000-8000-000000000101'"
  const MARKED = 'exists (select 1 from job_changed c where c.job_id = s.job_id)'
  it.each([
    [
      'jobs of a day',
      `select *, ${MARKED} from job_summary s where crew_id = ${U} and sealed_at is null and archived_at is null and coalesce(scheduled_day, 'infinity'::date) > '2026-05-02' order by coalesce(scheduled_day, 'infinity'::date), name, job_id limit 26`,
    ],
    [
      'jobs that are sealed',
      `select *, ${MARKED} from job_summary s where crew_id = ${U} and sealed_at is not null and archived_at is null order by sealed_at desc, job_id limit 26`,
    ],
    [
      'jobs that are put away',
      `select *, ${MARKED} from job_summary s where crew_id = ${U} and archived_at is not null order by archived_at desc, job_id limit 26`,
    ],
    [
      'jobs that are held',
      `select *, ${MARKED} from job_summary s where crew_id = ${U} and archived_at is null and coalesce(held, true) order by coalesce(scheduled_day, 'infinity'::date), name, job_id limit 26`,
    ],
    [
      'jobs of a person',
      `select *, ${MARKED} from job_summary s where crew_id = ${U} and sealed_at is null and archived_at is null and people && array['u', 'Name']`,
    ],
    [
      'jobs by name',
      `select *, ${MARKED} from job_summary s where crew_id = ${U} and archived_at is null order by name, job_id limit 26`,
    ],
    [
      'jobs by when something was last recorded',
      `select *, ${MARKED} from job_summary s where crew_id = ${U} and archived_at is null order by last_recorded_at desc nulls last, job_id limit 26`,
    ],
    [
      'jobs whose customers’ data fall due',
      `select job_id from job_summary where crew_id = ${U} and sealed_at is not null and sealed_at < '2020-01-01'`,
    ],
    [
      'jobs by their words',
      `select * from job_summary where crew_id = ${U} and sealed_at is null and lower(name || ' ' || place) like '%mill%' limit 26`,
    ],
    ['readings of a job', `select * from reading where job_id in (${U}) order by recorded_at, id`],
    ['whether a reading was corrected', `select * from reading_superseder where supersedes = ${U}`],
    ['readings by id', `select * from reading where id in (${U})`],
    ['pictures of a job', `select * from attachment where job_id in (${U})`],
    ['overrides of a job', `select * from hold_override where job_id in (${U})`],
    ['packs of a job', `select * from pack where job_id in (${U}) order by sealed_at desc`],
    [
      'the last request for a pack',
      `select * from pack_request where job_id = ${U} order by requested_at desc limit 1`,
    ],
    ['a serial elsewhere', "select * from reading where upper(value_word) = 'S1' and slot = 'serial'"],
    [
      'minutes of earlier jobs',
      `select facts from job_summary where crew_id = ${U} and jsonb_array_length(facts -> 'taskMinutes') > 0 order by worked_out_at desc limit 60`,
    ],
    [
      'jobs of earlier rules',
      'select job_id from job_summary where facts_version < 17 or facts_version > 17 limit 200',
    ],
    ['a member', "select * from crew_member where user_id = 'u'"],
    ['instruments of a crew', `select * from instrument where crew_id = ${U}`],
    ['a session', "select * from session where token = 't'"],
    [
      'parts of a composed file',
      "select * from file_part where sha256 = 'x' and at <= 9 and at + byte_count > 0 order by index",
    ],
    ['chunks of a file', "select * from file_chunk where sha256 = 'x' order by index"],
  ])('%s', async (_name, query) => {
    expect(await planOf(query)).not.toContain('Seq Scan')
  })
  it('every foreign key has an index, but those that only say who', async () => {
    const { rows } = await db.execute<{ on: string }>(sql`
      select c.conrelid::regclass || '.' || (select string_agg(a.attname, ',' order by k.o) from unnest(c.conkey) with ordinality k(n, o) join pg_attribute a on a.attrelid = c.conrelid and a.attnum = k.n) as on
      from pg_constraint c where c.contype = 'f' and c.connamespace = 'public'::regnamespace and not exists (
        select 1 from pg_index i where i.indrelid = c.conrelid and (i.indkey::int2[])[0:array_length(c.conkey, 1) - 1] = c.conkey)`)
    const unread =
      /\.(made_by|recorded_by|added_by|sealed_by|requested_by|created_by|replaced_by|instrument_id|supersedes,job_id)$/
    expect(rows.map(({ on }) => on).filter((on) => !unread.test(on))).toEqual([])
  })
})

describe('the worker that keeps the list up', () => {
  it('works out what changes while it runs, and ends when it is told', async () => {
    const own = await makeCrew()
    const keeper = keepSummariesUp(db)
    try {
      const id = await makeJob(own)
      await vi.waitFor(async () => expect(await isMarked(id)).toBe(false), { timeout: 20_000, interval: 100 })
      expect(await stored(id)).toEqual(await truth(id))
      await call(USE_CASES.recordReadings, db, own.actor('hand'), {
        readings: [sent(id, 'outage.told', 'answer', 'yes')],
      })
      await vi.waitFor(async () => expect((await stored(id))?.readingCount).toBe(1), { timeout: 20_000, interval: 100 })
    } finally {
      await keeper.stop()
    }
    const late = await makeJob(own)
    expect(await isMarked(late)).toBe(true)
  })
  it('works out anew what an earlier version of the rules said', async () => {
    const own = await makeCrew()
    const id = await makeJob(own)
    await workOut(db, id)
    await db.update(jobSummary).set({ factsVersion: 0 }).where(eq(jobSummary.jobId, id))
    expect(await markOutdated(db, 1000)).toBeGreaterThan(0)
    expect(await isMarked(id)).toBe(true)
    await workOut(db, id)
    const [row] = await db.select().from(jobSummary).where(eq(jobSummary.jobId, id))
    expect(row?.factsVersion).toBe(FACTS_VERSION)
  })
  it('lets a job rest that took long a moment ago, and works the others out', async () => {
    const own = await makeCrew()
    const [long, other] = [await makeJob(own), await makeJob(own)]
    let now = 0
    const rests = jobRests(() => now)
    rests.workedOut(long, 1000)
    await workOutChanged(db, rests)
    expect([await isMarked(long), await isMarked(other)]).toEqual([true, false])
    now = 4000
    await workOutChanged(db, rests)
    expect(await isMarked(long)).toBe(false)
  })
  it('passes over a job that is gone, and takes its mark out', async () => {
    const gone = uuidv7()
    await db.insert(jobChanged).values({ jobId: gone })
    await workOutChanged(db)
    expect(await isMarked(gone)).toBe(false)
  })
  it('leaves a job marked that cannot be worked out, and goes on with the others', async () => {
    const own = await makeCrew()
    const [broken, sound] = [await makeJob(own), await makeJob(own)]
    await workOut(db, broken)
    await workOut(db, sound)
    // a wiring that no door would let in: what is worked out from it fails
    await db.insert(wiringRevision).values({
      id: uuidv7(),
      jobId: broken,
      layer: 'wired',
      number: 1,
      note: 'broken',
      graph: { nodes: 7 } as never,
      madeBy: own.actor('lead').userId,
      byName: 'Test lead',
      madeAt: new Date().toISOString(),
    })
    await db.insert(jobChanged).values({ jobId: sound })
    await workOutChanged(db)
    expect([await isMarked(broken), await isMarked(sound)]).toEqual([true, false])
    const [listed] = (await list(own, 'coming')).jobs.filter(({ id }) => id === broken)
    expect(listed?.behind).toBe(true)
  })
})
