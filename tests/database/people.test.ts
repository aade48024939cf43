import { verifyPassword } from 'better-auth/crypto'
import { eq, sql } from 'drizzle-orm'
import { v7 as uuidv7 } from 'uuid'
import { beforeEach, describe, expect, it } from 'vitest'
import { membershipOf } from '@/db/queries/members'
import { account, crewHistory, personalLink, reading, session, user } from '@/db/schema'
import { addPerson, passwordOf } from '@/server/crew/accounts'
import { openPersonalLink, redeemPersonalLink } from '@/server/crew/personalLinks'
import { Problem } from '@/server/problem'
import { call } from '@/server/useCase'
import { USE_CASES } from '@/server/useCases'
import { type TestCrew, db, makeCrew, makeJob, owner, sent } from '../support/database'

const PASSWORD = 'kiln over my bench'
let crew: TestCrew
beforeEach(async () => {
  crew = await makeCrew()
})

/** Status and words of what is refused; `null` for what is carried out. */
async function refusal(work: Promise<unknown>): Promise<{ status: number; message: string } | null> {
  try {
    await work
    return null
  } catch (error) {
    if (error instanceof Problem) return { status: error.status, message: error.message }
    throw error
  }
}
const address = () => `a${uuidv7()}@test.example`
const invitation = (change: object = {}) => ({
  name: 'Brock Tallow',
  email: address(),
  role: 'hand',
  days: 7,
  ...change,
})
const invite = (change: object = {}, by: 'lead' | 'office' = 'lead') =>
  call(USE_CASES.invitePerson, db, crew.actor(by), invitation(change))
const signedIn = async (userId: string) => {
  const id = uuidv7()
  await db.insert(session).values({ id, token: id, userId, expiresAt: new Date(Date.now() + 60_000) })
  return id
}
const sessionsOf = async (userId: string) =>
  (await db.select({ id: session.id }).from(session).where(eq(session.userId, userId))).map(({ id }) => id)

