import { and, eq, isNull } from 'drizzle-orm'
import * as yup from 'yup'
import type { Db } from '@/db/client'
import { accountOfAddress, lockCrew, memberOfCrew, otherLeads } from '@/db/queries/crews'
import { crewMember, personalLink, user } from '@/db/schema'
import { invitationSchema, linkSchema, memberSchema, personId } from '@/schemas/people'
import { type Actor, MAY_INVITE_AS } from '../access'
import { endSessions, removeSecondFactor } from '../crew/accounts'
import { noteBy } from '../crew/noteBy'
import { makePersonalLink } from '../crew/personalLinks'
import { linkMail } from '../mail/linkMail'
import { type MailOutcome, sendMail } from '../mail/sendMail'
import { Problem } from '../problem'
import { defineUseCase } from '../useCase'

/** A new password is chosen soon or not at all. */
const PASSWORD_LINK_DAYS = 2

const refusedAt = (path: string, message: string, status: 409 | 422 = 422) =>
  new Problem(status, message, [{ path, message }])

/** @throws Problem 404 for somebody of another crew, or nobody */
async function memberOf(db: Db, actor: Actor, userId: string) {
  const member = await memberOfCrew(db, actor.crewId, userId)
  if (!member) throw new Problem(404, 'There is no such person in your crew.')
  return member
}

/** @throws Problem 409 where a crew would be left without a lead */
async function requireAnotherLead(db: Db, crewId: string, userId: string): Promise<void> {
  if ((await otherLeads(db, crewId, userId)) === 0)
    throw new Problem(409, 'A crew has a lead at all times, and this is the last one. Make somebody else a lead first.')
}

type ToPerson = Pick<Parameters<typeof linkMail>[0], 'kind' | 'name' | 'email' | 'path' | 'expiresAt'>

/** Sends a link to whom it is for, where a mail server is set; the link is shown to whoever made it in any case. */
const mailTo = (
  { name, crewName }: Actor,
  { kind, name: to, email, path, expiresAt }: ToPerson,
): Promise<MailOutcome> => sendMail(linkMail({ kind, name: to, email, path, expiresAt, madeByName: name, crewName }))

/** Makes the link by which somebody joins the crew; it is shown once. */
export const invitePerson = defineUseCase({
  name: 'invitePerson',
  via: 'json',
  schema: invitationSchema,
  run: async (db, actor, input) => {
    if (!MAY_INVITE_AS[actor.role].includes(input.role))
      throw refusedAt('role', 'A lead is invited by a lead. Ask one of them.')
    const known = await accountOfAddress(db, input.email)
    if (known)
      throw refusedAt(
        'email',
        known.crewId === actor.crewId && known.leftAt !== null
          ? `${known.name} has this address and was in the crew before: take them back in the list.`
          : 'This address has an account already. Each person has an address of their own.',
        409,
      )
    const link = await db.transaction(async (tx) => {
      const made = await makePersonalLink(tx, {
        ...input,
        crewId: actor.crewId,
        kind: 'invitation',
        madeByName: actor.name,
      })
      await noteBy(tx, actor, 'invited', made.linkId, { name: input.name, role: input.role })
      return made
    })
    return { ...link, mail: await mailTo(actor, { kind: 'invitation', ...input, ...link }) }
  },
})

/** Ends a link before anybody used it. */
export const withdrawInvitation = defineUseCase({
  name: 'withdrawInvitation',
  via: 'json',
  schema: linkSchema,
  run: async (db, actor, { linkId }) => {
    const [withdrawn] = await db
      .update(personalLink)
      .set({ withdrawnAt: new Date().toISOString() })
      .where(
        and(
          eq(personalLink.id, linkId),
          eq(personalLink.crewId, actor.crewId),
          isNull(personalLink.usedAt),
          isNull(personalLink.withdrawnAt),
        ),
      )
      .returning({ name: personalLink.name })
    if (!withdrawn) throw new Problem(404, 'That link does not work any more.')
    await noteBy(db, actor, 'invitationWithdrawn', linkId, { name: withdrawn.name })
    return { linkId }
  },
})

