import { boolean, date, index, jsonb, pgTable, primaryKey, text, uuid } from 'drizzle-orm/pg-core'
import type { InstrumentFunction } from '@/core/installation/installation'
import { user } from './auth'
import { instant, oneOf } from './columns'
import { ROLES } from './roles'

export const crew = pgTable('crew', {
  id: uuid().primaryKey(),
  name: text().notNull(),
  createdAt: instant().notNull().defaultNow(),
})

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
  },
  (t) => [
    primaryKey({ columns: [t.crewId, t.userId] }),
    index('crew_member_user').on(t.userId),
    oneOf('crew_member_role_known', t.role, ROLES),
  ],
)

export const instrument = pgTable(
  'instrument',
  {
    id: uuid().primaryKey(),
    crewId: uuid()
      .notNull()
      .references(() => crew.id),
    tag: text().notNull(),
    name: text().notNull(),
    calibrationDue: date({ mode: 'string' }),
    lowImpedance: boolean().notNull().default(false),
    functions: jsonb().$type<InstrumentFunction[]>().notNull(),
  },
  (t) => [index('instrument_crew').on(t.crewId)],
)
