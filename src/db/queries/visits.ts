import { asc, inArray } from 'drizzle-orm'
import type { Visit } from '@/core/installation/visit'
import type { Db } from '../client'
import { insertOnce } from '../insertOnce'
import { jobVisit } from '../schema'

/** Later visits of some jobs, oldest first. */
export async function visitsOfJobs(db: Db, jobIds: readonly string[]): Promise<(Visit & { jobId: string })[]> {
  if (jobIds.length === 0) return []
  const rows = await db
    .select()
    .from(jobVisit)
    .where(inArray(jobVisit.jobId, [...jobIds]))
    .orderBy(asc(jobVisit.openedAt), asc(jobVisit.id))
  return rows.map(({ id, jobId, kind, reason, touched, openedAt, byName }) => ({
    id,
    jobId,
    kind,
    reason,
    touched,
    openedAt: new Date(openedAt).toISOString(),
    byName,
  }))
}

/** Adds a visit once; another one under the same id is a conflict. */
export const addVisit = (db: Db, row: typeof jobVisit.$inferInsert) =>
  insertOnce(db, jobVisit, row, ['jobId', 'kind', 'reason', 'touched', 'openedAt', 'madeBy'])
