import PgBoss from 'pg-boss'
import { log } from './log'

export const SEAL_QUEUE = 'seal-pack'

const held = globalThis as { awlbrightQueue?: Promise<PgBoss> }

async function startQueue(supervise: boolean): Promise<PgBoss> {
  const boss = new PgBoss({ connectionString: process.env.DATABASE_URL, schema: 'pgboss', max: 3, supervise, schedule: false })
  boss.on('error', (error) => log.error({ error: error.message }, 'queue'))
  await boss.start()
  await boss.createQueue(SEAL_QUEUE)
  return boss
}

/** The queue as the web server uses it: to send. It lives in the app's own PostgreSQL. */
export function sendingQueue(): Promise<PgBoss> {
  held.awlbrightQueue ??= startQueue(false).catch((error: unknown) => {
    held.awlbrightQueue = undefined
    throw error
  })
  return held.awlbrightQueue
}

/** The queue as a worker uses it: to take jobs out and look after it. */
export const workingQueue = (): Promise<PgBoss> => startQueue(true)
