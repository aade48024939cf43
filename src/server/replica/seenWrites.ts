import { sql } from 'drizzle-orm'
import type { Db } from '@/db/client'

/** Cookie that says how far the log of the database was when its browser last changed something. */
export const SEEN_COOKIE = 'awlbright-seen'
/** A replica that stands still for longer than this shows its people what they wrote as late as that. */
const KEPT_S = 15 * 60

const PLACE_IN_LOG = /^[0-9A-F]{1,8}\/[0-9A-F]{1,8}$/

/**
 * Place in the database's log that a browser has seen; `null` where it says none, or something that is none.
 *
 * @example seenIn('awlbright-seen=0/16B3748') // '0/16B3748'
 */
export function seenIn(cookies: string | null): string | null {
  const own = (cookies ?? '')
    .split(';')
    .map((one) => one.trim())
    .find((one) => one.startsWith(`${SEEN_COOKIE}=`))
  const place = (own ?? '').slice(SEEN_COOKIE.length + 1).replace(/%2F/i, '/')
  return PLACE_IN_LOG.test(place) ? place : null
}

/** An answer that was only read carries this, and says where: nothing was written that its browser would have to see. */
export const READ_HEADER = 'x-awlbright-read'

/** Whether lists are read elsewhere, so that what a browser wrote has to be remembered. */
export const hasReplica = (): boolean => Boolean(process.env.DATABASE_READ_URL)

/** What an answer to a change carries, so that its browser reads its own writes wherever lists are read. */
export async function seenCookie(db: Db): Promise<string> {
  const { rows } = await db.execute<{ place: string }>(sql`select pg_current_wal_flush_lsn()::text as place`)
  const secure = (process.env.BETTER_AUTH_URL ?? '').startsWith('https:') ? '; Secure' : ''
  return `${SEEN_COOKIE}=${encodeURIComponent(rows[0]?.place ?? '')}; Path=/; Max-Age=${KEPT_S}; HttpOnly; SameSite=Lax${secure}`
}
