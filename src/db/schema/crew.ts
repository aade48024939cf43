import { sql } from 'drizzle-orm'
import { date, index, integer, jsonb, pgTable, primaryKey, text, uuid } from 'drizzle-orm/pg-core'
import { CREW_CHANGES } from '@/core/crew/crewChange'
import type { RulePackId } from '@/core/rules/rulePack'
import { user } from './auth'
import { instant, oneOf } from './columns'
import { ROLES } from './roles'

export const crew = pgTable('crew', {
  id: uuid().primaryKey(),
  name: text().notNull(),
  /** Rule pack that a new job is offered first. */
  usualPackId: text().$type<RulePackId>().notNull().default('iec-1ph-230'),
  /** Lines under its name on what it hands over: how it is reached, what it is registered as. */
  letterHead: text(),
  /** Digest of its logo among the stored files, made small as it came in. */
  logoSha256: text(),
  /** Minutes that a kind of task usually takes it, where it says so itself. */
  usualMinutes: jsonb().$type<Record<string, number>>().notNull().default({}),
  /** Colours of cores that a new job begins with, by rule pack; what is left out is the region's. */
  coreColours: jsonb().$type<Partial<Record<RulePackId, Record<string, string>>>>().notNull().default({}),
  /** What its price list is in. */
  currency: text(),
  /** Months after a job's last sealing for which what is known of its customer is kept; `null` for as long as nobody takes it out. */
  retentionMonths: integer(),
  /** Who set that, in words. */
  retentionSetBy: text(),
  createdAt: instant().notNull().defaultNow(),
})

/** Who changed what about a crew's people and instruments, and when; append-only. */
export const crewHistory = pgTable(
  'crew_history',
  {
    id: uuid().primaryKey(),
    crewId: uuid()
      .notNull()
      .references(() => crew.id),
    what: text({ enum: CREW_CHANGES }).notNull(),
    /** Id of the person or instrument it was about. */
    subject: text().notNull(),
    /** What differs, by field: before and after. Never a secret. */
    detail: jsonb().$type<Record<string, unknown>>().notNull(),
    byName: text().notNull(),
    at: instant()
      .notNull()
      .default(sql`clock_timestamp()`),
  },
  (t) => [
    index('crew_history_crew').on(t.crewId, t.at),
    index('crew_history_subject').on(t.subject, t.at),
    oneOf('crew_history_what_known', t.what, CREW_CHANGES),
  ],
)

/** Who belongs to which crew, and as what. */
export const crewMember = pgTable(
  'crew_member',
  {
    crewId: uuid()
      .notNull()
      .references(() => crew.id),
    userId: text()
      .notNull()
      .references(() => user.id),
    role: text({ enum: ROLES }).notNull(),
    /** Number of the person's licence, as it is written on it. */
    licence: text(),
    licenceValidUntil: date({ mode: 'string' }),
    /** Set when somebody left: they cannot sign in, and what they recorded stays theirs. */
    leftAt: instant(),
    joinedAt: instant().notNull().defaultNow(),
  },
  (t) => [
    primaryKey({ columns: [t.crewId, t.userId] }),
    index('crew_member_user').on(t.userId),
    oneOf('crew_member_role_known', t.role, ROLES),
  ],
)
