import { and, asc, eq, inArray } from 'drizzle-orm'
import { v7 as uuidv7 } from 'uuid'
import type { OwnLimit } from '@/core/rules/ownLimits'
import type { RulePackId } from '@/core/rules/rulePack'
import type { Db } from '../client'
import { insertOnce } from '../insertOnce'
import { crewLimit, jobLimit } from '../schema'

type Row = Pick<typeof jobLimit.$inferSelect, 'id' | 'key' | 'value' | 'reason' | 'byName' | 'madeAt'>

const ownLimit = ({ id, key, value, reason, byName, madeAt }: Row): OwnLimit => ({
  id,
  key,
  value,
  reason,
  byName,
  at: new Date(madeAt).toISOString(),
})

/** Limits that were set for some jobs, oldest first. */
export async function limitsOfJobs(db: Db, jobIds: readonly string[]): Promise<Map<string, OwnLimit[]>> {
  const rows = await db
    .select()
    .from(jobLimit)
    .where(inArray(jobLimit.jobId, [...jobIds]))
    .orderBy(asc(jobLimit.madeAt), asc(jobLimit.id))
  const limits = new Map<string, OwnLimit[]>()
  for (const row of rows) limits.set(row.jobId, [...(limits.get(row.jobId) ?? []), ownLimit(row)])
  return limits
}

/** A limit of a crew's own, for its new jobs of one region. */
export interface CrewLimit extends OwnLimit {
  packId: RulePackId
}

/** All that a crew ever set, oldest first. */
export async function limitsOfCrew(db: Db, crewId: string): Promise<CrewLimit[]> {
  const rows = await db
    .select()
    .from(crewLimit)
    .where(eq(crewLimit.crewId, crewId))
    .orderBy(asc(crewLimit.madeAt), asc(crewLimit.id))
  return rows.map((row) => ({ ...ownLimit(row), packId: row.packId }))
}

/** Adds a limit of a job once; another one under the same id is a conflict. */
export const addJobLimit = (db: Db, row: typeof jobLimit.$inferInsert) =>
  insertOnce(db, jobLimit, row, ['jobId', 'key', 'value', 'reason', 'madeBy'])

/** Adds a limit of a crew once; another one under the same id is a conflict. */
export const addCrewLimit = (db: Db, row: typeof crewLimit.$inferInsert) =>
  insertOnce(db, crewLimit, row, ['crewId', 'packId', 'key', 'value', 'reason', 'madeBy'])

/** A new job of a crew begins with what the crew set for its region: who set it, when and why come along. */
export async function beginWithCrewLimits(
  db: Db,
  { id: jobId, crewId, packId }: { id: string; crewId: string; packId: RulePackId },
): Promise<void> {
  const rows = await db
    .select()
    .from(crewLimit)
    .where(and(eq(crewLimit.crewId, crewId), eq(crewLimit.packId, packId)))
    .orderBy(asc(crewLimit.madeAt), asc(crewLimit.id))
  const latest = new Map(rows.map((row) => [row.key, row]))
  const set = [...latest.values()].filter(({ value }) => value !== null)
  if (set.length === 0) return
  await db.insert(jobLimit).values(
    set.map(({ key, value, reason, madeBy, byName, byRole, madeAt }) => ({
      id: uuidv7(),
      jobId,
      key,
      value,
      reason,
      madeBy,
      byName,
      byRole,
      madeAt,
    })),
  )
}
