// npm run demo: installs what is missing, starts everything with the demo scenario and prints the address. Ctrl-C stops it all.
// npm run dev: the same on the dev server and data of its own, which reloads what is changed without a build.
import { rmSync } from 'node:fs'
import { dirname, resolve } from 'node:path'
import { fileURLToPath } from 'node:url'
import { startApp } from './lib/app.mjs'
import { ensureBuild } from './lib/build.mjs'
import { freePort, startCluster } from './lib/cluster.mjs'
import { Blocked } from './lib/run.mjs'
import { ensureNpmPackages, ensurePostgres } from './lib/setup.mjs'

const root = resolve(dirname(fileURLToPath(import.meta.url)), '..')
const dev = process.argv.includes('--dev')
const dataFolder = resolve(root, process.env.AWLBRIGHT_DATA ?? (dev ? '.data/dev' : '.data'))
const wantedPort = Number(process.env.AWLBRIGHT_PORT ?? (dev ? 4320 : 4310))

try {
  if (!Number.isInteger(wantedPort) || wantedPort < 1 || wantedPort > 65535)
    throw new Blocked(`AWLBRIGHT_PORT is not a port: ${process.env.AWLBRIGHT_PORT}`)
  const port = await freePort(wantedPort).catch(() => {
    throw new Blocked(
      `Port ${wantedPort} is taken. Stop what uses it, or choose another: AWLBRIGHT_PORT=4311 npm run ${dev ? 'dev' : 'demo'}`,
    )
  })
  ensureNpmPackages(root)
  const bin = ensurePostgres()
  if (process.argv.includes('--reset')) {
    const cluster = await startCluster(bin, dataFolder)
    cluster.stop()
    cluster.remove()
    rmSync(dataFolder, { recursive: true, force: true })
  }
  if (!dev) ensureBuild(root)
  const app = await startApp({ root, bin, dataFolder, port, dev })
  let stopping = false
  const end = async () => {
    if (stopping) return
    stopping = true
    console.log('\nStopping…')
    await app.stop()
    process.exit(0)
  }
  process.on('SIGINT', end)
  process.on('SIGTERM', end)
  void app.ended.then(end)
  console.log(`
Awlbright is ready at ${app.address}

  Sign in with the password  lamp-and-awl  as
    lead     ines@harrowlight.example
    hand     tobin@harrowlight.example
    office   maud@harrowlight.example
    checker  oskar@harrowlight.example

  A customer's page: ${app.customerLink ?? '(made when a pack is sealed)'}
  A household's page: ${app.householdLink ?? '(made with a household link)'}

  Ctrl-C stops everything. Data stays in ${dataFolder}; “npm run ${dev ? 'dev' : 'demo'} -- --reset” starts over.
`)
} catch (error) {
  console.error(error instanceof Blocked ? error.message : error)
  process.exit(1)
}
