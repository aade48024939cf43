import { sql } from 'drizzle-orm'
import { v7 as uuidv7 } from 'uuid'
import { beforeAll, describe, expect, it } from 'vitest'
import { installationsOf, jobById } from '@/db/queries/installations'
import { planStamp } from '@/db/queries/planStamp'
import { planAtHand } from '@/server/readings/planAtHand'
import { call } from '@/server/useCase'
import { USE_CASES } from '@/server/useCases'
import { aLoad } from '../support/house'
import { type TestCrew, db, makeCrew, makeJob, owner, pool } from '../support/database'

let crew: TestCrew
beforeAll(async () => {
  crew = await makeCrew()
})

/** The text of every query that something asks. */
async function askedBy(work: () => Promise<unknown>): Promise<string[]> {
  const own = pool.query.bind(pool)
  const asked: string[] = []
  pool.query = ((...args: Parameters<typeof own>) => {
    const [query] = args as unknown[]
    asked.push(typeof query === 'string' ? query : (query as { text: string }).text)
    return own(...args)
  }) as typeof pool.query
  try {
    await work()
  } finally {
    pool.query = own
  }
  return asked
}
const tablesIn = (queries: readonly string[]) =>
  new Set(queries.flatMap((text) => [...text.matchAll(/(?:from|join) "(\w+)"/g)].map(([, table]) => table as string)))

describe('the stamp of a plan', () => {
  it('looks at every table that an installation is read from, and at each of its columns’ own table alone', async () => {
    const row = await jobById(db, await makeJob(crew))
    if (!row) throw new Error('no job')
    const read = tablesIn(await askedBy(() => installationsOf(db, [row])))
    const stamped = tablesIn(await askedBy(() => planStamp(db, row.id)))
    expect([...read].filter((table) => !stamped.has(table))).toEqual([])
    expect([...stamped].filter((table) => table !== 'job' && !read.has(table))).toEqual([])
    expect(read.size).toBeGreaterThan(10)
  })

  it('is the same until something of the plan is touched, by whoever it is, and is of one job alone', async () => {
    const [jobId, other] = [await makeJob(crew), await makeJob(crew)]
    const stamps = [await planStamp(db, jobId)]
    const others = await planStamp(db, other)
    expect(await planStamp(db, jobId)).toBe(stamps[0])
    const next = async () => {
      const stamp = await planStamp(db, jobId)
      expect(stamps).not.toContain(stamp)
      stamps.push(stamp)
    }
    const { id: itemId, ...fields } = aLoad({ id: uuidv7(), tag: 'kettle' })
    await call(USE_CASES.saveItem, db, crew.actor('lead'), { jobId, kind: 'load', itemId, fields })
    await next()
    // a row that is written as it was is another version all the same
    await owner.pool.query('update load set tag = tag where job_id = $1', [jobId])
    await next()
    await owner.pool.query(`delete from load where job_id = $1 and tag = 'kettle'`, [jobId])
    await next()
    await owner.pool.query('update job set name = name where id = $1', [jobId])
    await next()
    expect(await planStamp(db, other)).toBe(others)
  })

  it('does not take what is not committed for the plan', async () => {
    const jobId = await makeJob(crew)
    const before = await planStamp(db, jobId)
    await expect(
      db.transaction(async (tx) => {
        await tx.execute(sql`update load set tag = tag where job_id = ${jobId}`)
        expect(await planStamp(db, jobId)).toBe(before)
        expect(await planStamp(tx, jobId)).not.toBe(before)
        throw new Error('taken back')
      }),
    ).rejects.toThrow('taken back')
    expect(await planStamp(db, jobId)).toBe(before)
  })

  it('finds rows by an index in each of its tables', async () => {
    const tables = [...tablesIn(await askedBy(() => planStamp(db, uuidv7())))]
    const { rows } = await owner.pool.query<{ name: string }>(
      `select distinct own.relname as name from pg_class own join pg_index on indrelid = own.oid
        join pg_attribute on attrelid = own.oid and attnum = indkey[0]
        where own.relname = any($1) and attname = case own.relname when 'job' then 'id' else 'job_id' end`,
      [tables],
    )
    expect(rows.map(({ name }) => name).sort()).toEqual(tables.sort())
  })
})

describe('the points of a job that readings are held against', () => {
  const pointsNow = async (jobId: string) => (await planAtHand(db, crew.crewId, jobId))?.points
  const rcdKeys = (points: ReadonlyMap<string, unknown> | undefined) =>
    [...(points?.keys() ?? [])].filter((key) => key.startsWith('earth.rcd.c1'))

  it('are worked out once, and anew when the plan was touched', async () => {
    const jobId = await makeJob(crew)
    const first = await pointsNow(jobId)
    expect(await askedBy(() => pointsNow(jobId))).toHaveLength(1)
    expect(await pointsNow(jobId)).toBe(first)
    await owner.pool.query('delete from circuit where job_id = $1', [jobId])
    expect(rcdKeys(first)).not.toEqual([])
    expect(rcdKeys(await pointsNow(jobId))).toEqual([])
  })

  it('are of no use to another crew, whoever asked before', async () => {
    const [jobId, strangers] = [await makeJob(crew), await makeCrew()]
    const asStranger = () => planAtHand(db, strangers.crewId, jobId)
    expect(await asStranger()).toBeNull()
    expect(await pointsNow(jobId)).toBeDefined()
    expect(await asStranger()).toBeNull()
    expect(await planAtHand(db, crew.crewId, uuidv7())).toBeNull()
    // a job that is handed to another crew is theirs from then on
    await owner.pool.query('update job set crew_id = $1 where id = $2', [strangers.crewId, jobId])
    expect(await asStranger()).not.toBeNull()
    expect(await pointsNow(jobId)).toBeUndefined()
  })
})
