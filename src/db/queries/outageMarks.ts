import { asc, eq, inArray, sql } from 'drizzle-orm'
import type { OutageMark } from '@/core/outage/run/outageMark'
import type { Db } from '../client'
import { type Insertion, insertOnce } from '../insertOnce'
import { outageMark } from '../schema'

/** Marks that a job may hold; a run of a long day has a hundred. */
export const MOST_MARKS = 3000

/** Marks of some jobs, in the order in which they came in. */
export async function marksOfJobs(db: Db, jobIds: readonly string[]): Promise<(OutageMark & { jobId: string })[]> {
  if (jobIds.length === 0) return []
  const rows = await db
    .select()
    .from(outageMark)
    .where(inArray(outageMark.jobId, [...jobIds]))
    .orderBy(asc(outageMark.receivedAt), asc(outageMark.id))
  return rows.map(({ madeBy: _by, byRole: _role, receivedAt: _received, at, ...mark }) => ({
    ...mark,
    at: new Date(at).toISOString(),
  }))
}

export async function countMarks(db: Db, jobId: string): Promise<number> {
  const [row] = await db
    .select({ count: sql<number>`count(*)::int` })
    .from(outageMark)
    .where(eq(outageMark.jobId, jobId))
  return row?.count ?? 0
}

/** Adds a mark once; another one under the same id is a conflict. */
export const addMark = (db: Db, row: typeof outageMark.$inferInsert): Promise<Insertion> =>
  insertOnce(db, outageMark, row, ['jobId', 'runId', 'kind', 'subject', 'value', 'at', 'device', 'madeBy'])
