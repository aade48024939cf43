import { sql } from 'drizzle-orm'
import { check, index, pgTable, text, uuid } from 'drizzle-orm/pg-core'
import { MARK_KINDS } from '@/core/outage/run/outageMark'
import { user } from './auth'
import { figure, finite, instant, oneOf, signedColumns } from './columns'
import { job } from './job'

/** A tap on a phone during a cut of the supply, with the clock it was made by; append-only, one taken back is so by another. */
export const outageMark = pgTable(
  'outage_mark',
  {
    id: uuid().primaryKey(),
    jobId: uuid()
      .notNull()
      .references(() => job.id, { onDelete: 'restrict' }),
    runId: uuid().notNull(),
    kind: text({ enum: MARK_KINDS }).notNull(),
    subject: text(),
    value: figure(),
    at: instant().notNull(),
    device: text().notNull(),
    clockOffsetMs: figure(),
    clockErrorMs: figure(),
    madeBy: text()
      .notNull()
      .references(() => user.id),
    ...signedColumns(),
    receivedAt: instant()
      .notNull()
      .default(sql`clock_timestamp()`),
  },
  (t) => [
    index('outage_mark_job').on(t.jobId, t.receivedAt),
    oneOf('outage_mark_kind_known', t.kind, MARK_KINDS),
    finite('outage_mark_value_finite', t.value),
    finite('outage_mark_offset_finite', t.clockOffsetMs),
    finite('outage_mark_error_finite', t.clockErrorMs),
    check(
      'outage_mark_bounded',
      sql`length(${t.device}) between 1 and 40 and (${t.subject} is null or length(${t.subject}) <= 40)`,
    ),
  ],
)
