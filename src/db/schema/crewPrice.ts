import { sql } from 'drizzle-orm'
import { check, index, pgTable, text, unique, uuid } from 'drizzle-orm/pg-core'
import { figure, finite } from './columns'
import { crew } from './crew'

/** What a crew asks for a thing or a piece of work, as a range. */
export const crewPrice = pgTable(
  'crew_price',
  {
    id: uuid().primaryKey(),
    crewId: uuid()
      .notNull()
      .references(() => crew.id),
    /** A material by its name on the pick list, or a piece of work by its key. */
    what: text().notNull(),
    unit: text().notNull(),
    low: figure().notNull(),
    high: figure().notNull(),
  },
  (t) => [
    index('crew_price_crew').on(t.crewId),
    unique('crew_price_what').on(t.crewId, t.what, t.unit),
    finite('crew_price_low_finite', t.low),
    finite('crew_price_high_finite', t.high),
    check('crew_price_runs_up', sql`${t.low} >= 0 and ${t.high} >= ${t.low}`),
  ],
)
