// Starts what the app is made of: its queue worker and its web server on a database; and for the demo the whole of it on one data folder.
import { existsSync, mkdirSync, openSync, readFileSync } from 'node:fs'
import { join } from 'node:path'
import { freePort, secretsOf, startCluster } from './cluster.mjs'
import { requireDatabase } from './databaseReady.mjs'
import { run, start, stop, until } from './run.mjs'

/** The app's environment: what it is told, and of what it inherits nothing that is for migrations alone. */
function environment({ appUrl, secrets, address, logLevel, dev, more = {} }) {
  const { OWNER_DATABASE_URL: _owner, ...inherited } = process.env
  return {
    ...inherited,
    NODE_ENV: dev ? 'development' : 'production',
    NEXT_TELEMETRY_DISABLED: '1',
    DATABASE_URL: appUrl,
    BETTER_AUTH_SECRET: secrets.session,
    BETTER_AUTH_URL: address,
    AWLBRIGHT_SIGNING_KEY: secrets.signingKey,
    AWLBRIGHT_KEY_HANDOVERS: JSON.stringify(secrets.handovers ?? []),
    AWLBRIGHT_LOG: logLevel,
    ...more,
  }
}

/** Brings the database to the newest tables; the owner's key goes to nothing else. */
function migrate({ root, env, ownerUrl }) {
  run(join(root, 'node_modules/.bin/tsx'), ['scripts/migrate.ts'], {
    cwd: root,
    env: { ...env, OWNER_DATABASE_URL: ownerUrl },
  })
}

/**
 * Starts worker and web server on a database that is ready, and waits until they answer.
 *
 * @param children takes what is started, so that whoever stops the app stops it
 * @returns {Promise<{ own: string, whenReady: () => Promise<void>, crashWeb: () => Promise<void> }>} `own` is where the machine itself finds it
 */
async function startParts({ root, env, host, port, stdio, dev, children }) {
  const tsx = join(root, 'node_modules/.bin/tsx')
  const worker = start(tsx, ['src/server/worker.ts'], { cwd: root, env, stdio })
  children.push(worker)
  const startWeb = () => {
    const web = dev
      ? start(join(root, 'node_modules/.bin/next'), ['dev', '-H', host, '-p', String(port)], { cwd: root, env, stdio })
      : start(tsx, ['src/server/web.ts', host, String(port)], { cwd: root, env, stdio })
    children.push(web)
    return web
  }
  let web = startWeb()
  // whoever listens on every address listens on the loopback too
  const own = `http://${/^(0\.0\.0\.0|::|localhost)$/.test(host) ? '127.0.0.1' : host.includes(':') ? `[${host}]` : host}:${port}`
  const whenReady = () =>
    until(async () => {
      for (const [name, child] of [
        ['web server', web],
        ['queue worker', worker],
      ])
        if (child.exitCode !== null) throw new Error(`the ${name} ended with ${child.exitCode}`)
      return (await fetch(`${own}/api/health`).catch(() => null))?.ok ?? false
    }, 'the web server')
  await whenReady()
  return {
    own,
    whenReady,
    crashWeb: async () => {
      process.kill(-web.pid, 'SIGKILL')
      children.splice(children.indexOf(web), 1)
      web = startWeb()
      await whenReady()
    },
  }
}

/** Where the parts of an app write to that nobody watches: what a server says of an error must not be lost with it. */
function writtenTo(dataFolder) {
  mkdirSync(dataFolder, { recursive: true })
  const log = openSync(join(dataFolder, 'app.log'), 'a', 0o600)
  return ['ignore', log, log]
}

const endOfAny = (children) => Promise.race(children.map((child) => new Promise((done) => child.once('exit', done))))

/**
 * Starts the app for a crew of its own: on a cluster of its own, or on a database that is given.
 *
 * @returns {Promise<{ own: string, env: Record<string, string>, ownerUrl: string, stop: () => Promise<void>, ended: Promise<unknown> }>} `own` is where the machine itself finds it
 */
