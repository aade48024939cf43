import { sql } from 'drizzle-orm'
import { check, customType, integer, pgTable, text, unique, uuid } from 'drizzle-orm/pg-core'
import { user } from './auth'
import { figure, instant, oneOf } from './columns'
import { job } from './job'

const bytea = customType<{ data: Buffer }>({ dataType: () => 'bytea' })
export const PROFILE_KINDS = ['load', 'pv', 'price'] as const

/** A year's series brought in for a job: metering, PV or prices, as little-endian 32-bit floats. One of each kind stands. */
export const profile = pgTable(
  'profile',
  {
    id: uuid().primaryKey(),
    jobId: uuid()
      .notNull()
      .references(() => job.id, { onDelete: 'cascade' }),
    kind: text({ enum: PROFILE_KINDS }).notNull(),
    name: text().notNull(),
    stepH: figure().notNull(),
    rowCount: integer().notNull(),
    samples: bytea().notNull(),
    addedBy: text()
      .notNull()
      .references(() => user.id),
    addedAt: instant()
      .notNull()
      .default(sql`clock_timestamp()`),
  },
  (t) => [
    unique('profile_of_kind').on(t.jobId, t.kind),
    oneOf('profile_kind_known', t.kind, PROFILE_KINDS),
    check('profile_rows_known', sql`${t.rowCount} in (8760, 17520, 35040)`),
  ],
)
