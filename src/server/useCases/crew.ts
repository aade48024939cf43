import * as yup from 'yup'
import { eq } from 'drizzle-orm'
import { crewById, historyOfCrew, openLinksOfCrew, peopleOfCrew } from '@/db/queries/crews'
import { retentionDue } from '@/db/queries/erasure'
import { limitsOfCrew } from '@/db/queries/ownLimits'
import { crew } from '@/db/schema'
import { crewSchema } from '@/schemas/people'
import { MAY_INVITE_AS, mayCall } from '../access'
import { noteBy } from '../crew/noteBy'
import { isMailSet } from '../mail/sendMail'
import { Problem } from '../problem'
import { defineUseCase } from '../useCase'

/** Customers' data that fall due within so many days are named before they go. */
const RETENTION_AHEAD_DAYS = 30
const MOST_DUE = 20
const inDays = (days: number) => new Date(Date.now() + days * 86_400_000).toISOString()

const iso = (at: string | Date | null) => at && new Date(at).toISOString()

/** The crew as its people see it: everybody by name, and for those who invite the links that still work. */
export const viewCrew = defineUseCase({
  name: 'viewCrew',
  via: 'json',
  schema: yup.object({}),
  run: async (db, actor) => {
    const invites = mayCall(actor.role, 'invitePerson')
    const [own, people, links, history, limits, due] = await Promise.all([
      crewById(db, actor.crewId),
      peopleOfCrew(db, actor.crewId),
      invites ? openLinksOfCrew(db, actor.crewId) : [],
      mayCall(actor.role, 'changeMember') ? historyOfCrew(db, actor.crewId) : [],
      limitsOfCrew(db, actor.crewId),
      mayCall(actor.role, 'setRetention')
        ? retentionDue(db, { until: inDays(RETENTION_AHEAD_DAYS), crewId: actor.crewId, most: MOST_DUE })
        : [],
    ])
    if (!own) throw new Problem(404, 'There is no such crew.')
    return {
      name: own.name,
      usualPackId: own.usualPackId,
      mayInviteAs: MAY_INVITE_AS[actor.role],
      /** Links are sent to whom they are for, too. */
      sendsMail: isMailSet(),
      people: people.map(({ joinedAt, leftAt, seenAt, sessions, ...person }) => ({
        ...person,
        joinedAt: iso(joinedAt),
        leftAt: iso(leftAt),
        seenAt: iso(seenAt),
        sessions,
      })),
      links: links.map((link) => ({ ...link, expiresAt: iso(link.expiresAt), madeAt: iso(link.madeAt) })),
      limits,
      /** How long customers’ data are kept, and whose fall due next. */
      retention: {
        months: own.retentionMonths,
        setBy: own.retentionSetBy,
        due: due.map(({ jobId, name, dueOn }) => ({ jobId, name, dueOn })),
      },
      history: history.map((change) => ({ ...change, at: iso(change.at) })),
    }
  },
})

export type CrewView = Awaited<ReturnType<typeof viewCrew.run>>

/** The crew's own name and the supply that a new job is offered first. */
export const changeCrew = defineUseCase({
  name: 'changeCrew',
  via: 'json',
  schema: crewSchema,
  run: async (db, actor, input) => {
    await db.transaction(async (tx) => {
      const before = await crewById(tx, actor.crewId)
      await tx.update(crew).set(input).where(eq(crew.id, actor.crewId))
      await noteBy(tx, actor, 'crewChanged', actor.crewId, {
        before: before && { name: before.name, usualPackId: before.usualPackId },
        after: input,
      })
    })
    return input
  },
})
