import { ValidationError } from 'yup'
import { ROLES, type Role } from '@/core/crew/roles'
import { RULE_PACK_IDS } from '@/core/rules/rulePack'
import type { Database, Db } from '@/db/client'
import {
  accountOfAddress,
  anyCrew,
  crewById,
  crewsOfServer,
  lockFirstCrew,
  noteCrewChange,
  peopleOfCrew,
} from '@/db/queries/crews'
import { crewName, email as emailSchema, personName } from '@/schemas/people'
import { endSessions, removeSecondFactor } from '@/server/crew/accounts'
import { addCrew } from '@/server/crew/firstCrew'
import { makePersonalLink } from '@/server/crew/personalLinks'
import { Problem } from '@/server/problem'
import { BadCall, option, print, wordOption } from './call'
import { withCrewDatabase } from './crewDatabase'
import { CREW_USAGE } from './crewUsage'

/** Who it was, in the crew's history: nobody of the crew, but whoever has the machine. */
const BY_NAME = 'command on the server'
const LINK_DAYS = 2

const needed = (args: string[], name: string): string => {
  const value = option(args, name)
  if (value === undefined) throw new BadCall(`crew: ${name} is missing\n${CREW_USAGE}`)
  return value
}
const address = (args: string[]) => emailSchema().validateSync(needed(args, '--email').toLowerCase())

/** Where the link is opened: at the address that people find the app under. */
const linked = ({ path, expiresAt }: { path: string; expiresAt: string }) => ({
  link: (process.env.AWLBRIGHT_ADDRESS ?? `http://127.0.0.1:${process.env.AWLBRIGHT_PORT ?? 4310}`) + path,
  worksUntil: expiresAt,
  note: 'It works once. Give it to that person alone.',
})

async function invite(db: Db, person: { crewId: string; name: string; email: string; role: Role }) {
  if (await accountOfAddress(db, person.email))
    throw new BadCall(`crew: ${person.email} has an account already; “crew new-password” makes a link for it`)
  const link = await makePersonalLink(db, { ...person, kind: 'invitation', days: LINK_DAYS, madeByName: BY_NAME })
  await noteCrewChange(db, {
    crewId: person.crewId,
    what: 'invited',
    subject: link.linkId,
    detail: { name: person.name, role: person.role },
    byName: BY_NAME,
  })
  return linked(link)
}

async function make(db: Database, args: string[]) {
  const name = crewName().validateSync(needed(args, '--name'))
  const lead = personName().validateSync(needed(args, '--lead'))
  const packId = wordOption(args, '--pack', RULE_PACK_IDS) ?? 'iec-1ph-230'
  const email = address(args)
  return db.transaction(async (tx) => {
    await lockFirstCrew(tx)
    const crewId = await addCrew(tx, { name, packId, byName: BY_NAME })
    return { crewId, ...(await invite(tx, { crewId, name: lead, email, role: 'lead' })) }
  })
}

async function list(db: Database) {
  const crews = await crewsOfServer(db)
  return Promise.all(
    crews.map(async ({ id, name }) => ({
      crewId: id,
      name,
      people: (await peopleOfCrew(db, id)).map(({ name: person, email, role, leftAt }) => ({
        name: person,
        email,
        role,
        left: leftAt !== null,
      })),
    })),
  )
}

/** The crew that is meant: the one that is named, or the only one there is. */
async function crewMeant(db: Database, id: string | undefined): Promise<string> {
  if (!(await anyCrew(db))) throw new BadCall('crew: there is no crew yet; “crew make” makes one')
  if (id !== undefined) {
    const found = /^[0-9a-f-]{36}$/.test(id) ? await crewById(db, id) : null
    if (!found) throw new BadCall(`crew: --crew: there is no crew ${id}; “crew list” tells them`)
    return found.id
  }
  const [first, ...others] = await crewsOfServer(db)
  if (!first || others.length > 0) throw new BadCall('crew: there are several crews: name one, --crew ID')
  return first.id
}

async function inviteOne(db: Database, args: string[]) {
  const role = wordOption(args, '--role', ROLES) ?? 'lead'
  const name = personName().validateSync(needed(args, '--name'))
  const email = address(args)
  const crewId = await crewMeant(db, option(args, '--crew'))
  return db.transaction((tx) => invite(tx, { crewId, name, email, role }))
}

/** The person of an address, with the crew they are in. */
async function personOf(db: Db, email: string) {
  const person = await accountOfAddress(db, email)
  if (!person?.crewId || !person.role) throw new BadCall(`crew: nobody signs in with ${email}`)
  return { ...person, crewId: person.crewId, role: person.role }
}

const newPassword = (db: Database, args: string[]) =>
  db.transaction(async (tx) => {
    const { crewId, userId, name, email, role, leftAt } = await personOf(tx, address(args))
    if (leftAt !== null) throw new BadCall(`crew: ${name} has left the crew; a lead takes them back first`)
    const link = await makePersonalLink(tx, {
      crewId,
      userId,
      name,
      email,
      role,
      kind: 'newPassword',
      days: LINK_DAYS,
      madeByName: BY_NAME,
    })
    await noteCrewChange(tx, { crewId, what: 'passwordLinkMade', subject: userId, detail: { name }, byName: BY_NAME })
    return linked(link)
  })

const signOut = (db: Database, args: string[]) =>
  db.transaction(async (tx) => {
    const { crewId, userId, name } = await personOf(tx, address(args))
    const ended = await endSessions(tx, userId)
    await noteCrewChange(tx, {
      crewId,
      what: 'sessionsEnded',
      subject: userId,
      detail: { name, ended },
      byName: BY_NAME,
    })
    return { name, ended }
  })

const noSecondFactor = (db: Database, args: string[]) =>
  db.transaction(async (tx) => {
    const { crewId, userId, name } = await personOf(tx, address(args))
    await removeSecondFactor(tx, userId)
    await noteCrewChange(tx, { crewId, what: 'secondFactorOff', subject: userId, detail: { name }, byName: BY_NAME })
    return { name, secondFactor: false }
  })

const COMMANDS: Readonly<Record<string, (db: Database, args: string[]) => Promise<unknown>>> = {
  make,
  list,
  invite: inviteOne,
  'new-password': newPassword,
  'sign-out': signOut,
  'no-second-factor': noSecondFactor,
}

/** What can be done about a crew without a browser, on the machine that its database is on: to begin, and when nobody gets in any more. */
export async function crew([name = '', ...args]: string[]): Promise<number> {
  const command = Object.hasOwn(COMMANDS, name) ? COMMANDS[name] : undefined
  if (!command) throw new BadCall(`crew: ${name ? `no command “${name}”` : 'say what'}\n${CREW_USAGE}`)
  try {
    print(await withCrewDatabase((db) => command(db, args)))
  } catch (error) {
    if (error instanceof Problem) throw new BadCall(`crew: ${error.message}`)
    if (error instanceof ValidationError) throw new BadCall(`crew: ${error.errors.join(' · ')}`)
    throw error
  }
  return 0
}
