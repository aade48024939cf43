import { and, eq, inArray, isNull, sql } from 'drizzle-orm'
import type { WiringLayer } from '@/core/installation/wiring'
import type { Db } from '../client'
import { crewMember, equipment, equipmentRevision, wiringRevision } from '../schema'

/** Ids of every revision of a job's wiring, those that were overtaken included. */
export async function wiringIdsOf(db: Db, jobId: string): Promise<Set<string>> {
  const rows = await db.select({ id: wiringRevision.id }).from(wiringRevision).where(eq(wiringRevision.jobId, jobId))
  return new Set(rows.map(({ id }) => id))
}

/** Which of some people belong to a crew now. */
export async function membersAmong(db: Db, crewId: string, userIds: readonly string[]): Promise<Set<string>> {
  if (userIds.length === 0) return new Set()
  const rows = await db
    .select({ userId: crewMember.userId })
    .from(crewMember)
    .where(and(eq(crewMember.crewId, crewId), inArray(crewMember.userId, [...userIds]), isNull(crewMember.leftAt)))
  return new Set(rows.map(({ userId }) => userId))
}

/** Which of some revisions stand in a crew's library. */
export async function revisionsAmong(db: Db, crewId: string, ids: readonly string[]): Promise<Set<string>> {
  if (ids.length === 0) return new Set()
  const rows = await db
    .select({ id: equipmentRevision.id })
    .from(equipmentRevision)
    .innerJoin(equipment, eq(equipment.id, equipmentRevision.equipmentId))
    .where(and(eq(equipment.crewId, crewId), inArray(equipmentRevision.id, [...ids])))
  return new Set(rows.map(({ id }) => id))
}

/** The number of the latest revision of each layer of a job's wiring. */
export async function latestNumbers(db: Db, jobId: string): Promise<Map<WiringLayer, number>> {
  const rows = await db
    .select({ layer: wiringRevision.layer, number: sql<number>`max(${wiringRevision.number})::int` })
    .from(wiringRevision)
    .where(eq(wiringRevision.jobId, jobId))
    .groupBy(wiringRevision.layer)
  return new Map(rows.map(({ layer, number }) => [layer, number]))
}
