// npm run restore -- FILE: puts a copy into an empty data folder, on this machine or another.
import { dirname, resolve } from 'node:path'
import { fileURLToPath } from 'node:url'
import { restoreCopy } from './lib/copy.mjs'
import { Blocked } from './lib/run.mjs'
import { settingsOf } from './lib/settings.mjs'
import { ensureNpmPackages, ensurePostgres } from './lib/setup.mjs'

const root = resolve(dirname(fileURLToPath(import.meta.url)), '..')

try {
  const [file] = process.argv.slice(2)
  if (file === undefined) throw new Blocked('Name the copy: npm run restore -- backups/awlbright-….tar')
  const settings = settingsOf(process.env, { root, data: 'crew-data', port: 4310 })
  if (settings.database !== null)
    throw new Blocked('A copy is restored into a data folder. For a database of your own see docs/running.md.')
  ensureNpmPackages(root)
  const { dataFolder } = settings
  const { madeAt, counts } = await restoreCopy({ root, bin: ensurePostgres(), dataFolder, file: resolve(file) })
  console.log(`
Restored the copy of ${madeAt} into ${dataFolder}: ${counts.job} jobs, ${counts.reading} readings, ${counts.pack} sealed packs.
Start it: npm start
`)
} catch (error) {
  console.error(error instanceof Blocked ? error.message : error)
  process.exit(1)
}
