import pg from 'pg'
import { appDatabase } from '@/db/client'
import { isImpatience } from '@/db/patientPool'
import { whileAwake } from '@/db/whileAwake'

export const dynamic = 'force-dynamic'
const PATIENCE_MS = 2000

/** @throws what the driver says of a database that is away */
async function askDatabase(): Promise<void> {
  const client = new pg.Client({ connectionString: process.env.DATABASE_URL, connectionTimeoutMillis: PATIENCE_MS })
  client.on('error', () => {})
  try {
    await client.connect()
    await client.query('select 1 from job limit 1')
  } finally {
    await client.end().catch(() => {})
  }
}

/**
 * Says what was checked: 200 when all of it holds, 503 when the database is away. It asks on a connection of its own: a server whose every connection is in
 * use is busy, and not broken. `waiting` is how many requests wait for one.
 */
export async function GET(): Promise<Response> {
  const started = performance.now()
  try {
    await whileAwake(PATIENCE_MS, isImpatience, askDatabase)
    return Response.json({
      ok: true,
      checks: {
        web: 'up',
        database: 'answers',
        databaseMs: Math.round(performance.now() - started),
        waiting: appDatabase().pool.waitingCount,
      },
    })
  } catch {
    return Response.json({ ok: false, checks: { web: 'up', database: 'away' } }, { status: 503 })
  }
}
