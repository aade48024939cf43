import { verifyPassword } from 'better-auth/crypto'
import { and, desc, eq, gt, sql } from 'drizzle-orm'
import * as yup from 'yup'
import { memberOfCrew } from '@/db/queries/crews'
import { session } from '@/db/schema'
import { words } from '@/schemas/fields'
import { ownPasswordSchema } from '@/schemas/people'
import { passwordOf, requireStrongPassword, setPassword } from '../crew/accounts'
import { noteBy } from '../crew/noteBy'
import { Problem } from '../problem'
import { Attempts } from '../throttle/attempts'
import { defineUseCase } from '../useCase'

const MOST_SESSIONS = 50

/** What a person sees of their own account: who they are here, and where they are signed in. */
export const viewAccount = defineUseCase({
  name: 'viewAccount',
  via: 'json',
  schema: yup.object({}),
  run: async (db, actor) => {
    const [member, sessions] = await Promise.all([
      memberOfCrew(db, actor.crewId, actor.userId),
      db
        .select({
          id: session.id,
          createdAt: session.createdAt,
          updatedAt: session.updatedAt,
          ipAddress: session.ipAddress,
          userAgent: session.userAgent,
        })
        .from(session)
        .where(and(eq(session.userId, actor.userId), gt(session.expiresAt, sql`now()`)))
        .orderBy(desc(session.updatedAt))
        .limit(MOST_SESSIONS),
    ])
    if (!member) throw new Problem(404, 'There is no such person in your crew.')
    return {
      name: member.name,
      email: member.email,
      role: member.role,
      crewName: actor.crewName,
      licence: member.licence,
      licenceValidUntil: member.licenceValidUntil,
      secondFactor: member.secondFactor,
      sessions: sessions.map(({ createdAt, updatedAt, ...one }) => ({
        ...one,
        createdAt: createdAt.toISOString(),
        seenAt: updatedAt.toISOString(),
        current: one.id === actor.sessionId,
      })),
    }
  },
})

export type AccountView = Awaited<ReturnType<typeof viewAccount.run>>

const held = globalThis as { awlbrightOwnPassword?: Attempts }
/** Wrong tries at one's present password: a device left open does not let anybody guess it. */
const tries = (held.awlbrightOwnPassword ??= new Attempts({ most: 10, windowMs: 600_000, mostKeys: 10_000 }))

/** A person's own new password; every other device is signed out. */
export const changeOwnPassword = defineUseCase({
  name: 'changeOwnPassword',
  via: 'json',
  schema: ownPasswordSchema,
  run: async (db, actor, { current, next }) => {
    if (tries.isFull(actor.userId)) throw new Problem(429, 'Too many tries. Wait ten minutes, then try again.')
    const [member, hash] = await Promise.all([
      memberOfCrew(db, actor.crewId, actor.userId),
      passwordOf(db, actor.userId),
    ])
    if (!member || hash === null) throw new Problem(404, 'There is no such person in your crew.')
    if (!(await verifyPassword({ hash, password: current }))) {
      tries.count(actor.userId)
      const message = 'That is not your present password.'
      throw new Problem(422, message, [{ path: 'current', message }])
    }
    requireStrongPassword(next, member.email, 'next')
    await db.transaction(async (tx) => {
      await setPassword(tx, { userId: actor.userId, password: next, keepSession: actor.sessionId ?? null })
      await noteBy(tx, actor, 'passwordChosen', actor.userId, { by: 'self' })
    })
    return { changed: true }
  },
})

/** Signs out one of one's own devices. */
export const endOwnSession = defineUseCase({
  name: 'endOwnSession',
  via: 'json',
  schema: yup.object({ sessionId: words('Session', 64).required('Session is missing') }),
  run: async (db, actor, { sessionId }) => {
    const ended = await db
      .delete(session)
      .where(and(eq(session.id, sessionId), eq(session.userId, actor.userId)))
      .returning({ id: session.id })
    if (ended.length === 0) throw new Problem(404, 'That device is signed out already.')
    return { sessionId }
  },
})
