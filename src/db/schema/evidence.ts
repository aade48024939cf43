import { sql } from 'drizzle-orm'
import { check, index, jsonb, pgTable, primaryKey, text, uuid } from 'drizzle-orm/pg-core'
import { HOLD_STEP_IDS } from '@/core/evidence/holdSteps'
import { UNITS } from '@/core/quantity/units'
import { VERDICTS } from '@/core/rules/verdict'
import { user } from './auth'
import { figure, finite, instant, oneOf, signedColumns } from './columns'
import { instrument } from './instrument'
import { job } from './job'
import { madeColumns } from './made'

/**
 * One observation. Rows are only ever added: the app's own database user may neither change nor delete them. They lie in a table a year, by the time
 * that stands at the front of their ids.
 */
export const reading = pgTable(
  'reading',
  {
    id: uuid().primaryKey(),
    jobId: uuid()
      .notNull()
      .references(() => job.id, { onDelete: 'restrict' }),
    pointKey: text().notNull(),
    slot: text().notNull(),
    valueNumber: figure(),
    valueWord: text(),
    digits: text(),
    unit: text({ enum: UNITS }).notNull(),
    detail: jsonb().$type<Record<string, unknown>>(),
    instrumentId: uuid().references(() => instrument.id),
    recordedBy: text()
      .notNull()
      .references(() => user.id),
    ...signedColumns(),
    recordedAt: instant().notNull(),
    receivedAt: instant()
      .notNull()
      .default(sql`clock_timestamp()`),
    supersedes: uuid(),
    supersedeReason: text(),
    shownVerdict: text({ enum: VERDICTS }).notNull(),
  },
  (t) => [
    index('reading_job').on(t.jobId, t.recordedAt),
    index('reading_serial')
      .on(sql`upper(${t.valueWord})`)
      .where(sql`${t.slot} = 'serial'`),
    finite('reading_value_finite', t.valueNumber),
    check('reading_has_value', sql`${t.valueNumber} is not null or ${t.valueWord} is not null`),
    check('reading_word_bounded', sql`${t.valueWord} is null or length(${t.valueWord}) between 1 and 300`),
    check(
      'reading_correction_has_reason',
      sql`(${t.supersedes} is null) = (${t.supersedeReason} is null) and (${t.supersedeReason} is null or length(trim(${t.supersedeReason})) > 0)`,
    ),
    check('reading_not_its_own_correction', sql`${t.supersedes} is null or ${t.supersedes} <> ${t.id}`),
    oneOf('reading_verdict_known', t.shownVerdict, VERDICTS),
    oneOf('reading_unit_known', t.unit, UNITS),
  ],
)

/** Which reading a reading was corrected by: one at most, over all years. The database writes it itself, with the correction. */
export const readingSuperseder = pgTable(
  'reading_superseder',
  { supersedes: uuid().notNull(), readingId: uuid().notNull() },
  (t) => [primaryKey({ name: 'reading_one_superseder', columns: [t.supersedes] })],
)

/** A lead's written decision to go on past a hold point; append-only. */
export const holdOverride = pgTable(
  'hold_override',
  {
    id: uuid().primaryKey(),
    jobId: uuid()
      .notNull()
      .references(() => job.id, { onDelete: 'restrict' }),
    step: text({ enum: HOLD_STEP_IDS }).notNull(),
    condition: text().notNull(),
    reason: text().notNull(),
    ...madeColumns(),
  },
  (t) => [
    index('hold_override_job').on(t.jobId),
    check('hold_override_reason_given', sql`length(trim(${t.reason})) >= 10`),
    oneOf('hold_override_step_known', t.step, HOLD_STEP_IDS),
  ],
)
