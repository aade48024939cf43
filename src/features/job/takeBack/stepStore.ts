import { type DBSchema, type IDBPDatabase, deleteDB, openDB } from 'idb'
import type { Step } from '@/commands/step'

interface StepSchema extends DBSchema {
  steps: { key: string; value: Step[] }
}

const DATABASE = 'awlbright-steps'

let held: Promise<IDBPDatabase<StepSchema>> | undefined
const database = () =>
  (held ??= openDB<StepSchema>(DATABASE, 1, {
    upgrade: (db) => void db.createObjectStore('steps'),
    blocking: (_now, _next, event) => (event.target as IDBDatabase).close(),
  }))

const keyOf = (userId: string, jobId: string) => `${userId}/${jobId}`

/** Steps of one person at one job on this device, oldest first; none where the device keeps nothing. */
export async function keptSteps(userId: string, jobId: string): Promise<Step[]> {
  try {
    return (await (await database()).get('steps', keyOf(userId, jobId))) ?? []
  } catch {
    return []
  }
}

/** Keeps the steps for the next time the job is opened here. A device that keeps nothing has them as long as the page is open. */
export async function keepSteps(userId: string, jobId: string, steps: readonly Step[]): Promise<void> {
  try {
    await (await database()).put('steps', [...steps], keyOf(userId, jobId))
  } catch {
    held = undefined
  }
}

/** Forgets every step on this device: they hold what jobs were, and go with the pages when somebody signs out. */
export async function forgetSteps(): Promise<void> {
  try {
    ;(await held)?.close()
    held = undefined
    await deleteDB(DATABASE)
  } catch {
    // a device without storage has nothing to forget
  }
}
