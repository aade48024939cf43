import { sql } from 'drizzle-orm'
import { index, pgTable, text, uuid } from 'drizzle-orm/pg-core'
import { PERSONAL_LINK_KINDS } from '@/core/crew/personalLinkKind'
import { user } from './auth'
import { instant, oneOf } from './columns'
import { crew } from './crew'
import { ROLES } from './roles'

/** One person's way in, good once: the token itself is never stored. */
export const personalLink = pgTable(
  'personal_link',
  {
    id: uuid().primaryKey(),
    crewId: uuid()
      .notNull()
      .references(() => crew.id),
    kind: text({ enum: PERSONAL_LINK_KINDS }).notNull(),
    tokenHash: text().notNull().unique(),
    name: text().notNull(),
    email: text().notNull(),
    role: text({ enum: ROLES }).notNull(),
    /** Whose new password it is for; who came of an invitation once it was used. */
    userId: text().references(() => user.id),
    expiresAt: instant().notNull(),
    withdrawnAt: instant(),
    usedAt: instant(),
    /** Who made it, in words: a command on the server's own machine is nobody of the crew. */
    madeByName: text().notNull(),
    madeAt: instant()
      .notNull()
      .default(sql`clock_timestamp()`),
  },
  (t) => [
    index('personal_link_crew').on(t.crewId, t.madeAt),
    index('personal_link_user').on(t.userId),
    oneOf('personal_link_kind_known', t.kind, PERSONAL_LINK_KINDS),
    oneOf('personal_link_role_known', t.role, ROLES),
  ],
)