export async function startOwn({ root, bin, settings, more, quiet = false }) {
  const { dataFolder, host, port, address, logLevel, database } = settings
  const cluster = database === null ? await startCluster(bin, dataFolder) : null
  const children = []
  const stopAll = async () => {
    await Promise.all(children.reverse().map(stop))
    cluster?.stop()
  }
  try {
    const made = secretsOf(dataFolder)
    const secrets = {
      session: process.env.BETTER_AUTH_SECRET ?? made.session,
      signingKey: process.env.AWLBRIGHT_SIGNING_KEY ?? made.signingKey,
      handovers: made.handovers,
    }
    const { appUrl, ownerUrl } = database ?? cluster
    await requireDatabase({ appUrl, ownerUrl, root })
    const env = environment({ appUrl, secrets, address, logLevel, more })
    migrate({ root, env, ownerUrl })
    const parts = await startParts({
      root,
      env,
      host,
      port,
      stdio: quiet ? writtenTo(dataFolder) : 'inherit',
      children,
    })
    return { own: parts.own, env, ownerUrl, stop: stopAll, ended: endOfAny(children) }
  } catch (error) {
    await stopAll()
    throw error
  }
}

/**
 * Starts everything of the demo on one data folder: database, migrations, demo data, stand-in houses, queue worker, web server.
 *
 * @returns {Promise<{ address: string, env: Record<string, string>, ownerUrl: string, stop: () => Promise<void>, ended: Promise<unknown>, customerLink: string | null, householdLink: string | null }>} `ended` settles when any part ends by itself
 */
export async function startApp({ root, bin, dataFolder, port, quiet = false, dev = false }) {
  const cluster = await startCluster(bin, dataFolder)
  const children = []
  const stopAll = async () => {
    await Promise.all(children.reverse().map(stop))
    cluster.stop()
  }
  try {
    const standInPort = await freePort()
    const address = `http://127.0.0.1:${port}`
    await requireDatabase({ ...cluster, root })
    const env = environment({
      appUrl: cluster.appUrl,
      secrets: secretsOf(dataFolder),
      address,
      logLevel: quiet ? 'error' : 'info',
      dev,
      more: {
        AWLBRIGHT_STAND_IN: `http://127.0.0.1:${standInPort}`,
        AWLBRIGHT_DEMO_LINK: join(dataFolder, 'demo-link'),
      },
    })
    const tsx = join(root, 'node_modules/.bin/tsx')
    const stdio = quiet ? writtenTo(dataFolder) : 'inherit'
    migrate({ root, env, ownerUrl: cluster.ownerUrl })
    children.push(start(tsx, ['src/devices/standin/process.ts', String(standInPort)], { cwd: root, env, stdio }))
    console.log('Loading the demo scenario where it is missing…')
    run(tsx, ['demo/load.ts'], { cwd: root, env })
    const parts = await startParts({ root, env, host: '127.0.0.1', port, stdio, dev, children })
    const linkIn = (name) =>
      existsSync(join(dataFolder, name)) ? address + readFileSync(join(dataFolder, name), 'utf8').trim() : null
    return {
      address,
      env,
      ownerUrl: cluster.ownerUrl,
      stop: stopAll,
      /** What an attack does to it, and how it comes up again. */
      crashDatabase: async () => {
        cluster.crash()
        await parts.whenReady()
      },
      crashWeb: parts.crashWeb,
      /** A second web server with a worker of its own, on the same database; answers with its address. */
      beside: async (secondPort, others = {}) =>
        (
          await startParts({
            root,
            env: { ...env, ...others },
            host: '127.0.0.1',
            port: secondPort,
            stdio,
            dev,
            children,
          })
        ).own,
      cluster,
      ended: endOfAny(children),
      customerLink: linkIn('demo-link'),
      householdLink: linkIn('demo-link-household'),
    }
  } catch (error) {
    await stopAll()
    throw error
  }
}
