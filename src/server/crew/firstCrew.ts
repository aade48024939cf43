import { v7 as uuidv7 } from 'uuid'
import type { InferType } from 'yup'
import type { Database, Db } from '@/db/client'
import { anyCrew, lockFirstCrew, noteCrewChange } from '@/db/queries/crews'
import { crew } from '@/db/schema'
import type { RulePackId } from '@/core/rules/rulePack'
import type { firstCrewSchema } from '@/schemas/people'
import { Problem } from '../problem'
import { addPerson } from './accounts'

export const ALREADY_MADE = 'This server has a crew already. Sign in, or ask its lead for an invitation.'

/** A crew and its history from the first line on. @returns its id */
export async function addCrew(db: Db, { name, packId, byName }: { name: string; packId: RulePackId; byName: string }) {
  const crewId = uuidv7()
  await db.insert(crew).values({ id: crewId, name, usualPackId: packId })
  await noteCrewChange(db, { crewId, what: 'crewMade', subject: crewId, detail: { name, packId }, byName })
  return crewId
}

/**
 * Makes the first crew of a server with its lead. Of two who try at once one makes it.
 *
 * @throws Problem 409 where a crew is there already, 422 for a weak password
 */
export async function makeFirstCrew(db: Database, input: InferType<typeof firstCrewSchema>) {
  return db.transaction(async (tx) => {
    await lockFirstCrew(tx)
    if (await anyCrew(tx)) throw new Problem(409, ALREADY_MADE)
    const { crew: name, packId, name: byName, email, password } = input
    const crewId = await addCrew(tx, { name, packId, byName })
    const userId = await addPerson(tx, { crewId, name: byName, email, role: 'lead', password })
    await noteCrewChange(tx, {
      crewId,
      what: 'joined',
      subject: userId,
      detail: { name: byName, role: 'lead' },
      byName,
    })
    return { crewId, userId, email }
  })
}
