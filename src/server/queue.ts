import PgBoss from 'pg-boss'
import { faultOf, log } from './log'

export const SEAL_QUEUE = 'seal-pack'

const held = globalThis as { awlbrightQueue?: Promise<PgBoss> }

async function startQueue({ supervise = false, migrate = false }): Promise<PgBoss> {
  const boss = new PgBoss({
    connectionString: process.env.DATABASE_URL,
    schema: 'pgboss',
    max: 3,
    supervise,
    migrate,
    schedule: false,
  })
  boss.on('error', (error) => log.error(faultOf(error), 'queue'))
  await boss.start()
  return boss
}

/** Lays out the queue's tables, or brings them up to date; needs the right to make a schema, which the running app has not. */
export async function installQueue(): Promise<void> {
  const boss = await startQueue({ migrate: true })
  await boss.createQueue(SEAL_QUEUE)
  await boss.stop({ graceful: false, wait: true })
}

/** The queue as the web server uses it: to send. It lives in the app's own PostgreSQL. */
export function sendingQueue(): Promise<PgBoss> {
  held.awlbrightQueue ??= startQueue({}).catch((error: unknown) => {
    held.awlbrightQueue = undefined
    throw error
  })
  return held.awlbrightQueue
}

/** The queue as a worker uses it: to take jobs out and look after it. */
export const workingQueue = (): Promise<PgBoss> => startQueue({ supervise: true })
