import { beforeAll, expect, it } from 'vitest'
import { allOf } from '@/db/allOf'
import { jobById } from '@/db/queries/installations'
import { jobRecords } from '@/server/jobAccess'
import { sql } from 'drizzle-orm'
import { type TestCrew, db, makeCrew, makeJob } from '../support/database'

let crew: TestCrew
let jobId: string
beforeAll(async () => {
  crew = await makeCrew()
  jobId = await makeJob(crew)
})

it('a whole job is read within a transaction one query after the other, as its one connection takes them', async () => {
  const warnings: string[] = []
  const listen = ({ message }: Error) => warnings.push(message)
  process.on('warning', listen)
  const row = (await jobById(db, jobId))!
  const within = await db.transaction((tx) => jobRecords(tx, [row], row.crewId))
  // warnings are told in a turn of their own
  await new Promise((turn) => setImmediate(turn))
  process.off('warning', listen)
  expect(warnings).toEqual([])
  expect(within).toEqual(await jobRecords(db, [row], row.crewId))
})

it('answers come in the order they were asked in, and what goes wrong is told', async () => {
  const ask = (n: number) => async () => (await db.execute<{ n: number }>(sql`select ${n}::int as n`)).rows[0]?.n
  expect(await allOf(db, [ask(1), ask(2), ask(3)])).toEqual([1, 2, 3])
  const order: number[] = []
  await db.transaction((tx) =>
    allOf(
      tx,
      [1, 2, 3].map((n) => async () => {
        await tx.execute(sql`select ${n}::int`)
        order.push(n)
      }),
    ),
  )
  expect(order).toEqual([1, 2, 3])
  await expect(allOf(db, [ask(1), () => Promise.reject(new Error('gone'))])).rejects.toThrow('gone')
})
