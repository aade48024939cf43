import { sql } from 'drizzle-orm'
import { text } from 'drizzle-orm/pg-core'
import { user } from './auth'
import { instant, signedColumns } from './columns'

/** Who made a row, with the name and role they had then, and when the server took it in. */
export const madeColumns = () => ({
  madeBy: text()
    .notNull()
    .references(() => user.id),
  ...signedColumns(),
  madeAt: instant()
    .notNull()
    .default(sql`clock_timestamp()`),
})
