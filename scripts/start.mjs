// npm start: installs and builds what is missing, and starts the app for a crew of its own. Ctrl-C stops it all; what was recorded stays.
import { randomInt } from 'node:crypto'
import { dirname, resolve } from 'node:path'
import { fileURLToPath } from 'node:url'
import { startOwn } from './lib/app.mjs'
import { ensureBuild } from './lib/build.mjs'
import { requirePort } from './lib/cluster.mjs'
import { claimFolder } from './lib/dataFolder.mjs'
import { Blocked } from './lib/run.mjs'
import { settingsOf } from './lib/settings.mjs'
import { ensureNpmPackages, ensurePostgres } from './lib/setup.mjs'
import { untilStopped } from './lib/untilStopped.mjs'

const root = resolve(dirname(fileURLToPath(import.meta.url)), '..')

/** Letters and digits that nobody mistakes for each other when they are read aloud. */
const SIGNS = 'abcdefghjkmnpqrstuvwxyz23456789'
const oneTimeCode = () =>
  Array.from({ length: 12 }, (_, k) => (k > 0 && k % 4 === 0 ? '-' : '') + SIGNS[randomInt(SIGNS.length)]).join('')

/** Whether the server waits for its first crew: then its door leads there. */
async function waitsForFirstCrew(own) {
  const answer = await fetch(`${own}/sign-in`, { redirect: 'manual' })
  return (answer.headers.get('location') ?? '').endsWith('/first-run')
}

try {
  const settings = settingsOf(process.env, { root, data: 'crew-data', port: 4310 })
  await requirePort(settings.port, 'AWLBRIGHT_PORT=4311 npm start')
  claimFolder(settings.dataFolder, 'crew')
  ensureNpmPackages(root)
  const bin = settings.database === null ? ensurePostgres() : null
  ensureBuild(root)
  const code = oneTimeCode()
  const app = await startOwn({ root, bin, settings, more: { AWLBRIGHT_FIRST_RUN_CODE: code } })
  untilStopped(app)
  const first = await waitsForFirstCrew(app.own)
  console.log(`
Awlbright is ready at ${settings.address}
${
  first
    ? `
  Nobody has used it yet. Open ${settings.address}/first-run on this machine and make your crew.
  From another device it asks for this code, once:  ${code}
`
    : ''
}
  Ctrl-C stops everything. ${settings.database === null ? `What the crew records is in ${settings.dataFolder}; keep copies of it: npm run backup` : 'What the crew records is in the database that was given.'}
`)
} catch (error) {
  console.error(error instanceof Blocked ? error.message : error)
  process.exit(1)
}
