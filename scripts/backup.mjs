// npm run backup [-- FILE]: copies all that the crew recorded into one file, whether the app runs or not.
import { dirname, resolve } from 'node:path'
import { fileURLToPath } from 'node:url'
import { makeCopy } from './lib/copy.mjs'
import { Blocked } from './lib/run.mjs'
import { settingsOf } from './lib/settings.mjs'
import { ensureNpmPackages, ensurePostgres } from './lib/setup.mjs'

const root = resolve(dirname(fileURLToPath(import.meta.url)), '..')
const stamp = new Date().toISOString().slice(0, 16).replaceAll(':', '')

try {
  const settings = settingsOf(process.env, { root, data: 'crew-data', port: 4310 })
  if (settings.database !== null)
    throw new Blocked(
      'The database is one of your own: copy it as you copy your others (docs/running.md), and the keys with it.',
    )
  ensureNpmPackages(root)
  const file = resolve(root, process.argv[2] ?? `backups/awlbright-${stamp}.tar`)
  const { counts } = await makeCopy({ bin: ensurePostgres(), dataFolder: settings.dataFolder, file })
  console.log(`
Copied ${counts.job} jobs, ${counts.reading} readings, ${counts.pack} sealed packs, ${counts.attachment} pictures and recordings to
  ${file}

It holds your keys: whoever has it can sign as you. Keep it where only you get at it, and not on this machine alone.
`)
} catch (error) {
  console.error(error instanceof Blocked ? error.message : error)
  process.exit(1)
}
