import { sql } from 'drizzle-orm'
import { check, index, pgTable, text, uuid } from 'drizzle-orm/pg-core'
import { type LimitKey, RULE_PACK_IDS, type RulePackId } from '@/core/rules/rulePack'
import { figure, finite, oneOf } from './columns'
import { crew } from './crew'
import { job } from './job'
import { madeColumns } from './made'

/** A limit that a lead set, and why; `value` is `null` where the pack's own figure came back. */
const limitColumns = () => ({
  id: uuid().primaryKey(),
  key: text().$type<LimitKey>().notNull(),
  value: figure(),
  reason: text().notNull(),
  ...madeColumns(),
})

/** Limits set for one job instead of the pack's; append-only. */
export const jobLimit = pgTable(
  'job_limit',
  {
    ...limitColumns(),
    jobId: uuid()
      .notNull()
      .references(() => job.id, { onDelete: 'restrict' }),
  },
  (t) => [
    index('job_limit_job').on(t.jobId, t.madeAt),
    finite('job_limit_value_finite', t.value),
    check('job_limit_key_bounded', sql`length(${t.key}) between 1 and 40`),
    check('job_limit_reason_given', sql`length(trim(${t.reason})) between 10 and 300`),
  ],
)

/** Limits that a crew begins each new job of a region with; append-only. */
export const crewLimit = pgTable(
  'crew_limit',
  {
    ...limitColumns(),
    crewId: uuid()
      .notNull()
      .references(() => crew.id, { onDelete: 'restrict' }),
    packId: text().$type<RulePackId>().notNull(),
  },
  (t) => [
    index('crew_limit_crew').on(t.crewId, t.packId, t.madeAt),
    finite('crew_limit_value_finite', t.value),
    oneOf('crew_limit_pack_known', t.packId, RULE_PACK_IDS),
    check('crew_limit_key_bounded', sql`length(${t.key}) between 1 and 40`),
    check('crew_limit_reason_given', sql`length(trim(${t.reason})) between 10 and 300`),
  ],
)
