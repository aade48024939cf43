import { sql } from 'drizzle-orm'
import { bigint, boolean, date, index, integer, jsonb, pgTable, text, uuid } from 'drizzle-orm/pg-core'
import type { JobFacts } from '@/core/evidence/jobFacts'
import { RULE_PACK_IDS } from '@/core/rules/rulePack'
import { instant } from './columns'
import { crew } from './crew'
import { job } from './job'

/**
 * What the list of jobs shows of each, so that it reads one table. The columns follow the job by triggers; the facts are worked out behind, and are older
 * than the evidence as long as the job stands in `job_changed`.
 */
export const jobSummary = pgTable(
  'job_summary',
  {
    jobId: uuid()
      .primaryKey()
      .references(() => job.id, { onDelete: 'cascade' }),
    crewId: uuid()
      .notNull()
      .references(() => crew.id),
    name: text().notNull(),
    place: text().notNull(),
    packId: text({ enum: RULE_PACK_IDS }).notNull(),
    scheduledDay: date({ mode: 'string' }),
    sealedAt: instant(),
    archivedAt: instant(),
    /** Of the facts, what is searched by; not known while nothing is worked out, and then as if it were held. */
    held: boolean(),
    people: text().array(),
    lastRecordedAt: instant(),
    facts: jsonb().$type<JobFacts>(),
    factsVersion: integer(),
    workedOutAt: instant(),
  },
  (t) => [
    index('job_summary_open')
      .on(t.crewId, sql`coalesce(${t.scheduledDay}, 'infinity'::date)`, t.name, t.jobId)
      .where(sql`${t.sealedAt} is null and ${t.archivedAt} is null`),
    index('job_summary_sealed')
      .on(t.crewId, t.sealedAt.desc().nullsFirst(), t.jobId)
      .where(sql`${t.sealedAt} is not null and ${t.archivedAt} is null`),
    // whose customers' data fall due, put away or not
    index('job_summary_kept')
      .on(t.crewId, t.sealedAt)
      .where(sql`${t.sealedAt} is not null`),
    index('job_summary_archived')
      .on(t.crewId, t.archivedAt.desc().nullsFirst(), t.jobId)
      .where(sql`${t.archivedAt} is not null`),
    index('job_summary_held')
      .on(t.crewId, sql`coalesce(${t.scheduledDay}, 'infinity'::date)`, t.name, t.jobId)
      .where(sql`${t.archivedAt} is null and coalesce(${t.held}, true)`),
    index('job_summary_named')
      .on(t.crewId, t.name, t.jobId)
      .where(sql`${t.archivedAt} is null`),
    index('job_summary_recorded')
      .on(t.crewId, t.lastRecordedAt.desc().nullsLast(), t.jobId)
      .where(sql`${t.archivedAt} is null`),
    index('job_summary_people').using('gin', t.people),
    index('job_summary_taught')
      .on(t.crewId, t.workedOutAt.desc().nullsFirst())
      .where(sql`jsonb_array_length(${t.facts} -> 'taskMinutes') > 0`),
    index('job_summary_words').using('gin', sql`lower(${t.name} || ' ' || ${t.place}) gin_trgm_ops`),
    index('job_summary_version').on(t.factsVersion),
  ],
)

/** Jobs whose evidence or plan changed since their facts were worked out: rows are added by triggers and taken out by whoever works them out. */
export const jobChanged = pgTable(
  'job_changed',
  {
    id: bigint({ mode: 'number' }).primaryKey().generatedAlwaysAsIdentity(),
    jobId: uuid().notNull(),
  },
  (t) => [index('job_changed_job').on(t.jobId)],
)
