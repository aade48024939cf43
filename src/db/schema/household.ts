import { sql } from 'drizzle-orm'
import { check, index, integer, pgTable, text, uuid } from 'drizzle-orm/pg-core'
import { user } from './auth'
import { instant } from './columns'
import { job } from './job'

/** The household's way to one job's questions: the token itself is never stored. */
export const householdLink = pgTable(
  'household_link',
  {
    id: uuid().primaryKey(),
    jobId: uuid()
      .notNull()
      .references(() => job.id, { onDelete: 'restrict' }),
    tokenHash: text().notNull().unique(),
    expiresAt: instant().notNull(),
    withdrawnAt: instant(),
    openedAt: instant(),
    /** Pictures that were sent over it, those that turned out to be none counted too. */
    picturesTried: integer().notNull().default(0),
    createdBy: text()
      .notNull()
      .references(() => user.id),
    createdAt: instant()
      .notNull()
      .default(sql`clock_timestamp()`),
  },
  (t) => [index('household_link_job').on(t.jobId)],
)

/** What the household answered; a later answer to the same question stands, the earlier one is kept. */
export const householdAnswer = pgTable(
  'household_answer',
  {
    id: uuid().primaryKey(),
    jobId: uuid()
      .notNull()
      .references(() => job.id, { onDelete: 'restrict' }),
    linkId: uuid()
      .notNull()
      .references(() => householdLink.id),
    question: text().notNull(),
    answer: text().notNull(),
    answeredAt: instant()
      .notNull()
      .default(sql`clock_timestamp()`),
  },
  (t) => [
    index('household_answer_job').on(t.jobId, t.answeredAt),
    index('household_answer_link').on(t.linkId),
    check('household_answer_bounded', sql`length(${t.answer}) between 1 and 600`),
  ],
)
