// A streaming replica of a cluster of ours, on the loopback: for tries of what the app does with one.
import { existsSync, mkdirSync, rmSync } from 'node:fs'
import { spawnSync } from 'node:child_process'
import { join } from 'node:path'
import { asServerUser, freePort, ownFolder } from './cluster.mjs'
import { run } from './run.mjs'

/**
 * Copies a running cluster and follows it.
 *
 * @param {{ host: string, port: number, user: string, password: string, database: string }} superuser of the cluster that is followed
 * @returns {Promise<{ port: number, pause: () => Promise<void>, resume: () => Promise<void>, stop: () => void }>} `pause` lets it fall behind as a slow line would
 */
export async function startReplica(bin, folder, superuser) {
  mkdirSync(folder, { recursive: true })
  ownFolder(folder)
  const data = join(folder, 'data')
  rmSync(data, { recursive: true, force: true })
  if (process.getuid?.() === 0) run('chown', ['-h', 'postgres:postgres', folder])
  const server = (program, args, options) => run(...asServerUser(join(bin, program), args), { cwd: '/', ...options })
  const { host, port: from, user, password } = superuser
  server(
    'pg_basebackup',
    ['-h', host, '-p', String(from), '-U', user, '-D', data, '-X', 'stream', '-R', '--checkpoint=fast'],
    {
      env: { ...process.env, PGPASSWORD: password },
    },
  )
  const port = await freePort()
  const options = `-c listen_addresses=127.0.0.1 -c port=${port} -c unix_socket_directories='' -c hot_standby=on`
  server('pg_ctl', ['-D', data, '-l', join(folder, 'server.log'), '-o', options, '-w', '-t', '60', 'start'], {
    stdio: 'ignore',
  })
  const ask = async (sql) => {
    const { default: pg } = await import('pg')
    const client = new pg.Client({ ...superuser, port })
    await client.connect()
    try {
      return (await client.query(sql)).rows
    } finally {
      await client.end()
    }
  }
  return {
    port,
    pause: () => ask('select pg_wal_replay_pause()'),
    resume: () => ask('select pg_wal_replay_resume()'),
    stop: () => {
      if (existsSync(data))
        spawnSync(...asServerUser(join(bin, 'pg_ctl'), ['-D', data, '-m', 'immediate', '-w', 'stop']), {
          cwd: '/',
          stdio: 'ignore',
        })
    },
  }
}
