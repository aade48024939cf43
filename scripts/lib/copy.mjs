// A copy of all that a crew recorded, as one file: the database, the keys that packs are sealed and sessions signed with, and what it says of itself.
import { createHash } from 'node:crypto'
import {
  chmodSync,
  createReadStream,
  existsSync,
  mkdirSync,
  mkdtempSync,
  readFileSync,
  readdirSync,
  renameSync,
  rmSync,
  statfsSync,
  writeFileSync,
} from 'node:fs'
import { dirname, join } from 'node:path'
import { pipeline } from 'node:stream/promises'
import { keepKeys, runningCluster, secretsOf, startCluster } from './cluster.mjs'
import { knownMigrations } from './migrations.mjs'
import { Blocked, run } from './run.mjs'

const FORMAT = 'awlbright-copy-1'
const PARTS = ['about.json', 'database.dump', 'keys.json']
/** Counted in the copy and again once it is restored, each from the migration on that brought it: a copy that lost something is none. */
const COUNTED = {
  crew: 1,
  user: 1,
  job: 1,
  reading: 1,
  attachment: 1,
  pack: 1,
  stored_file: 1,
  file_chunk: 1,
  instrument: 1,
  file_part: 28,
  job_limit: 29,
  crew_limit: 29,
  setting_act: 33,
  equipment_revision: 34,
  equipment_file: 34,
  reading_superseder: 36,
  erasure: 37,
}

async function sha256Of(path) {
  const digest = createHash('sha256')
  await pipeline(createReadStream(path), digest)
  return digest.digest('hex')
}

/** A client of the database; the package is asked for here and not at the head, as it may have to be installed first. */
async function clientOf(connection) {
  const { default: pg } = await import('pg')
  const client = new pg.Client(connection)
  await client.connect()
  return client
}

async function countsOf(client, migrations) {
  const counts = {}
  for (const [table, since] of Object.entries(COUNTED)) {
    if (since > migrations) continue
    const { rows } = await client.query(`select count(*)::int as n from "${table}"`)
    counts[table] = rows[0].n
  }
  return counts
}

const withPassword = ({ password }, more = {}) => ({ ...process.env, ...more, PGPASSWORD: password })
const reached = ({ host, port, user, database }) => ['-h', host, '-p', String(port), '-U', user, '-d', database]

/** Says before it begins where there is no room for a copy, rather than to leave half of one. */
function requireRoom(folder, bytes) {
  const { bavail, bsize } = statfsSync(folder)
  if (bavail * bsize < bytes)
    throw new Blocked(
      `There is too little room in ${folder}: ${Math.ceil(bytes / 1e6)} MB are needed, ${Math.floor((bavail * bsize) / 1e6)} MB are free. Nothing was written.`,
    )
}

/** The database as it stands at one moment, with what was counted at that moment; the app goes on meanwhile. */
async function dump(bin, superuser, path) {
  const client = await clientOf(superuser)
  try {
    const { rows: size } = await client.query('select pg_database_size(current_database())::bigint as bytes')
    requireRoom(dirname(path), 2 * Number(size[0].bytes))
    await client.query('begin isolation level repeatable read read only')
    const { rows } = await client.query('select pg_export_snapshot() as snapshot')
    const { rows: applied } = await client.query('select count(*)::int as n from drizzle.__drizzle_migrations')
    const counts = await countsOf(client, applied[0].n)
    run(join(bin, 'pg_dump'), [...reached(superuser), '-Fc', `--snapshot=${rows[0].snapshot}`, '-f', path], {
      env: withPassword(superuser),
    })
    return { counts, migrations: applied[0].n }
  } finally {
    await client.end()
  }
}

/**
 * Copies all of a data folder into one file, whether the app runs or not.
 *
 * @param {{ bin: string, dataFolder: string, file: string, now?: Date }} what
 * @returns {Promise<{ file: string, counts: Record<string, number> }>}
 * @throws Blocked where there is nothing to copy, no room, or a file of that name
 */
export async function makeCopy({ bin, dataFolder, file, now = new Date() }) {
  if (!existsSync(join(dataFolder, 'secrets.json')))
    throw new Blocked(`${dataFolder} holds no crew’s records. Name the folder: AWLBRIGHT_DATA=…`)
  if (existsSync(file)) throw new Blocked(`${file} is there already. Choose another name.`)
  mkdirSync(dirname(file), { recursive: true })
  const work = mkdtempSync(join(dirname(file), '.copy-'))
  const running = runningCluster(bin, dataFolder)
  const own = running === null ? await startCluster(bin, dataFolder) : null
  try {
    const { counts, migrations } = await dump(bin, running ?? own.superuser, join(work, 'database.dump'))
    const { session, signingKey, handovers = [] } = secretsOf(dataFolder)
    writeFileSync(join(work, 'keys.json'), JSON.stringify({ session, signingKey, handovers }), { mode: 0o600 })
    const sha256 = await sha256Of(join(work, 'database.dump'))
    writeFileSync(
      join(work, 'about.json'),
      JSON.stringify({ format: FORMAT, madeAt: now.toISOString(), migrations, counts, sha256 }, null, 2),
    )
    const whole = join(work, 'whole.tar')
    run('tar', ['-cf', whole, '-C', work, ...PARTS])
    chmodSync(whole, 0o600)
    // there as a whole or not at all
    renameSync(whole, file)
    return { file, counts }
  } finally {
    own?.stop()
    rmSync(work, { recursive: true, force: true })
  }
}

