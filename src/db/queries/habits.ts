import { asc, eq } from 'drizzle-orm'
import type { RulePackId } from '@/core/rules/rulePack'
import type { Db } from '../client'
import { crew, crewPrice, job } from '../schema'

/** The price list of a crew, by name. */
export const pricesOfCrew = (db: Db, crewId: string) =>
  db
    .select({
      id: crewPrice.id,
      what: crewPrice.what,
      unit: crewPrice.unit,
      low: crewPrice.low,
      high: crewPrice.high,
    })
    .from(crewPrice)
    .where(eq(crewPrice.crewId, crewId))
    .orderBy(asc(crewPrice.what), asc(crewPrice.unit))

/** What a crew says of itself beside its name: usual times, colours, letter head, currency. */
export async function habitsOfCrew(db: Db, crewId: string) {
  const [row] = await db
    .select({
      name: crew.name,
      usualMinutes: crew.usualMinutes,
      coreColours: crew.coreColours,
      currency: crew.currency,
      letterHead: crew.letterHead,
      logoSha256: crew.logoSha256,
    })
    .from(crew)
    .where(eq(crew.id, crewId))
    .limit(1)
  return row
}

/** Minutes that a crew says its tasks take, by kind of task. */
export async function usualMinutesOfCrew(db: Db, crewId: string): Promise<Readonly<Record<string, number>>> {
  const [row] = await db.select({ usualMinutes: crew.usualMinutes }).from(crew).where(eq(crew.id, crewId)).limit(1)
  return row?.usualMinutes ?? {}
}

/** A new job of a crew begins with the core colours that the crew set for its region. */
export async function beginWithCrewColours(
  db: Db,
  { id, crewId, packId }: { id: string; crewId: string; packId: RulePackId },
): Promise<void> {
  const own = await habitsOfCrew(db, crewId)
  const coreColours = own?.coreColours[packId]
  if (coreColours !== undefined) await db.update(job).set({ coreColours }).where(eq(job.id, id))
}
