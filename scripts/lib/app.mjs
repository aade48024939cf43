// Starts everything the app needs on one data folder: database, migrations, demo data, stand-in gateway, queue worker, web server.
import { existsSync, readFileSync } from 'node:fs'
import { join } from 'node:path'
import { freePort, secretsOf, startCluster } from './cluster.mjs'
import { run, start, stop, until } from './run.mjs'

/** @returns {Promise<{ address: string, env: Record<string, string>, ownerUrl: string, stop: () => Promise<void>, ended: Promise<unknown>, customerLink: string | null, householdLink: string | null }>} `ended` settles when any part ends by itself */
export async function startApp({ root, bin, dataFolder, port, quiet = false, dev = false }) {
  const cluster = await startCluster(bin, dataFolder)
  const children = []
  const stopAll = async () => {
    await Promise.all(children.reverse().map(stop))
    cluster.stop()
  }
  try {
    const secrets = secretsOf(dataFolder)
    const gatewayPort = await freePort()
    const address = `http://127.0.0.1:${port}`
    // the owner's key is for migrations alone: no other process of the app ever has it
    const { OWNER_DATABASE_URL: _owner, ...inherited } = process.env
    const env = {
      ...inherited,
      NODE_ENV: dev ? 'development' : 'production',
      NEXT_TELEMETRY_DISABLED: '1',
      DATABASE_URL: cluster.appUrl,
      BETTER_AUTH_SECRET: secrets.session,
      BETTER_AUTH_URL: address,
      AWLBRIGHT_SIGNING_KEY: secrets.signingKey,
      AWLBRIGHT_GATEWAY: `127.0.0.1:${gatewayPort}`,
      AWLBRIGHT_LOG: quiet ? 'silent' : 'info',
      AWLBRIGHT_DEMO_LINK: join(dataFolder, 'demo-link'),
    }
    const tsx = join(root, 'node_modules/.bin/tsx')
    const stdio = quiet ? 'ignore' : 'inherit'
    run(tsx, ['scripts/migrate.ts'], { cwd: root, env: { ...env, OWNER_DATABASE_URL: cluster.ownerUrl } })
    children.push(start(tsx, ['src/devices/gatewayStandIn.ts', String(gatewayPort)], { cwd: root, env, stdio }))
    console.log('Loading the demo scenario where it is missing…')
    run(tsx, ['demo/load.ts'], { cwd: root, env })
    const worker = start(tsx, ['src/server/worker.ts'], { cwd: root, env, stdio })
    children.push(worker)
    const startWeb = () =>
      dev
        ? start(join(root, 'node_modules/.bin/next'), ['dev', '-H', '127.0.0.1', '-p', String(port)], {
            cwd: root,
            env,
            stdio,
          })
        : start(tsx, ['src/server/web.ts', '127.0.0.1', String(port)], { cwd: root, env, stdio })
    const whenReady = (web) =>
      until(async () => {
        for (const [name, child] of [
          ['web server', web],
          ['queue worker', worker],
        ])
          if (child.exitCode !== null) throw new Error(`the ${name} ended with ${child.exitCode}`)
        return (await fetch(`${address}/api/health`).catch(() => null))?.ok ?? false
      }, 'the web server')
    let web = startWeb()
    children.push(web)
    await whenReady(web)
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
        await whenReady(web)
      },
      crashWeb: async () => {
        process.kill(-web.pid, 'SIGKILL')
        children.splice(children.indexOf(web), 1)
        web = startWeb()
        children.push(web)
        await whenReady(web)
      },
      ended: Promise.race(children.map((child) => new Promise((done) => child.once('exit', done)))),
      customerLink: linkIn('demo-link'),
      householdLink: linkIn('demo-link-household'),
    }
  } catch (error) {
    await stopAll()
    throw error
  }
}