/** What a copy says of itself, once it was looked at from outside. @throws Blocked for anything that is no copy of this app */
async function openCopy(root, file, work) {
  const refuse = (why) => new Blocked(`${file} ${why}. Nothing was restored.`)
  if (!existsSync(file)) throw new Blocked(`There is no file ${file}.`)
  let names
  try {
    names = run('tar', ['-tf', file]).trim().split('\n').sort()
  } catch {
    throw refuse('is no copy made by “npm run backup”')
  }
  if (names.join() !== PARTS.join()) throw refuse('is no copy made by “npm run backup”')
  run('tar', ['-xf', file, '-C', work, '--no-same-owner', ...PARTS])
  let about
  let keys
  try {
    about = JSON.parse(readFileSync(join(work, 'about.json'), 'utf8'))
    keys = JSON.parse(readFileSync(join(work, 'keys.json'), 'utf8'))
  } catch {
    throw refuse('is damaged')
  }
  if (about.format !== FORMAT) throw refuse('is of a form that this version does not know')
  if (![keys.session, keys.signingKey].every((key) => /^[0-9a-f]{64}$/.test(key))) throw refuse('has no keys in it')
  if ((await sha256Of(join(work, 'database.dump'))) !== about.sha256)
    throw refuse('is damaged: its database is not the one that was copied')
  const known = knownMigrations(root)
  if (!(about.migrations <= known))
    throw refuse(
      `was made by a newer version (${about.migrations} steps of the database, this one knows ${known}). Bring this one up to date first`,
    )
  return { about, keys }
}

/** What the cluster brings by itself, and a second time would be refused. */
const BROUGHT = /EVENT TRIGGER|FUNCTION public evidence_guards_stay|SCHEMA - public |DATABASE - awlbright/

/**
 * Restores a copy into a data folder that is empty or not there yet.
 *
 * @param {{ root: string, bin: string, dataFolder: string, file: string }} what
 * @returns {Promise<{ madeAt: string, counts: Record<string, number> }>}
 * @throws Blocked where the folder holds something, or the file is no whole copy; the folder is left as it was
 */
export async function restoreCopy({ root, bin, dataFolder, file }) {
  if (existsSync(dataFolder) && readdirSync(dataFolder).length > 0)
    throw new Blocked(
      `${dataFolder} holds something already. A copy is restored into an empty folder: AWLBRIGHT_DATA=…`,
    )
  mkdirSync(dataFolder, { recursive: true, mode: 0o711 })
  const work = mkdtempSync(join(dataFolder, '.restore-'))
  let cluster = null
  let whole = false
  try {
    const { about, keys } = await openCopy(root, file, work)
    keepKeys(dataFolder, keys)
    cluster = await startCluster(bin, dataFolder)
    await fill(bin, cluster.superuser, work)
    const client = await clientOf(cluster.superuser)
    const counts = await countsOf(client, about.migrations).finally(() => client.end())
    const lost = Object.keys(counts).filter((table) => counts[table] !== about.counts[table])
    if (lost.length > 0) throw new Blocked(`Not everything of ${file} came back: ${lost.join(', ')}. Nothing was kept.`)
    writeFileSync(join(dataFolder, 'holds'), 'crew\n')
    whole = true
    return { madeAt: about.madeAt, counts }
  } finally {
    cluster?.stop()
    if (whole) rmSync(work, { recursive: true, force: true })
    else {
      cluster?.remove()
      rmSync(dataFolder, { recursive: true, force: true })
    }
  }
}

/** Puts the database of a copy into a cluster that has none of its tables yet. */
async function fill(bin, superuser, work) {
  const path = join(work, 'database.dump')
  const list = run(join(bin, 'pg_restore'), ['-l', path])
    .split('\n')
    .filter((line) => !BROUGHT.test(line))
  writeFileSync(join(work, 'list'), list.join('\n'))
  run(
    join(bin, 'pg_restore'),
    [...reached(superuser), '--exit-on-error', '--single-transaction', '-L', join(work, 'list'), path],
    { env: withPassword(superuser, { PGOPTIONS: '-c awlbright.migration=on' }) },
  )
}
