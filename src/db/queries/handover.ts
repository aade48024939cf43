import { asc, eq } from 'drizzle-orm'
import type { Review } from '@/core/handover/review'
import type { HandoverSignature } from '@/core/handover/signature'
import type { Db } from '../client'
import { insertOnce } from '../insertOnce'
import { handoverSignature, pointReview } from '../schema'

/** Most rows of a job that are read: a point is seldom looked at more than a few times. */
const MOST_ROWS = 5000

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