describe('an invitation', () => {
  it('makes its person a member once, with the password they chose and the role they were asked for', async () => {
    const email = address()
    const { token } = await invite({ email, role: 'checker' })
    expect(await redeemPersonalLink(db, token, PASSWORD)).toEqual({ email })
    const [person] = await db.select().from(user).where(eq(user.email, email))
    expect(await membershipOf(db, person?.id ?? '')).toMatchObject({
      name: 'Brock Tallow',
      role: 'checker',
      crewId: crew.crewId,
    })
    const hash = await passwordOf(db, person?.id ?? '')
    expect(await verifyPassword({ hash: hash ?? '', password: PASSWORD })).toBe(true)
    expect(await refusal(redeemPersonalLink(db, token, PASSWORD))).toMatchObject({ status: 410 })
  })
  it('lets one of two in who use it at the same time', async () => {
    const { token } = await invite()
    const outcomes = await Promise.all([1, 2, 3].map(() => refusal(redeemPersonalLink(db, token, PASSWORD))))
    expect(outcomes.filter((outcome) => outcome === null)).toHaveLength(1)
  })
  it('is stored as a hash alone', async () => {
    const { token, linkId } = await invite()
    const [row] = await db.select().from(personalLink).where(eq(personalLink.id, linkId))
    expect(JSON.stringify(row)).not.toContain(token)
  })
  it('opens nothing once it is withdrawn, has run out, or a newer one was made', async () => {
    const state = async (token: string) => (await openPersonalLink(db, token)).state
    const { token, linkId } = await invite()
    expect(await state(token)).toBe('open')
    await call(USE_CASES.withdrawInvitation, db, crew.actor('office'), { linkId })
    expect(await state(token)).toBe('withdrawn')
    const late = await invite()
    await db
      .update(personalLink)
      .set({ expiresAt: new Date(Date.now() - 1000).toISOString() })
      .where(eq(personalLink.id, late.linkId))
    expect(await state(late.token)).toBe('expired')
    expect(await refusal(redeemPersonalLink(db, late.token, PASSWORD))).toMatchObject({ status: 410 })
    const email = address()
    const earlier = await invite({ email })
    const later = await invite({ email })
    expect([await state(earlier.token), await state(later.token)]).toEqual(['withdrawn', 'open'])
    expect(await state('x'.repeat(32))).toBe('unknown')
    expect(await state("' or true --")).toBe('unknown')
  })
  it('stays usable after a password that is too weak', async () => {
    const { token } = await invite()
    expect(await refusal(redeemPersonalLink(db, token, '1234567890'))).toMatchObject({ status: 422 })
    expect(await refusal(redeemPersonalLink(db, token, PASSWORD))).toBeNull()
  })
  it('to be a lead comes from a lead', async () => {
    expect(await refusal(invite({ role: 'lead' }, 'office'))).toMatchObject({ status: 422 })
    expect(await refusal(invite({ role: 'lead' }))).toBeNull()
  })
  it.each([
    ['no address', { email: 'nobody' }],
    ['an address with a line break', { email: 'a@b.example\nBcc: c@d.example' }],
    ['no name', { name: '' }],
    ['a role that is none', { role: 'owner' }],
    ['no days', { days: 0 }],
    ['a year', { days: 365 }],
  ])('is refused with %s', async (_name, change) => {
    expect(await refusal(invite(change))).toMatchObject({ status: 422 })
  })
  it('is refused for an address that has an account, and says who may be taken back', async () => {
    const email = `hand-${crew.crewId}@test.example`
    expect(await refusal(invite({ email }))).toMatchObject({ status: 409 })
    await call(USE_CASES.letGo, db, crew.actor('lead'), { userId: crew.actor('hand').userId })
    expect((await refusal(invite({ email })))?.message).toMatch(/take them back/)
  })
  it('of another crew is none of ours', async () => {
    const { linkId } = await invite()
    const other = await makeCrew()
    expect(await refusal(call(USE_CASES.withdrawInvitation, db, other.actor('lead'), { linkId }))).toMatchObject({
      status: 404,
    })
    const seen = await call(USE_CASES.viewCrew, db, other.actor('lead'), {})
    expect([seen.links, seen.people.length]).toEqual([[], 4])
  })
  it('is seen by those who invite', async () => {
    await invite()
    const links = async (role: 'lead' | 'office' | 'hand') =>
      (await call(USE_CASES.viewCrew, db, crew.actor(role), {})).links.length
    expect([await links('lead'), await links('office'), await links('hand')]).toEqual([1, 1, 0])
  })
})

