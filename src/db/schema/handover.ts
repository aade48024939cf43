import { sql } from 'drizzle-orm'
import { check, index, jsonb, pgTable, text, uuid } from 'drizzle-orm/pg-core'
import type { FaultAnswers } from '@/core/handover/faultCall'
import { REVIEW_WORDS } from '@/core/handover/review'
import { SIGNING_CAPACITIES } from '@/core/handover/signature'
import { instant, oneOf } from './columns'
import { customerLink } from './files'
import { job } from './job'
import { madeColumns } from './made'

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
    ...madeColumns(),
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
    ...madeColumns(),
  },
  (t) => [
    index('handover_signature_job').on(t.jobId, t.madeAt),
    oneOf('handover_signature_capacity_known', t.capacity, SIGNING_CAPACITIES),
    check('handover_signature_name_bounded', sql`length(trim(${t.name})) between 2 and 80`),
    check('handover_signature_drawing_bounded', sql`${t.drawing} is null or length(${t.drawing}) <= 20000`),
    check('handover_signature_saw_digest', sql`${t.saw} ~ '^[0-9a-f]{64}$'`),
  ],
)

/** What a household says is wrong, over its link to a pack; append-only. What the crew did about it is said in rows of their own. */
export const faultCall = pgTable(
  'fault_call',
  {
    id: uuid().primaryKey(),
    jobId: uuid()
      .notNull()
      .references(() => job.id, { onDelete: 'restrict' }),
    linkId: uuid()
      .notNull()
      .references(() => customerLink.id),
    answers: jsonb().$type<FaultAnswers>().notNull(),
    calledAt: instant()
      .notNull()
      .default(sql`clock_timestamp()`),
  },
  (t) => [
    index('fault_call_job').on(t.jobId, t.calledAt),
    index('fault_call_link').on(t.linkId),
    check('fault_call_bounded', sql`length(${t.answers}::text) <= 4000`),
  ],
)

/** That somebody of the crew took a call up, and what came of it; append-only. */
export const faultCallAnswer = pgTable(
  'fault_call_answer',
  {
    id: uuid().primaryKey(),
    callId: uuid()
      .notNull()
      .references(() => faultCall.id),
    note: text().notNull(),
    ...madeColumns(),
  },
  (t) => [
    index('fault_call_answer_call').on(t.callId),
    check('fault_call_answer_bounded', sql`length(trim(${t.note})) between 3 and 500`),
  ],
)
