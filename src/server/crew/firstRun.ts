import { createHash, timingSafeEqual } from 'node:crypto'
import { appDatabase } from '@/db/client'
import { anyCrew } from '@/db/queries/crews'
import { DIRECT_HEADER, addressOf } from '../throttle/clientAddress'

const held = globalThis as { awlbrightHasCrew?: boolean }

/** Whether this server waits for its first crew. A crew is never taken away, so that a yes is remembered. */
export async function waitsForFirstCrew(): Promise<boolean> {
  if (held.awlbrightHasCrew) return false
  held.awlbrightHasCrew = await anyCrew(appDatabase().db)
  return !held.awlbrightHasCrew
}

const LOOPBACK = /^(127\.\d+\.\d+\.\d+|::1)$/
const LOOPBACK_HOST = /^(localhost|127\.0\.0\.1|\[::1\])(:\d+)?$/i

/**
 * Whether a request comes from the machine that the server runs on, and from nowhere behind it: a proxy on the same machine passes on what strangers send; a
 * page elsewhere that made its own name point here has that name in `host`.
 */
export const comesFromThisMachine = (headers: Headers): boolean =>
  headers.has(DIRECT_HEADER) && LOOPBACK.test(addressOf(headers)) && LOOPBACK_HOST.test(headers.get('host') ?? '')

const digest = (text: string) => createHash('sha256').update(text).digest()

/** Whether a code is the one that the start printed; without one of its own the server takes none. */
export const isFirstRunCode = (given: string, own = process.env.AWLBRIGHT_FIRST_RUN_CODE ?? ''): boolean =>
  own.length > 0 && timingSafeEqual(digest(given.trim()), digest(own))
