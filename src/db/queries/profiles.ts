import { and, eq, inArray, sql } from 'drizzle-orm'
import type { Db } from '../client'
import { profile } from '../schema'

export type ProfileKind = (typeof profile.$inferSelect)['kind']
export type ProfileFacts = Pick<typeof profile.$inferSelect, 'id' | 'kind' | 'name' | 'stepH' | 'rowCount'>

const FACTS = {
  id: profile.id,
  kind: profile.kind,
  name: profile.name,
  stepH: profile.stepH,
  rowCount: profile.rowCount,
}

/** Which series a job has, without their samples. */
export const profilesOf = (db: Db, jobId: string): Promise<ProfileFacts[]> =>
  db.select(FACTS).from(profile).where(eq(profile.jobId, jobId)).orderBy(profile.kind)

export async function profileSamples(db: Db, jobId: string, id: string): Promise<Buffer | null> {
  const [row] = await db
    .select({ samples: profile.samples })
    .from(profile)
    .where(and(eq(profile.jobId, jobId), eq(profile.id, id)))
    .limit(1)
  return row?.samples ?? null
}

/** Puts a series in place of the one of its kind. */
export async function putProfile(db: Db, row: typeof profile.$inferInsert): Promise<void> {
  const { jobId: _job, kind: _kind, ...change } = row
  await db
    .insert(profile)
    .values(row)
    .onConflictDoUpdate({ target: [profile.jobId, profile.kind], set: { ...change, addedAt: sql`clock_timestamp()` } })
}

export async function removeProfile(db: Db, jobId: string, id: string): Promise<boolean> {
  const gone = await db
    .delete(profile)
    .where(and(eq(profile.jobId, jobId), inArray(profile.id, [id])))
    .returning({ id: profile.id })
  return gone.length > 0
}
