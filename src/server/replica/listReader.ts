import { sql } from 'drizzle-orm'
import { type Database, appDatabase, readDatabase } from '@/db/client'
import { faultOf, log } from '../log'

/** How long a replica that failed is left alone: whoever waits for a list does not wait for it each time. */
const LEFT_ALONE_MS = 5000

let failedAt = -Infinity

/** Whether a replica follows its primary, and has what was seen of it. One that is no replica has everything. */
async function hasSeen(db: Database, seen: string | null): Promise<boolean> {
  const { rows } = await db.execute<{ has: boolean }>(sql`
    select not pg_is_in_recovery() or (
      exists (select 1 from pg_stat_wal_receiver where pid is not null)
      and (${seen}::pg_lsn is null or pg_last_wal_replay_lsn() >= ${seen}::pg_lsn)
    ) as has`)
  return rows[0]?.has === true
}

/**
 * Where a list is read: on the replica of `DATABASE_READ_URL` as long as it follows and holds what the asking browser wrote itself; else where everything
 * is written.
 *
 * @param seen place in the log after the browser's last change; `null` where it made none of late
 */
export async function listReader(seen: string | null): Promise<Database> {
  const replica = readDatabase()
  if (replica === null || Date.now() - failedAt < LEFT_ALONE_MS) return appDatabase().db
  try {
    return (await hasSeen(replica.db, seen)) ? replica.db : appDatabase().db
  } catch (error) {
    failedAt = Date.now()
    log.warn(faultOf(error), 'the replica does not answer; lists are read where they are written')
    return appDatabase().db
  }
}
