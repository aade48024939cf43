import { asc, desc, eq, sql } from 'drizzle-orm'
import type { PlanChoice, PlanRevision } from '@/core/plan/planRevision'
import type { Db } from '../client'
import { customerPromise, planRevision } from '../schema'

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

/** The last revision of a job's plan, with what stood before it; `null` where nothing was ever chosen. */
export async function lastPlanRevision(
  db: Db,
  jobId: string,
): Promise<{ number: number; note: string; before: PlanChoice | null } | null> {
  const [last] = await db
    .select({ number: planRevision.number, note: planRevision.note, before: planRevision.before })
    .from(planRevision)
    .where(eq(planRevision.jobId, jobId))
    .orderBy(desc(planRevision.number))
    .limit(1)
  return last ?? null
}

/** A job's promises as they stand, in their order. */
export async function promisesOfJob(db: Db, jobId: string): Promise<PlanChoice['promises']> {
  const rows = await db
    .select()
    .from(customerPromise)
    .where(eq(customerPromise.jobId, jobId))
    .orderBy(asc(customerPromise.sort))
  return rows.map(({ jobId: _job, ...promise }) => promise)
}