describe('a person', () => {
  const change = (role: 'hand' | 'lead', fields: object) =>
    call(USE_CASES.changeMember, db, crew.actor('lead'), {
      userId: crew.actor(role).userId,
      name: `Test ${role}`,
      role,
      ...fields,
    })
  it('who is renamed keeps the old name on what they recorded', async () => {
    const jobId = await makeJob(crew)
    const readings = [sent(jobId, 'outage.saved', 'answer', 'yes')]
    await call(USE_CASES.recordReadings, db, crew.actor('hand'), { readings })
    await change('hand', { name: 'Quite Another', licence: 'X 17', licenceValidUntil: '2031-05-01' })
    const [row] = await db.select({ byName: reading.byName }).from(reading).where(eq(reading.jobId, jobId))
    expect(row?.byName).toBe('Test hand')
    const { people, history } = await call(USE_CASES.viewCrew, db, crew.actor('lead'), {})
    expect(people.find(({ userId }) => userId === crew.actor('hand').userId)).toMatchObject({
      name: 'Quite Another',
      licence: 'X 17',
      licenceValidUntil: '2031-05-01',
    })
    expect(history[0]).toMatchObject({ what: 'memberChanged', byName: 'Test lead' })
  })
  it('who is let go is signed out, cannot come in by an old link, and can be taken back', async () => {
    const { userId } = crew.actor('hand')
    await signedIn(userId)
    const { token } = await call(USE_CASES.makePasswordLink, db, crew.actor('lead'), { userId })
    await call(USE_CASES.letGo, db, crew.actor('lead'), { userId })
    expect([await sessionsOf(userId), await membershipOf(db, userId)]).toEqual([[], null])
    expect(await refusal(redeemPersonalLink(db, token, PASSWORD))).toMatchObject({ status: 410 })
    expect(await refusal(call(USE_CASES.makePasswordLink, db, crew.actor('lead'), { userId }))).toMatchObject({
      status: 409,
    })
    await call(USE_CASES.takeBack, db, crew.actor('lead'), { userId })
    expect(await membershipOf(db, userId)).toMatchObject({ role: 'hand' })
  })
  it('of another crew is out of reach', async () => {
    const other = await makeCrew()
    const { userId } = other.actor('hand')
    const lead = crew.actor('lead')
    for (const useCase of [USE_CASES.letGo, USE_CASES.takeBack, USE_CASES.makePasswordLink, USE_CASES.endSessionsOf])
      expect(await refusal(call(useCase as typeof USE_CASES.letGo, db, lead, { userId }))).toMatchObject({
        status: 404,
      })
    expect(await refusal(call(USE_CASES.changeMember, db, lead, { userId, name: 'Mine', role: 'hand' }))).toMatchObject(
      { status: 404 },
    )
  })
})

describe('a crew is never without a lead', () => {
  const secondLead = () =>
    db.transaction((tx) =>
      addPerson(tx, { crewId: crew.crewId, name: 'Second', email: address(), role: 'lead', password: PASSWORD }),
    )
  it('whether the last one steps down or leaves', async () => {
    const { userId } = crew.actor('lead')
    const stepDown = () =>
      call(USE_CASES.changeMember, db, crew.actor('lead'), { userId, name: 'Test lead', role: 'hand' })
    expect(await refusal(stepDown())).toMatchObject({ status: 409 })
    expect(await refusal(call(USE_CASES.letGo, db, crew.actor('lead'), { userId }))).toMatchObject({ status: 409 })
    await secondLead()
    expect(await refusal(stepDown())).toBeNull()
  })
  it('not even when two of two go at the same moment', async () => {
    const [first, second] = [crew.actor('lead').userId, await secondLead()]
    const outcomes = await Promise.all(
      [first, second].map((userId) => refusal(call(USE_CASES.letGo, db, crew.actor('lead'), { userId }))),
    )
    expect(outcomes.filter((outcome) => outcome === null)).toHaveLength(1)
  })
})

