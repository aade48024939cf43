import { hashPassword } from 'better-auth/crypto'
import { and, eq, ne } from 'drizzle-orm'
import { v7 as uuidv7 } from 'uuid'
import type { Db } from '@/db/client'
import { type Role, account, crewMember, session, twoFactor, user } from '@/db/schema'
import { passwordWeakness } from '@/schemas/password'
import { Problem } from '../problem'

const CREDENTIAL = 'credential'

/** @throws Problem 422 at `path` for a password that is too easy to guess */
export function requireStrongPassword(password: string, email: string, path = 'password'): void {
  const message = passwordWeakness(password, email)
  if (message !== null) throw new Problem(422, message, [{ path, message }])
}

/**
 * Makes an account with a password and its place in a crew.
 *
 * @returns id of the person
 * @throws Problem 409 where the address has an account already
 */
export async function addPerson(
  db: Db,
  {
    crewId,
    name,
    email,
    role,
    password,
  }: { crewId: string; name: string; email: string; role: Role; password: string },
): Promise<string> {
  requireStrongPassword(password, email)
  const userId = uuidv7()
  const hashed = await hashPassword(password)
  const added = await db
    .insert(user)
    .values({ id: userId, name, email, emailVerified: true })
    .onConflictDoNothing()
    .returning({ id: user.id })
  if (added.length === 0) {
    const message = 'This address has an account already. Each person has an address of their own.'
    throw new Problem(409, message, [{ path: 'email', message }])
  }
  await db.insert(account).values({ id: uuidv7(), accountId: userId, providerId: CREDENTIAL, userId, password: hashed })
  await db.insert(crewMember).values({ crewId, userId, role })
  return userId
}

/** The stored form of a person's password; `null` for an account without one. */
export async function passwordOf(db: Db, userId: string): Promise<string | null> {
  const [row] = await db
    .select({ password: account.password })
    .from(account)
    .where(and(eq(account.userId, userId), eq(account.providerId, CREDENTIAL)))
    .limit(1)
  return row?.password ?? null
}

/** Gives a person a new password, and ends every session but the one that is kept: whoever knew the old one is out. */
export async function setPassword(
  db: Db,
  { userId, password, keepSession = null }: { userId: string; password: string; keepSession?: string | null },
): Promise<void> {
  const hashed = await hashPassword(password)
  await db
    .update(account)
    .set({ password: hashed, updatedAt: new Date() })
    .where(and(eq(account.userId, userId), eq(account.providerId, CREDENTIAL)))
  await endSessions(db, userId, keepSession)
}

/** Takes a person's second factor away: the phone with it is lost. Their devices are signed out, so that whoever has the phone is too. */
export async function removeSecondFactor(db: Db, userId: string): Promise<void> {
  await db.delete(twoFactor).where(eq(twoFactor.userId, userId))
  await db.update(user).set({ twoFactorEnabled: false, updatedAt: new Date() }).where(eq(user.id, userId))
  await endSessions(db, userId)
}

/** Ends a person's sessions on every device, all but one where one is kept. @returns how many there were */
export async function endSessions(db: Db, userId: string, keepSession: string | null = null): Promise<number> {
  const ended = await db
    .delete(session)
    .where(and(eq(session.userId, userId), keepSession === null ? undefined : ne(session.id, keepSession)))
    .returning({ id: session.id })
  return ended.length
}