/** Name, role and licence of a person. What they recorded before keeps the name they had then. */
export const changeMember = defineUseCase({
  name: 'changeMember',
  via: 'json',
  schema: memberSchema,
  run: async (db, actor, { userId, name, ...change }) => {
    await db.transaction(async (tx) => {
      await lockCrew(tx, actor.crewId)
      const { name: nameBefore, role, licence, licenceValidUntil } = await memberOf(tx, actor, userId)
      if (role === 'lead' && change.role !== 'lead') await requireAnotherLead(tx, actor.crewId, userId)
      await tx.update(user).set({ name, updatedAt: new Date() }).where(eq(user.id, userId))
      await tx
        .update(crewMember)
        .set(change)
        .where(and(eq(crewMember.crewId, actor.crewId), eq(crewMember.userId, userId)))
      await noteBy(tx, actor, 'memberChanged', userId, {
        before: { name: nameBefore, role, licence, licenceValidUntil },
        after: { name, ...change },
      })
    })
    return { userId }
  },
})

const onePerson = yup.object({ userId: personId() })

/** Somebody leaves: their sessions end, nobody signs in as them, and what they recorded stays theirs. */
export const letGo = defineUseCase({
  name: 'letGo',
  via: 'json',
  schema: onePerson,
  run: async (db, actor, { userId }) => {
    await db.transaction(async (tx) => {
      await lockCrew(tx, actor.crewId)
      const { role, leftAt, name } = await memberOf(tx, actor, userId)
      if (leftAt !== null) throw new Problem(409, `${name} has left already.`)
      if (role === 'lead') await requireAnotherLead(tx, actor.crewId, userId)
      await setLeft(tx, actor, userId, new Date().toISOString())
      await endSessions(tx, userId)
      await tx
        .update(personalLink)
        .set({ withdrawnAt: new Date().toISOString() })
        .where(and(eq(personalLink.userId, userId), isNull(personalLink.usedAt), isNull(personalLink.withdrawnAt)))
      await noteBy(tx, actor, 'left', userId, { name, role })
    })
    return { userId }
  },
})

/** Somebody who left is in the crew again, as what they were. */
export const takeBack = defineUseCase({
  name: 'takeBack',
  via: 'json',
  schema: onePerson,
  run: async (db, actor, { userId }) => {
    await db.transaction(async (tx) => {
      await lockCrew(tx, actor.crewId)
      const { leftAt, name, role } = await memberOf(tx, actor, userId)
      if (leftAt === null) throw new Problem(409, `${name} is in the crew.`)
      await setLeft(tx, actor, userId, null)
      await noteBy(tx, actor, 'cameBack', userId, { name, role })
    })
    return { userId }
  },
})

const setLeft = (db: Db, actor: Actor, userId: string, leftAt: string | null) =>
  db
    .update(crewMember)
    .set({ leftAt })
    .where(and(eq(crewMember.crewId, actor.crewId), eq(crewMember.userId, userId)))

/** A link by which somebody who forgot their password chooses a new one; it is shown once. */
export const makePasswordLink = defineUseCase({
  name: 'makePasswordLink',
  via: 'json',
  schema: onePerson,
  run: async (db, actor, { userId }) => {
    const { name, email, role, leftAt } = await memberOf(db, actor, userId)
    if (leftAt !== null) throw new Problem(409, `${name} has left. Take them back first.`)
    const link = await db.transaction(async (tx) => {
      const made = await makePersonalLink(tx, {
        crewId: actor.crewId,
        kind: 'newPassword',
        name,
        email,
        role,
        userId,
        days: PASSWORD_LINK_DAYS,
        madeByName: actor.name,
      })
      await noteBy(tx, actor, 'passwordLinkMade', userId, { name })
      return made
    })
    return { ...link, mail: await mailTo(actor, { kind: 'newPassword', name, email, ...link }) }
  },
})

/** Signs a person out on every device: a phone was lost. */
export const endSessionsOf = defineUseCase({
  name: 'endSessionsOf',
  via: 'json',
  schema: onePerson,
  run: async (db, actor, { userId }) => {
    const { name } = await memberOf(db, actor, userId)
    const ended = await endSessions(db, userId, userId === actor.userId ? actor.sessionId : null)
    await noteBy(db, actor, 'sessionsEnded', userId, { name, ended })
    return { ended }
  },
})

/** Takes the second factor of somebody away who lost the phone with it; they sign in with their password alone and may turn it on anew. */
export const takeSecondFactor = defineUseCase({
  name: 'takeSecondFactor',
  via: 'json',
  schema: onePerson,
  run: async (db, actor, { userId }) => {
    const { name } = await memberOf(db, actor, userId)
    if (userId === actor.userId) throw new Problem(409, 'Your own is turned off in your account, with your password.')
    await db.transaction(async (tx) => {
      await removeSecondFactor(tx, userId)
      await noteBy(tx, actor, 'secondFactorOff', userId, { name })
    })
    return { userId }
  },
})
