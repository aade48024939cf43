import { and, asc, count, desc, eq, inArray, isNull, lt, sql } from 'drizzle-orm'
import { allOf } from '../allOf'
import type { Db } from '../client'
import { attachment, crew, householdAnswer, householdLink, job } from '../schema'

export const addHouseholdLink = (db: Db, row: typeof householdLink.$inferInsert) => db.insert(householdLink).values(row)

export async function householdLinksOf(db: Db, jobId: string) {
  const rows = await db
    .select({
      id: householdLink.id,
      expiresAt: householdLink.expiresAt,
      withdrawnAt: householdLink.withdrawnAt,
      openedAt: householdLink.openedAt,
      createdAt: householdLink.createdAt,
    })
    .from(householdLink)
    .where(eq(householdLink.jobId, jobId))
    .orderBy(desc(householdLink.createdAt))
  return rows.map((row) => ({
    ...row,
    expiresAt: new Date(row.expiresAt).toISOString(),
    withdrawnAt: row.withdrawnAt && new Date(row.withdrawnAt).toISOString(),
    openedAt: row.openedAt && new Date(row.openedAt).toISOString(),
    createdAt: new Date(row.createdAt).toISOString(),
  }))
}

export async function withdrawHouseholdLink(db: Db, linkId: string, jobId: string): Promise<boolean> {
  const rows = await db
    .update(householdLink)
    .set({ withdrawnAt: sql`clock_timestamp()` })
    .where(and(eq(householdLink.id, linkId), eq(householdLink.jobId, jobId), isNull(householdLink.withdrawnAt)))
    .returning({ id: householdLink.id })
  return rows.length > 0
}

/** The job behind a household token's hash; `null` for a token nobody made. */
export async function householdByTokenHash(db: Db, tokenHash: string) {
  const [row] = await db
    .select({ link: householdLink, job, crewName: crew.name })
    .from(householdLink)
    .innerJoin(job, eq(job.id, householdLink.jobId))
    .innerJoin(crew, eq(crew.id, job.crewId))
    .where(eq(householdLink.tokenHash, tokenHash))
    .limit(1)
  return row ?? null
}

export const noteHouseholdOpened = (db: Db, linkId: string) =>
  db
    .update(householdLink)
    .set({ openedAt: sql`clock_timestamp()` })
    .where(and(eq(householdLink.id, linkId), isNull(householdLink.openedAt)))

export interface HouseholdAnswer {
  question: string
  answer: string
  answeredAt: string
}

/** The answers that stand: the last to each question. */
export async function householdAnswersOf(db: Db, jobId: string): Promise<HouseholdAnswer[]> {
  const rows = await db
    .select()
    .from(householdAnswer)
    .where(eq(householdAnswer.jobId, jobId))
    .orderBy(asc(householdAnswer.answeredAt), asc(householdAnswer.id))
  const standing = new Map(
    rows.map(({ question, answer, answeredAt }) => [
      question,
      { question, answer, answeredAt: new Date(answeredAt).toISOString() },
    ]),
  )
  return [...standing.values()]
}

/** What the households of some jobs answered to one question, the last answer of each. */
export async function lastAnswers(db: Db, jobIds: readonly string[], question: string): Promise<Map<string, string>> {
  const rows = await db
    .selectDistinctOn([householdAnswer.jobId], { jobId: householdAnswer.jobId, answer: householdAnswer.answer })
    .from(householdAnswer)
    .where(and(inArray(householdAnswer.jobId, [...jobIds]), eq(householdAnswer.question, question)))
    .orderBy(householdAnswer.jobId, desc(householdAnswer.answeredAt), desc(householdAnswer.id))
  return new Map(rows.map(({ jobId, answer }) => [jobId, answer]))
}

export const addHouseholdAnswers = (db: Db, rows: (typeof householdAnswer.$inferInsert)[]) =>
  db.insert(householdAnswer).values(rows).onConflictDoNothing({ target: householdAnswer.id })

/** How much a link has sent already; what it may send is bounded. */
export async function householdSent(db: Db, linkId: string): Promise<{ pictures: number; answers: number }> {
  const [[pictures], [answers]] = await allOf(db, [
    () => db.select({ n: count() }).from(attachment).where(eq(attachment.householdLinkId, linkId)),
    () => db.select({ n: count() }).from(householdAnswer).where(eq(householdAnswer.linkId, linkId)),
  ])
  return { pictures: pictures?.n ?? 0, answers: answers?.n ?? 0 }
}

/** Counts one more picture over a link, whatever becomes of it; answers false, and counts nothing, where it has had its share. */
export async function countPicture(db: Db, linkId: string, most: number): Promise<boolean> {
  const rows = await db
    .update(householdLink)
    .set({ picturesTried: sql`${householdLink.picturesTried} + 1` })
    .where(and(eq(householdLink.id, linkId), lt(householdLink.picturesTried, most)))
    .returning({ id: householdLink.id })
  return rows.length > 0
}

/** Holds a link's row until the transaction ends. */
export const lockHouseholdLink = (db: Db, linkId: string) =>
  db.select({ id: householdLink.id }).from(householdLink).where(eq(householdLink.id, linkId)).for('update')
