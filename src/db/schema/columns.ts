import { sql } from 'drizzle-orm'
import { type PgColumn, check, doublePrecision, text, timestamp } from 'drizzle-orm/pg-core'
import { ROLES } from './roles'

/** A measured or declared figure. */
export const figure = () => doublePrecision()

/** A point in time with its zone. */
export const instant = () => timestamp({ withTimezone: true, mode: 'string' })

/** PostgreSQL sorts NaN above Infinity, so finiteness is said outright. */
export const finite = (name: string, column: PgColumn) =>
  check(name, sql`${column} is null or (${column} > '-Infinity'::float8 and ${column} < 'Infinity'::float8)`)

/** `column in (words)`, with the words of the core. */
export const oneOf = (name: string, column: PgColumn, words: readonly string[]) =>
  check(name, sql`${column} in (${sql.raw(words.map((word) => `'${word.replaceAll("'", "''")}'`).join(', '))})`)

/**
 * Name and role of who made a row, as they were then: a person who is renamed later does not rename the past. Rows from before roles were kept have none.
 */
export const signedColumns = () => ({ byName: text().notNull(), byRole: text({ enum: ROLES }) })
