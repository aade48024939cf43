import { check, index, pgTable, text, uuid } from 'drizzle-orm/pg-core'
import { sql } from 'drizzle-orm'
import { SETTING_ACTS } from '@/core/settings/settingAct'
import { figure, finite, oneOf } from './columns'
import { job } from './job'
import { madeColumns } from './made'

/** What was done about a job's settings beside reading them: planned, taken out, written to a device, and whether a real one may be written to; append-only. */
export const settingAct = pgTable(
  'setting_act',
  {
    id: uuid().primaryKey(),
    jobId: uuid()
      .notNull()
      .references(() => job.id, { onDelete: 'restrict' }),
    kind: text({ enum: SETTING_ACTS }).notNull(),
    /** Name of the register map; `null` for what is said of a device as a whole. */
    key: text(),
    /** Planned or written; `null` where it was taken out, or an order was taken back. */
    value: figure(),
    /** What it was before: planned, or held by the device. */
    before: figure(),
    /** What the device said after it was written. */
    readBack: figure(),
    /** The real device, as address and port; `null` for the plan and for a stand-in. */
    address: text(),
    reason: text(),
    ...madeColumns(),
  },
  (t) => [
    index('setting_act_job').on(t.jobId, t.madeAt),
    oneOf('setting_act_kind_known', t.kind, SETTING_ACTS),
    finite('setting_act_value_finite', t.value),
    finite('setting_act_before_finite', t.before),
    finite('setting_act_read_back_finite', t.readBack),
    check('setting_act_key_bounded', sql`length(${t.key}) between 1 and 60`),
    check('setting_act_address_bounded', sql`length(${t.address}) between 1 and 270`),
    check('setting_act_reason_bounded', sql`length(${t.reason}) <= 300`),
    // who lets a real device be written to says why
    check(
      'setting_act_reason_given',
      sql`${t.kind} <> 'writingAllowed' or (${t.address} is not null and length(trim(${t.reason})) >= 10)`,
    ),
  ],
)
