// npm run demo: installs what is missing, starts everything with the demo scenario and prints the address. Ctrl-C stops it all.
// npm run dev: the same on the dev server and data of its own, which reloads what is changed without a build.
import { rmSync } from 'node:fs'
import { dirname, resolve } from 'node:path'
import { fileURLToPath } from 'node:url'
import { startApp } from './lib/app.mjs'
import { ensureBuild } from './lib/build.mjs'
import { requirePort, startCluster } from './lib/cluster.mjs'
import { claimFolder } from './lib/dataFolder.mjs'
import { Blocked } from './lib/run.mjs'
import { settingsOf } from './lib/settings.mjs'
import { ensureNpmPackages, ensurePostgres } from './lib/setup.mjs'
import { untilStopped } from './lib/untilStopped.mjs'

const root = resolve(dirname(fileURLToPath(import.meta.url)), '..')
const dev = process.argv.includes('--dev')
const command = dev ? 'dev' : 'demo'

try {
  const { AWLBRIGHT_DATA, AWLBRIGHT_PORT } = process.env
  const usual = { root, data: dev ? '.data/dev' : '.data', port: dev ? 4320 : 4310 }
  const { dataFolder, port } = settingsOf({ AWLBRIGHT_DATA, AWLBRIGHT_PORT }, usual)
  await requirePort(port, `AWLBRIGHT_PORT=4311 npm run ${command}`)
  claimFolder(dataFolder, 'demo')
  ensureNpmPackages(root)
  const bin = ensurePostgres()
  if (process.argv.includes('--reset')) {
    const cluster = await startCluster(bin, dataFolder)
    cluster.stop()
    cluster.remove()
    rmSync(dataFolder, { recursive: true, force: true })
    claimFolder(dataFolder, 'demo')
  }
  if (!dev) ensureBuild(root)
  const app = await startApp({ root, bin, dataFolder, port, dev })
  untilStopped(app)
  console.log(`
Awlbright is ready at ${app.address}

  Sign in with the password  lamp-and-awl  as
    lead     ines@harrowlight.example
    hand     tobin@harrowlight.example
    office   maud@harrowlight.example
    checker  oskar@harrowlight.example

  A customer's page: ${app.customerLink ?? '(made when a pack is sealed)'}
  A household's page: ${app.householdLink ?? '(made with a household link)'}

  Ctrl-C stops everything. Data stays in ${dataFolder}; “npm run ${command} -- --reset” starts over.
`)
} catch (error) {
  console.error(error instanceof Blocked ? error.message : error)
  process.exit(1)
}
