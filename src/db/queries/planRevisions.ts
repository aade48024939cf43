import { desc, eq, sql } from 'drizzle-orm'
import type { PlanRevision } from '@/core/plan/planRevision'
import type { Db } from '../client'
import { planRevision } from '../schema'

/** A job's plans as they stood, newest first. */
export async function planRevisionsOf(db: Db, jobId: string, most = 50): Promise<PlanRevision[]> {
  const rows = await db
    .select()
    .from(planRevision)
    .where(eq(planRevision.jobId, jobId))
    .orderBy(desc(planRevision.number))
    .limit(most)
  return rows.map(({ id, number, note, lines, madeAt, byName }) => ({
    id,
    number,
    note,
    lines,
    madeByName: byName,
    madeAt: new Date(madeAt).toISOString(),
  }))
}

/** Adds the next revision of a job's plan and answers with its number; called under the job's row lock, so that numbers have no gap. */
export async function addPlanRevision(db: Db, row: Omit<typeof planRevision.$inferInsert, 'number'>): Promise<number> {
  const [last] = await db
    .select({ number: sql<number>`coalesce(max(${planRevision.number}), 0)::int` })
    .from(planRevision)
    .where(eq(planRevision.jobId, row.jobId))
  const number = (last?.number ?? 0) + 1
  await db.insert(planRevision).values({ ...row, number })
  return number
}
