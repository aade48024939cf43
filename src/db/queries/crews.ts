import { and, asc, count, desc, eq, gt, isNull, max, sql } from 'drizzle-orm'
import { v7 as uuidv7 } from 'uuid'
import type { Db } from '../client'
import type { CrewChange } from '@/core/crew/crewChange'
import { crew, crewHistory, crewMember, personalLink, session, user } from '../schema'

/** A crew's people are shown whole: no crew is larger than this. */
export const MOST_PEOPLE = 500

/** Whether any crew is there at all. */
export async function anyCrew(db: Db): Promise<boolean> {
  const rows = await db.select({ id: crew.id }).from(crew).limit(1)
  return rows.length > 0
}

/** The crews of a server: one in a firm of its own, a few where firms share it. */
export const crewsOfServer = (db: Db, most = 100) =>
  db.select({ id: crew.id, name: crew.name }).from(crew).orderBy(asc(crew.createdAt)).limit(most)

/** Until the transaction ends nobody else makes a first crew. */
export const lockFirstCrew = (db: Db) => db.execute(sql`select pg_advisory_xact_lock(hashtext('awlbright first crew'))`)

export async function crewById(db: Db, crewId: string): Promise<typeof crew.$inferSelect | null> {
  const [row] = await db.select().from(crew).where(eq(crew.id, crewId)).limit(1)
  return row ?? null
}

/** A lead who is in a crew now: the one who has been there longest. */
export async function leadOfCrew(db: Db, crewId: string): Promise<{ userId: string } | null> {
  const [row] = await db
    .select({ userId: crewMember.userId })
    .from(crewMember)
    .where(and(eq(crewMember.crewId, crewId), eq(crewMember.role, 'lead'), isNull(crewMember.leftAt)))
    .orderBy(asc(crewMember.joinedAt))
    .limit(1)
  return row ?? null
}

/** Holds a crew's people as they are until the transaction ends: two changes at once cannot both find another lead. */
export const lockCrew = (db: Db, crewId: string) =>
  db.select({ id: crew.id }).from(crew).where(eq(crew.id, crewId)).for('update')

/** Everybody of a crew, those who left last; with when they were last seen. */
export const peopleOfCrew = (db: Db, crewId: string) =>
  db
    .select({
      userId: crewMember.userId,
      name: user.name,
      email: user.email,
      role: crewMember.role,
      licence: crewMember.licence,
      licenceValidUntil: crewMember.licenceValidUntil,
      joinedAt: crewMember.joinedAt,
      leftAt: crewMember.leftAt,
      secondFactor: user.twoFactorEnabled,
      seenAt: max(session.updatedAt),
      sessions: count(session.id),
    })
    .from(crewMember)
    .innerJoin(user, eq(user.id, crewMember.userId))
    .leftJoin(session, and(eq(session.userId, crewMember.userId), gt(session.expiresAt, sql`now()`)))
    .where(eq(crewMember.crewId, crewId))
    .groupBy(crewMember.crewId, crewMember.userId, user.id)
    .orderBy(sql`${crewMember.leftAt} is not null`, asc(user.name))
    .limit(MOST_PEOPLE)

export async function memberOfCrew(db: Db, crewId: string, userId: string) {
  const [row] = await db
    .select({
      userId: crewMember.userId,
      name: user.name,
      email: user.email,
      role: crewMember.role,
      licence: crewMember.licence,
      licenceValidUntil: crewMember.licenceValidUntil,
      leftAt: crewMember.leftAt,
      secondFactor: user.twoFactorEnabled,
    })
    .from(crewMember)
    .innerJoin(user, eq(user.id, crewMember.userId))
    .where(and(eq(crewMember.crewId, crewId), eq(crewMember.userId, userId)))
    .limit(1)
  return row ?? null
}

/** How many leads work in a crew besides one person. */
export async function otherLeads(db: Db, crewId: string, userId: string): Promise<number> {
  const [row] = await db
    .select({ others: count() })
    .from(crewMember)
    .where(
      and(
        eq(crewMember.crewId, crewId),
        eq(crewMember.role, 'lead'),
        isNull(crewMember.leftAt),
        sql`${crewMember.userId} <> ${userId}`,
      ),
    )
  return row?.others ?? 0
}

/** The account of an address and the crew it works or worked in; `null` where nobody has it. */
export async function accountOfAddress(db: Db, email: string) {
  const [row] = await db
    .select({
      userId: user.id,
      name: user.name,
      email: user.email,
      crewId: crewMember.crewId,
      crewName: crew.name,
      role: crewMember.role,
      leftAt: crewMember.leftAt,
    })
    .from(user)
    .leftJoin(crewMember, eq(crewMember.userId, user.id))
    .leftJoin(crew, eq(crew.id, crewMember.crewId))
    .where(eq(user.email, email))
    .limit(1)
  return row ?? null
}

/** Links of a crew that still work, newest first. */
export const openLinksOfCrew = (db: Db, crewId: string) =>
  db
    .select({
      id: personalLink.id,
      kind: personalLink.kind,
      name: personalLink.name,
      email: personalLink.email,
      role: personalLink.role,
      expiresAt: personalLink.expiresAt,
      madeByName: personalLink.madeByName,
      madeAt: personalLink.madeAt,
    })
    .from(personalLink)
    .where(
      and(
        eq(personalLink.crewId, crewId),
        isNull(personalLink.usedAt),
        isNull(personalLink.withdrawnAt),
        gt(personalLink.expiresAt, sql`now()`),
      ),
    )
    .orderBy(desc(personalLink.madeAt))
    .limit(MOST_PEOPLE)

/** The link of a token's hash with its crew's name, whatever became of it. */
export async function personalLinkByHash(db: Db, tokenHash: string) {
  const [row] = await db
    .select({ link: personalLink, crewName: crew.name })
    .from(personalLink)
    .innerJoin(crew, eq(crew.id, personalLink.crewId))
    .where(eq(personalLink.tokenHash, tokenHash))
    .limit(1)
  return row ?? null
}

/** Notes what was changed about a crew's people or instruments. */
export const noteCrewChange = (
  db: Db,
  change: { crewId: string; what: CrewChange; subject: string; detail?: Record<string, unknown>; byName: string },
) => db.insert(crewHistory).values({ id: uuidv7(), detail: {}, ...change })

/** The latest changes of a crew. */
export const historyOfCrew = (db: Db, crewId: string, most = 50) =>
  db
    .select({
      id: crewHistory.id,
      what: crewHistory.what,
      subject: crewHistory.subject,
      detail: crewHistory.detail,
      byName: crewHistory.byName,
      at: crewHistory.at,
    })
    .from(crewHistory)
    .where(eq(crewHistory.crewId, crewId))
    .orderBy(desc(crewHistory.at))
    .limit(most)
