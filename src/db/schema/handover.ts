import { sql } from 'drizzle-orm'
import { check, index, pgTable, text, uuid } from 'drizzle-orm/pg-core'
import { REVIEW_WORDS } from '@/core/handover/review'
import { SIGNING_CAPACITIES } from '@/core/handover/signature'
import { user } from './auth'
import { instant, oneOf, signedColumns } from './columns'
import { job } from './job'

/** What a checker said of a point; append-only, the latest of a point stands. */
export const pointReview = pgTable(
  'point_review',
  {
    id: uuid().primaryKey(),
    jobId: uuid()
      .notNull()
      .references(() => job.id, { onDelete: 'restrict' }),
    pointKey: text().notNull(),
    word: text({ enum: REVIEW_WORDS }).notNull(),
    note: text(),
    saw: text().notNull(),
    madeBy: text()
      .notNull()
      .references(() => user.id),
    ...signedColumns(),
    madeAt: instant()
      .notNull()
      .default(sql`clock_timestamp()`),
  },
  (t) => [
    index('point_review_job').on(t.jobId, t.madeAt),
    oneOf('point_review_word_known', t.word, REVIEW_WORDS),
    check('point_review_bounded', sql`length(${t.pointKey}) <= 200 and length(${t.saw}) <= 400`),
    check(
      'point_review_sent_back_says_why',
      sql`${t.word} <> 'sentBack' or (${t.note} is not null and length(trim(${t.note})) between 5 and 500)`,
    ),
  ],
)

/** A signature under a handover; append-only. */
export const handoverSignature = pgTable(
  'handover_signature',
  {
    id: uuid().primaryKey(),
    jobId: uuid()
      .notNull()
      .references(() => job.id, { onDelete: 'restrict' }),
    capacity: text({ enum: SIGNING_CAPACITIES }).notNull(),
    name: text().notNull(),
    drawing: text(),
    saw: text().notNull(),
    madeBy: text()
      .notNull()
      .references(() => user.id),
    ...signedColumns(),
    madeAt: instant()
      .notNull()
      .default(sql`clock_timestamp()`),
  },
  (t) => [
    index('handover_signature_job').on(t.jobId, t.madeAt),
    oneOf('handover_signature_capacity_known', t.capacity, SIGNING_CAPACITIES),
    check('handover_signature_name_bounded', sql`length(trim(${t.name})) between 2 and 80`),
    check('handover_signature_drawing_bounded', sql`${t.drawing} is null or length(${t.drawing}) <= 20000`),
    check('handover_signature_saw_digest', sql`${t.saw} ~ '^[0-9a-f]{64}$'`),
  ],
)
