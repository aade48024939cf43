import { cookies } from 'next/headers'
import { ZONE_COOKIE } from '@/look/zoneScript'
import { zoneOf } from '@/ui/zone'

/** Where somebody looks at a page, as their browser said it, and when it is drawn. */
export async function visit(): Promise<{ zone: string; nowMs: number }> {
  const said = (await cookies()).get(ZONE_COOKIE)?.value
  return { zone: zoneOf(said), nowMs: Date.now() }
}
