import { and, asc, desc, eq, gte, inArray, lt, sql } from 'drizzle-orm'
import type { FaultAnswers } from '@/core/handover/faultCall'
import type { Review } from '@/core/handover/review'
import type { HandoverSignature } from '@/core/handover/signature'
import type { Db } from '../client'
import { insertOnce } from '../insertOnce'
import { customerLink, faultCall, faultCallAnswer, handoverSignature, pointReview } from '../schema'

/** Most rows of a job that are read: a point is seldom looked at more than a few times. */
const MOST_ROWS = 5000
/** Calls that are shown: older ones stay on record. */
const MOST_CALLS = 100

/** What checkers said of a job's points, oldest first. */
export async function reviewsOfJob(db: Db, jobId: string): Promise<Review[]> {
  const rows = await db
    .select()
    .from(pointReview)
    .where(eq(pointReview.jobId, jobId))
    .orderBy(asc(pointReview.madeAt), asc(pointReview.id))
    .limit(MOST_ROWS)
  return rows.map(({ id, pointKey, word, note, saw, byName, madeAt }) => ({
    id,
    pointKey,
    word,
    note,
    saw,
    byName,
    at: new Date(madeAt).toISOString(),
  }))
}

/** Signatures under a job's handover, oldest first. */
export async function signaturesOfJob(db: Db, jobId: string): Promise<HandoverSignature[]> {
  const rows = await db
    .select()
    .from(handoverSignature)
    .where(eq(handoverSignature.jobId, jobId))
    .orderBy(asc(handoverSignature.madeAt), asc(handoverSignature.id))
    .limit(MOST_ROWS)
  return rows.map(({ id, capacity, name, drawing, saw, byName, madeAt }) => ({
    id,
    capacity,
    name,
    drawing,
    saw,
    byName,
    at: new Date(madeAt).toISOString(),
  }))
}

export const addReview = (db: Db, row: typeof pointReview.$inferInsert) =>
  insertOnce(db, pointReview, row, ['jobId', 'pointKey', 'word', 'note', 'saw', 'madeBy'])

export const addSignature = (db: Db, row: typeof handoverSignature.$inferInsert) =>
  insertOnce(db, handoverSignature, row, ['jobId', 'capacity', 'name', 'drawing', 'saw', 'madeBy'])

/** A household's call with what the crew answered, oldest answer first. */
export interface FaultCallEntry {
  id: string
  answers: FaultAnswers
  calledAt: string
  taken: { id: string; note: string; byName: string; at: string }[]
}

/** Calls of a household, latest first. */
export async function faultCallsOfJob(db: Db, jobId: string): Promise<FaultCallEntry[]> {
  const calls = await db
    .select()
    .from(faultCall)
    .where(eq(faultCall.jobId, jobId))
    .orderBy(desc(faultCall.calledAt))
    .limit(MOST_CALLS)
  if (calls.length === 0) return []
  const answers = await db
    .select()
    .from(faultCallAnswer)
    .where(
      inArray(
        faultCallAnswer.callId,
        calls.map(({ id }) => id),
      ),
    )
    .orderBy(asc(faultCallAnswer.madeAt))
    .limit(MOST_ROWS)
  return calls.map(({ id, answers: said, calledAt }) => ({
    id,
    answers: said,
    calledAt: new Date(calledAt).toISOString(),
    taken: answers
      .filter(({ callId }) => callId === id)
      .map((answer) => ({
        id: answer.id,
        note: answer.note,
        byName: answer.byName,
        at: new Date(answer.madeAt).toISOString(),
      })),
  }))
}

/** How many calls came over a link since an instant. */
export const faultCallsSince = (db: Db, linkId: string, since: string) =>
  db.$count(faultCall, and(eq(faultCall.linkId, linkId), gte(faultCall.calledAt, since)))

export const addFaultCall = (db: Db, row: typeof faultCall.$inferInsert) =>
  insertOnce(db, faultCall, row, ['jobId', 'linkId', 'answers'])

export const addFaultCallAnswer = (db: Db, row: typeof faultCallAnswer.$inferInsert) =>
  insertOnce(db, faultCallAnswer, row, ['callId', 'note', 'madeBy'])

/** Counts a picture that comes over a link to a pack; `false` where it has taken as many as it takes. */
export async function countFaultPicture(db: Db, linkId: string, most: number): Promise<boolean> {
  const rows = await db
    .update(customerLink)
    .set({ picturesTried: sql`${customerLink.picturesTried} + 1` })
    .where(and(eq(customerLink.id, linkId), lt(customerLink.picturesTried, most)))
    .returning({ id: customerLink.id })
  return rows.length > 0
}

/** Who made the link that a call came over; `null` for a call that did not come over it. */
export async function callOverLink(db: Db, callId: string, linkId: string): Promise<{ createdBy: string } | null> {
  const [row] = await db
    .select({ createdBy: customerLink.createdBy })
    .from(faultCall)
    .innerJoin(customerLink, eq(customerLink.id, faultCall.linkId))
    .where(and(eq(faultCall.id, callId), eq(faultCall.linkId, linkId)))
    .limit(1)
  return row ?? null
}
