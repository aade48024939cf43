import { asc, eq, inArray } from 'drizzle-orm'
import type { HoldOverride } from '@/core/evidence/holdPoints'
import type { Attachment } from '@/core/evidence/point'
import type { Reading } from '@/core/evidence/reading'
import type { Instrument } from '@/core/installation/installation'
import type { Db } from '../client'
import { attachment, holdOverride, instrument, reading, storedFile, user } from '../schema'

/** Instants leave the database as ISO 8601 in UTC, whatever its own way of writing them. */
const iso = (value: string) => new Date(value).toISOString()

/** Readings of some jobs, oldest first, with the name of who made each. */
export async function readingsOfJobs(db: Db, jobIds: readonly string[]): Promise<Reading[]> {
  if (jobIds.length === 0) return []
  const rows = await db
    .select({ reading, recordedByName: user.name })
    .from(reading)
    .innerJoin(user, eq(user.id, reading.recordedBy))
    .where(inArray(reading.jobId, [...jobIds]))
    .orderBy(asc(reading.recordedAt), asc(reading.id))
  return rows.map(({ reading: row, recordedByName }) => ({ ...row, recordedByName, recordedAt: iso(row.recordedAt), receivedAt: iso(row.receivedAt) }))
}

export type NewReading = typeof reading.$inferInsert

/** Adds readings; those whose id is already there are left alone. Answers with the ids that are new. */
export async function addReadings(db: Db, rows: readonly NewReading[]): Promise<Set<string>> {
  if (rows.length === 0) return new Set()
  const added = await db.insert(reading).values([...rows]).onConflictDoNothing({ target: reading.id }).returning({ id: reading.id })
  return new Set(added.map(({ id }) => id))
}

export async function readingsById(db: Db, ids: readonly string[]): Promise<(typeof reading.$inferSelect)[]> {
  return ids.length === 0 ? [] : db.select().from(reading).where(inArray(reading.id, [...ids]))
}

export async function attachmentsOfJobs(db: Db, jobIds: readonly string[]): Promise<Attachment[]> {
  if (jobIds.length === 0) return []
  const rows = await db
    .select({ attachment, byteCount: storedFile.byteCount, mediaType: storedFile.mediaType, addedByName: user.name })
    .from(attachment)
    .innerJoin(storedFile, eq(storedFile.sha256, attachment.sha256))
    .innerJoin(user, eq(user.id, attachment.addedBy))
    .where(inArray(attachment.jobId, [...jobIds]))
    .orderBy(asc(attachment.receivedAt), asc(attachment.id))
  return rows.map(({ attachment: row, ...facts }) => ({ ...row, ...facts, takenAt: row.takenAt && iso(row.takenAt), receivedAt: iso(row.receivedAt) }))
}

export async function addAttachment(db: Db, row: typeof attachment.$inferInsert): Promise<boolean> {
  const added = await db.insert(attachment).values(row).onConflictDoNothing({ target: attachment.id }).returning({ id: attachment.id })
  return added.length > 0
}

export async function overridesOfJobs(db: Db, jobIds: readonly string[]): Promise<(HoldOverride & { jobId: string })[]> {
  if (jobIds.length === 0) return []
  const rows = await db.select({ row: holdOverride, byName: user.name }).from(holdOverride).innerJoin(user, eq(user.id, holdOverride.madeBy)).where(inArray(holdOverride.jobId, [...jobIds])).orderBy(asc(holdOverride.madeAt))
  return rows.map(({ row, byName }) => ({ id: row.id, jobId: row.jobId, step: row.step, condition: row.condition, reason: row.reason, byName, at: iso(row.madeAt) }))
}

export const addOverride = (db: Db, row: typeof holdOverride.$inferInsert) => db.insert(holdOverride).values(row).onConflictDoNothing({ target: holdOverride.id })

export async function instrumentsOfCrew(db: Db, crewId: string): Promise<Instrument[]> {
  const rows = await db.select().from(instrument).where(eq(instrument.crewId, crewId)).orderBy(asc(instrument.tag))
  return rows.map(({ crewId: _crew, ...row }) => row)
}
