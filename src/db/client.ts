import { drizzle, type NodePgDatabase } from 'drizzle-orm/node-postgres'
import type pg from 'pg'
import { PatientPool } from './patientPool'
import './queryFault'
import * as schema from './schema'

export type Database = NodePgDatabase<typeof schema>
/** The database or a transaction on it: queries take either. */
export type Db = Database | Parameters<Parameters<Database['transaction']>[0]>[0]

/** How long somebody who looks at a page waits for a connection. */
const ASKED_PATIENCE_MS = 3000
/** How long a connection is kept for the next page: to make one takes longer than most queries. */
const KEPT_IDLE_MS = 60_000
/** How long a command waits, with nobody before a page: its own computations hold up the answer for seconds on a slow machine. */
export const COMMAND_PATIENCE_MS = 60_000

/**
 * A pool of connections to the database, of its own; a connection is made once it is asked for.
 *
 * @param max connections at once
 * @param patienceMs how long a query waits for one of them before it fails; time in which this process stood still does not count
 */
export function connect(
  connectionString: string,
  max = 10,
  patienceMs = ASKED_PATIENCE_MS,
): { db: Database; pool: pg.Pool } {
  const pool = new PatientPool({
    connectionString,
    max,
    connectionTimeoutMillis: patienceMs,
    idleTimeoutMillis: KEPT_IDLE_MS,
  })
  // a connection that breaks is replaced at its next use; without a listener it would end the process, whether it lies idle or a transaction holds it
  pool.on('error', () => {})
  pool.on('connect', (client) => client.on('error', () => {}))
  return { db: drizzle(pool, { schema, casing: 'snake_case' }), pool }
}

const held = globalThis as {
  awlbrightDatabase?: ReturnType<typeof connect>
  awlbrightReplica?: ReturnType<typeof connect>
}

/** The app's one pool, made at first use; a development reload finds the same one. */
export function appDatabase(): ReturnType<typeof connect> {
  const url = process.env.DATABASE_URL
  if (!url) throw new Error('DATABASE_URL is not set; start the app with “npm run demo”')
  held.awlbrightDatabase ??= connect(url)
  return held.awlbrightDatabase
}

/** The pool of the replica that lists are read from; `null` where none is named. */
export function readDatabase(): ReturnType<typeof connect> | null {
  const url = process.env.DATABASE_READ_URL
  if (!url) return null
  held.awlbrightReplica ??= connect(url, 5)
  return held.awlbrightReplica
}