describe('a password', () => {
  const someone = async () => {
    const email = address()
    const userId = await db.transaction((tx) =>
      addPerson(tx, { crewId: crew.crewId, name: 'Someone', email, role: 'hand', password: PASSWORD }),
    )
    return { userId, email, actor: { ...crew.actor('hand'), userId, name: 'Someone' } }
  }
  const NEXT = 'a nail in the old beam'
  it('is changed by its owner, who stays signed in where they are and nowhere else', async () => {
    const { userId, actor } = await someone()
    const [here] = [await signedIn(userId), await signedIn(userId)]
    await call(USE_CASES.changeOwnPassword, db, { ...actor, sessionId: here }, { current: PASSWORD, next: NEXT })
    expect(await sessionsOf(userId)).toEqual([here])
    expect(await verifyPassword({ hash: (await passwordOf(db, userId)) ?? '', password: NEXT })).toBe(true)
  })
  it('is not changed without the present one, nor for a weak one, nor guessed at', async () => {
    const { actor } = await someone()
    const change = (current: string, next: string) =>
      refusal(call(USE_CASES.changeOwnPassword, db, actor, { current, next }))
    expect(await change('not that one', NEXT)).toMatchObject({ status: 422, message: /present password/ })
    expect(await change(PASSWORD, 'short')).toMatchObject({ status: 422 })
    for (let k = 0; k < 9; k++) await change('not that one', NEXT)
    expect(await change(PASSWORD, NEXT)).toMatchObject({ status: 429 })
  })
  it('forgotten is chosen anew by a lead’s link, once, and every device is signed out', async () => {
    const { userId, email } = await someone()
    await signedIn(userId)
    const { token } = await call(USE_CASES.makePasswordLink, db, crew.actor('lead'), { userId })
    expect(await redeemPersonalLink(db, token, NEXT)).toEqual({ email })
    expect(await sessionsOf(userId)).toEqual([])
    expect(await verifyPassword({ hash: (await passwordOf(db, userId)) ?? '', password: NEXT })).toBe(true)
    expect(await refusal(redeemPersonalLink(db, token, PASSWORD))).toMatchObject({ status: 410 })
  })
  it('stands nowhere in the crew’s history', async () => {
    const { userId, actor } = await someone()
    await call(USE_CASES.changeOwnPassword, db, actor, { current: PASSWORD, next: NEXT })
    const rows = await db.select().from(crewHistory).where(eq(crewHistory.subject, userId))
    const [kept] = await db.select({ password: account.password }).from(account).where(eq(account.userId, userId))
    expect(rows.length).toBeGreaterThan(0)
    for (const secret of [PASSWORD, NEXT, kept?.password ?? 'none']) expect(JSON.stringify(rows)).not.toContain(secret)
  })
})

describe('devices', () => {
  it('are seen and signed out by their own person alone', async () => {
    const [own, others] = [crew.actor('hand'), crew.actor('office')]
    const [mine, theirs] = [await signedIn(own.userId), await signedIn(others.userId)]
    const actor = { ...own, sessionId: mine }
    const { sessions } = await call(USE_CASES.viewAccount, db, actor, {})
    expect(sessions.map(({ id, current }) => [id, current])).toEqual([[mine, true]])
    expect(await refusal(call(USE_CASES.endOwnSession, db, actor, { sessionId: theirs }))).toMatchObject({
      status: 404,
    })
    expect(await sessionsOf(others.userId)).toEqual([theirs])
    await call(USE_CASES.endOwnSession, db, actor, { sessionId: mine })
    expect(await sessionsOf(own.userId)).toEqual([])
  })
  it('of somebody whose phone was lost are signed out by a lead, who keeps their own', async () => {
    const lead = crew.actor('lead')
    const here = await signedIn(lead.userId)
    await signedIn(lead.userId)
    await signedIn(crew.actor('hand').userId)
    const end = (userId: string) => call(USE_CASES.endSessionsOf, db, { ...lead, sessionId: here }, { userId })
    expect(await end(crew.actor('hand').userId)).toEqual({ ended: 1 })
    expect(await end(lead.userId)).toEqual({ ended: 1 })
    expect(await sessionsOf(lead.userId)).toEqual([here])
  })
})

describe('the crew’s history', () => {
  it('is neither changed nor emptied, by the app or by the owner', async () => {
    await invite()
    const mine = sql`crew_id = ${crew.crewId}`
    await expect(db.execute(sql`update crew_history set by_name = 'x' where ${mine}`)).rejects.toThrow()
    await expect(owner.db.execute(sql`update crew_history set by_name = 'x' where ${mine}`)).rejects.toThrow()
    await expect(owner.db.execute(sql`truncate crew_history`)).rejects.toThrow()
  })
  it('is the lead’s to read', async () => {
    await invite()
    const read = async (role: 'lead' | 'office') =>
      (await call(USE_CASES.viewCrew, db, crew.actor(role), {})).history.length
    expect([await read('lead'), await read('office')]).toEqual([1, 0])
  })
})
