import { eq } from 'drizzle-orm'
import type { PgColumn, PgTable } from 'drizzle-orm/pg-core'
import { canonicalJson } from '@/core/pack/canonicalJson'
import type { Db } from './client'

type WithId = PgTable & { id: PgColumn }

/** What became of a row that is sent under an id of the sender's own. */
export type Insertion = 'stored' | 'known' | 'conflict'

/**
 * Whether two rows say the same in some columns, whichever way the database writes them: a missing value is `null`, an instant is its moment.
 *
 * @example sameContent({ at: '2026-01-01T00:00:00Z' }, { at: '2026-01-01 00:00:00+00' }, ['at']) // true
 */
export function sameContent<Row extends object>(a: Row, b: Row, columns: readonly (keyof Row & string)[]): boolean {
  return columns.every((column) => written(a[column]) === written(b[column]))
}

const INSTANT = /^\d{4}-\d{2}-\d{2}[T ]\d{2}:\d{2}/
function written(value: unknown): string {
  if (typeof value === 'string' && INSTANT.test(value)) return String(Date.parse(value))
  return canonicalJson(value ?? null)
}

/**
 * Adds a row under the id that its sender gave it. Sent twice it is harmless; under an id that something else has it is a conflict and nothing is
 * stored, never a silent success.
 *
 * @param content the columns that make two rows the same thing
 */
export async function insertOnce<T extends WithId>(
  db: Db,
  table: T,
  row: T['$inferInsert'],
  content: readonly (keyof T['$inferInsert'] & string)[],
): Promise<Insertion> {
  const added = await db.insert(table).values(row).onConflictDoNothing({ target: table.id }).returning({ id: table.id })
  if (added.length > 0) return 'stored'
  const [stored] = await db
    .select()
    .from(table as PgTable)
    .where(eq(table.id, (row as { id: unknown }).id))
    .limit(1)
  return stored && sameContent(stored as T['$inferInsert'] & object, row as T['$inferInsert'] & object, content)
    ? 'known'
    : 'conflict'
}
