import { v7 as uuidv7 } from 'uuid'
import { afterAll } from 'vitest'
import { COMMAND_PATIENCE_MS, connect } from '@/db/client'
import { crew, crewMember, instrument, user } from '@/db/schema'
import type { Actor } from '@/server/access'
import { call } from '@/server/useCase'
import { USE_CASES } from '@/server/useCases'
import { declared, house, tester } from './house'

const needed = (name: string): string => {
  const url = process.env[name]
  if (!url) throw new Error(`${name} is not set: database tests run by “npm test”, which starts a cluster for them`)
  return url
}

/** The app's own connection, with the app's own rights. */
export const { db, pool } = connect(needed('DATABASE_URL'), 4, COMMAND_PATIENCE_MS)
/** The owner's connection: what even it may not do, nobody may. */
export const owner = connect(needed('OWNER_DATABASE_URL'), 2, COMMAND_PATIENCE_MS)
afterAll(async () => {
  await Promise.all([pool.end(), owner.pool.end()])
})

export interface TestCrew {
  crewId: string
  actor: (role: Actor['role']) => Actor
}

/** A crew of its own for a test, with one person of each role and a tester. */
export async function makeCrew(): Promise<TestCrew> {
  const crewId = uuidv7()
  const roles = ['lead', 'hand', 'office', 'checker'] as const
  const actor = (role: Actor['role']): Actor => ({
    userId: `${role}-${crewId}`,
    name: `Test ${role}`,
    crewId,
    crewName: 'Test crew',
    role,
  })
  await db.insert(crew).values({ id: crewId, name: 'Test crew' })
  await db.insert(user).values(
    roles.map((role) => ({
      id: actor(role).userId,
      name: actor(role).name,
      email: `${role}-${crewId}@test.example`,
    })),
  )
  await db.insert(crewMember).values(roles.map((role) => ({ crewId, userId: actor(role).userId, role })))
  const { tag, name, lowImpedance, functions } = tester
  await db
    .insert(instrument)
    .values({ id: uuidv7(), crewId, tag, name, lowImpedance, functions, calibrationDue: '2099-01-01' })
  return { crewId, actor }
}

/** A job of the crew with the test house in it. */
export async function makeJob({ actor }: TestCrew): Promise<string> {
  const office = actor('office')
  const jobId = uuidv7()
  const { name, packId, supply, sources, loads, components, circuits, runs, electrodes, settings } = house()
  await call(USE_CASES.createJob, db, office, { id: jobId, name, place: 'Nowhere', packId, scheduledDay: null })
  await call(USE_CASES.changeJob, db, office, { jobId, version: 1, supply, sources })
  const items = {
    load: loads,
    component: components,
    circuit: circuits,
    run: runs,
    electrode: electrodes,
    setting: settings,
  }
  for (const [kind, list] of Object.entries(items))
    for (const item of list) await call(USE_CASES.saveItem, db, office, { jobId, kind, itemId: uuidv7(), fields: item })
  const { kind, tag, name: called, detail } = declared('switchingTime', '100 ms')
  const fields = { tag, name: called, ...detail }
  await call(USE_CASES.saveSurveyItem, db, office, { jobId, kind, itemId: uuidv7(), fields })
  return jobId
}

/** A reading as an outbox sends it. */
export const sent = (jobId: string, pointKey: string, slot: string, value: number | string, change: object = {}) => ({
  id: uuidv7(),
  jobId,
  pointKey,
  slot,
  ...(typeof value === 'number' ? { valueNumber: value } : { valueWord: value }),
  recordedAt: new Date().toISOString(),
  shownVerdict: 'open',
  ...change,
})
