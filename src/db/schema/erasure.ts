import { sql } from 'drizzle-orm'
import { check, index, jsonb, pgTable, text, uuid } from 'drizzle-orm/pg-core'
import type { ErasedCounts } from '@/core/handover/erasure'
import { job } from './job'
import { madeColumns } from './made'

/** That what was known of a customer was taken out of a job: how much of what, by whom, why; append-only. */
export const erasure = pgTable(
  'erasure',
  {
    id: uuid().primaryKey(),
    jobId: uuid()
      .notNull()
      .references(() => job.id, { onDelete: 'restrict' }),
    reason: text().notNull(),
    erased: jsonb().$type<ErasedCounts>().notNull(),
    ...madeColumns(),
  },
  (t) => [
    index('erasure_job').on(t.jobId, t.madeAt),
    check('erasure_reason_given', sql`length(trim(${t.reason})) between 5 and 300`),
  ],
)
