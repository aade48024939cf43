import { randomBytes } from 'node:crypto'
import { and, eq, isNull } from 'drizzle-orm'
import { v7 as uuidv7 } from 'uuid'
import type { Database, Db } from '@/db/client'
import { noteCrewChange, personalLinkByHash } from '@/db/queries/crews'
import type { PersonalLinkKind } from '@/core/crew/personalLinkKind'
import { type Role, crewMember, personalLink } from '@/db/schema'
import { Problem } from '../problem'
import { tokenHash } from '../useCases/packs'
import { addPerson, requireStrongPassword, setPassword } from './accounts'

const DAY_MS = 86_400_000

/** What became of a link that opens nothing, in words for whoever holds it. */
const CLOSED = {
  unknown: 'This link does not work. Look whether all of it was copied, or ask your lead for a new one.',
  used: 'This link was used already. Sign in, or ask your lead for a new one.',
  withdrawn: 'This link was withdrawn. Ask your lead.',
  expired: 'This link has run out. Ask your lead for a new one.',
} as const

export interface NewLink {
  crewId: string
  kind: PersonalLinkKind
  name: string
  email: string
  role: Role
  userId?: string
  days: number
  madeByName: string
}

/** A way in for one person, good once. The token is answered here and stored only as its hash; earlier links of the same purpose end. */
export async function makePersonalLink(db: Db, { days, ...row }: NewLink) {
  const token = randomBytes(24).toString('base64url')
  const linkId = uuidv7()
  const expiresAt = new Date(Date.now() + days * DAY_MS).toISOString()
  await db
    .update(personalLink)
    .set({ withdrawnAt: new Date().toISOString() })
    .where(
      and(
        eq(personalLink.crewId, row.crewId),
        eq(personalLink.email, row.email),
        eq(personalLink.kind, row.kind),
        isNull(personalLink.usedAt),
        isNull(personalLink.withdrawnAt),
      ),
    )
  await db.insert(personalLink).values({ ...row, id: linkId, tokenHash: tokenHash(token), expiresAt })
  return { linkId, token, expiresAt, path: `/join/${token}` }
}

/** What a token opens, or why it opens nothing. */
export async function openPersonalLink(db: Db, token: string) {
  const found = /^[A-Za-z0-9_-]{32}$/.test(token) ? await personalLinkByHash(db, tokenHash(token)) : null
  const closed = (why: keyof typeof CLOSED) => ({ state: why, message: CLOSED[why] })
  if (!found) return closed('unknown')
  const { link, crewName } = found
  if (link.usedAt !== null) return closed('used')
  if (link.withdrawnAt !== null) return closed('withdrawn')
  if (Date.parse(link.expiresAt) <= Date.now()) return closed('expired')
  return { state: 'open' as const, link, crewName }
}

/**
 * Uses a link: its person chooses a password and is in the crew, or has a new password. Of two who use it at once one gets in.
 *
 * @returns the address to sign in with
 * @throws Problem 404 or 410 for a link that opens nothing, 422 for a weak password
 */
export async function redeemPersonalLink(db: Database, token: string, password: string): Promise<{ email: string }> {
  return db.transaction(async (tx) => {
    const opened = await openPersonalLink(tx, token)
    if (opened.state !== 'open') throw new Problem(opened.state === 'unknown' ? 404 : 410, opened.message)
    const { link } = opened
    requireStrongPassword(password, link.email)
    const taken = await tx
      .update(personalLink)
      .set({ usedAt: new Date().toISOString() })
      .where(and(eq(personalLink.id, link.id), isNull(personalLink.usedAt), isNull(personalLink.withdrawnAt)))
      .returning({ id: personalLink.id })
    if (taken.length === 0) throw new Problem(410, CLOSED.used)
    if (link.kind === 'invitation') await join(tx, link, password)
    else await choosePassword(tx, link, password)
    return { email: link.email }
  })
}

type Link = typeof personalLink.$inferSelect

async function join(db: Db, link: Link, password: string): Promise<void> {
  const userId = await addPerson(db, { ...link, password })
  await db.update(personalLink).set({ userId }).where(eq(personalLink.id, link.id))
  await noteCrewChange(db, {
    crewId: link.crewId,
    what: 'joined',
    subject: userId,
    detail: { name: link.name, role: link.role, invitedBy: link.madeByName },
    byName: link.name,
  })
}

async function choosePassword(db: Db, link: Link, password: string): Promise<void> {
  if (link.userId === null) throw new Problem(404, CLOSED.unknown)
  const [member] = await db
    .select({ leftAt: crewMember.leftAt })
    .from(crewMember)
    .where(and(eq(crewMember.crewId, link.crewId), eq(crewMember.userId, link.userId)))
  if (!member || member.leftAt !== null) throw new Problem(410, CLOSED.withdrawn)
  await setPassword(db, { userId: link.userId, password })
  await noteCrewChange(db, {
    crewId: link.crewId,
    what: 'passwordChosen',
    subject: link.userId,
    detail: { by: 'link' },
    byName: link.name,
  })
}
