import { v7 as uuidv7 } from 'uuid'
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { BadCall } from '@/cli/call'
import { crew } from '@/cli/crewCommand'
import { membershipOf } from '@/db/queries/members'
import { accountOfAddress } from '@/db/queries/crews'
import { session } from '@/db/schema'
import { openPersonalLink, redeemPersonalLink } from '@/server/crew/personalLinks'
import { eq } from 'drizzle-orm'
import { db, makeCrew } from '../support/database'

let printed = ''
beforeEach(() => {
  printed = ''
  vi.spyOn(process.stdout, 'write').mockImplementation((text) => {
    printed += String(text)
    return true
  })
})
afterEach(() => vi.restoreAllMocks())

/** What a command answers. */
async function asked<T>(...args: string[]): Promise<T> {
  printed = ''
  expect(await crew(args)).toBe(0)
  return JSON.parse(printed) as T
}
interface Linked {
  crewId?: string
  link: string
}
const tokenOf = ({ link }: Linked) => link.slice(link.lastIndexOf('/') + 1)
const address = () => `c${uuidv7()}@test.example`
const PASSWORD = 'kiln over my bench'
const make = (email: string) => asked<Linked>('make', '--name', 'Sill crew', '--lead', 'Ada Quill', '--email', email)

describe('crew commands', () => {
  it('make a crew whose lead joins by the link', async () => {
    const email = address()
    const made = await make(email)
    expect(await redeemPersonalLink(db, tokenOf(made), PASSWORD)).toEqual({ email })
    const person = await accountOfAddress(db, email)
    expect(await membershipOf(db, person?.userId ?? '')).toMatchObject({ crewId: made.crewId, role: 'lead' })
  })
  it('rescue a lead who forgot the password, and end what a stolen phone is signed in to', async () => {
    const email = address()
    await redeemPersonalLink(db, tokenOf(await make(email)), PASSWORD)
    const person = await accountOfAddress(db, email)
    const signIn = () => {
      const id = uuidv7()
      return db
        .insert(session)
        .values({ id, token: id, userId: person?.userId ?? '', expiresAt: new Date(Date.now() + 60_000) })
    }
    await signIn()
    expect(await asked('sign-out', '--email', email.toUpperCase())).toEqual({ name: 'Ada Quill', ended: 1 })
    await signIn()
    await redeemPersonalLink(db, tokenOf(await asked<Linked>('new-password', '--email', email)), 'another one of mine')
    expect(
      await db
        .select()
        .from(session)
        .where(eq(session.userId, person?.userId ?? '')),
    ).toEqual([])
  })
  it('invite a new lead into a crew that lost its own', async () => {
    const lost = await makeCrew()
    const email = address()
    const args = ['invite', '--name', 'New Lead', '--email', email, '--crew', lost.crewId]
    const opened = await openPersonalLink(db, tokenOf(await asked<Linked>(...args)))
    expect(opened).toMatchObject({ state: 'open', link: { role: 'lead', crewId: lost.crewId } })
  })
  it('list the crews and their people', async () => {
    const crews = await asked<{ crewId: string; people: object[] }[]>('list')
    expect(crews.length).toBeGreaterThan(0)
    expect(crews.every(({ people }) => Array.isArray(people))).toBe(true)
    expect(JSON.stringify(crews)).not.toMatch(/password|token/i)
  })
  it.each([
    ['nothing', [], /say what/],
    ['a command that is none', ['destroy'], /no command “destroy”/],
    ['an object’s own method', ['constructor'], /no command/],
    ['no address', ['new-password'], /--email is missing/],
    ['an address that is none', ['new-password', '--email', 'nobody'], /E-mail is an address/],
    ['an address that nobody has', ['sign-out', '--email', 'nobody@test.example'], /nobody signs in/],
    [
      'a crew that is none',
      ['invite', '--name', 'A', '--email', 'b@test.example', '--crew', 'x'],
      /there is no crew x/,
    ],
    [
      'a pack that is none',
      ['make', '--name', 'A', '--lead', 'B', '--email', 'c@test.example', '--pack', 'x'],
      /--pack/,
    ],
  ])('say what is wrong with %s', async (_name, args, words) => {
    const work = crew(args)
    await expect(work).rejects.toThrow(BadCall)
    await expect(work).rejects.toThrow(words)
  })
  it('make no second account for an address', async () => {
    const email = `hand-${(await makeCrew()).crewId}@test.example`
    await expect(crew(['make', '--name', 'A', '--lead', 'B', '--email', email])).rejects.toThrow(
      /has an account already/,
    )
  })
})
