import { sql } from 'drizzle-orm'
import { check, index, jsonb, pgTable, text, uuid } from 'drizzle-orm/pg-core'
import { VISIT_KINDS } from '@/core/installation/visit'
import { user } from './auth'
import { instant, oneOf, signedColumns } from './columns'
import { job } from './job'

/** A later visit to a house that was handed over, with what it touches; append-only. */
export const jobVisit = pgTable(
  'job_visit',
  {
    id: uuid().primaryKey(),
    jobId: uuid()
      .notNull()
      .references(() => job.id, { onDelete: 'restrict' }),
    kind: text({ enum: VISIT_KINDS }).notNull(),
    reason: text().notNull(),
    touched: jsonb().$type<string[]>().notNull(),
    openedAt: instant().notNull(),
    madeBy: text()
      .notNull()
      .references(() => user.id),
    ...signedColumns(),
    receivedAt: instant()
      .notNull()
      .default(sql`clock_timestamp()`),
  },
  (t) => [
    index('job_visit_job').on(t.jobId, t.openedAt),
    oneOf('job_visit_kind_known', t.kind, VISIT_KINDS),
    check('job_visit_reason_given', sql`length(trim(${t.reason})) between 5 and 300`),
    check('job_visit_touched_bounded', sql`length(${t.touched}::text) <= 4000`),
  ],
)
