import { knownMigrations } from './migrations.mjs'
import { Blocked } from './run.mjs'

/** What a database says to somebody whom it does not let in, by its code. */
const REFUSALS = {
  '28P01': 'does not take that password',
  28000: 'does not let that user in',
  '3D000': 'has no database of that name; docs/running.md says how it is made',
  ECONNREFUSED: 'does not answer: nothing listens there',
  ENOTFOUND: 'is not found under that name',
  ETIMEDOUT: 'does not answer in time',
  DEPTH_ZERO_SELF_SIGNED_CERT: 'has a certificate that nobody trusts',
  SELF_SIGNED_CERT_IN_CHAIN: 'has a certificate that nobody trusts',
  UNABLE_TO_VERIFY_LEAF_SIGNATURE: 'has a certificate that nobody trusts',
}

/** A database by its address, without a password. */
function nameOf(url) {
  const { hostname, port, pathname, username } = new URL(url)
  return `The database ${hostname}:${port || 5432}${pathname} (as ${username})`
}

async function clientOf(url) {
  const { default: pg } = await import('pg')
  const client = new pg.Client({ connectionString: url, connectionTimeoutMillis: 10_000 })
  client.on('error', () => {})
  try {
    await client.connect()
  } catch (error) {
    throw new Blocked(`${nameOf(url)} ${REFUSALS[error.code] ?? `cannot be used: ${error.message}`}.`)
  }
  return client
}

/** Migrations that a database has seen; none where it is new. */
async function appliedMigrations(client) {
  const { rows } = await client.query("select to_regclass('drizzle.__drizzle_migrations') is not null as there")
  if (!rows[0].there) return 0
  const { rows: applied } = await client.query('select count(*)::int as n from drizzle.__drizzle_migrations')
  return applied[0].n
}

/**
 * Looks at a database before anything is done to it.
 *
 * @throws Blocked with a sentence where it does not answer, lets one of the two users not in, or was brought up to date by a newer version
 */
export async function requireDatabase({ appUrl, ownerUrl, root }) {
  const owner = await clientOf(ownerUrl)
  try {
    const [applied, known] = [await appliedMigrations(owner), knownMigrations(root)]
    if (applied > known)
      throw new Blocked(
        `${nameOf(ownerUrl)} was brought up to date by a newer version (${applied} steps, this one knows ${known}). Nothing was changed: bring the app up to date.`,
      )
    const { rows } = await owner.query("select pg_has_role('awlbright_app', 'member') as member")
    if (!rows[0].member)
      throw new Blocked(
        `${nameOf(ownerUrl)}: awlbright_owner is no member of awlbright_app; scripts/sql/roles.sql makes it one.`,
      )
  } finally {
    await owner.end()
  }
  await (await clientOf(appUrl)).end()
}
