import { headers } from 'next/headers'
import { cache } from 'react'
import { appDatabase } from '@/db/client'
import { membershipOf } from '@/db/queries/members'
import type { Actor } from './access'
import { auth } from './auth'
import { Problem } from './problem'

/** Who is asking, or `null`; looked up once a request. */
export const currentActor = cache(async (): Promise<Actor | null> => {
  const asked = await headers()
  const found = await auth().api.getSession({ headers: asked })
  if (!found) return null
  const member = await membershipOf(appDatabase().db, found.user.id)
  return member && { ...member, sessionId: found.session.id }
})

/** @throws Problem 401 when nobody is signed in or the person belongs to no crew */
export async function requireActor(): Promise<Actor> {
  const actor = await currentActor()
  if (!actor) throw new Problem(401, 'Sign in first. What you entered is kept on this device.')
  return actor
}

/** Whether the session of these headers is still one, asked anew; a database that is away does not end it. */
export async function sessionHolds(asked: Headers): Promise<boolean> {
  try {
    return (await auth().api.getSession({ headers: asked })) !== null
  } catch {
    return true
  }
}
