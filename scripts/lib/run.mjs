import { spawn, spawnSync } from 'node:child_process'

/** A reason to stop that a person can act on: printed alone, without a stack. */
export class Blocked extends Error {}

/** Runs a command to its end and returns its standard output; throws with what it printed. */
export function run(command, args, options = {}) {
  const result = spawnSync(command, args, { encoding: 'utf8', maxBuffer: 64 * 1024 * 1024, ...options })
  if (result.error) throw new Error(`${command}: ${result.error.message}`)
  if (result.status !== 0)
    throw new Error(
      `${command} ${args.join(' ')} ended with ${result.status}\n${result.stdout ?? ''}${result.stderr ?? ''}`,
    )
  return result.stdout ?? ''
}

/** Runs a command to its end beside whatever else goes on: whether it went well, and all that it printed. */
export function ended(command, args, options = {}) {
  return new Promise((done) => {
    const child = spawn(command, args, { stdio: ['ignore', 'pipe', 'pipe'], ...options })
    const printed = []
    for (const stream of [child.stdout, child.stderr]) stream.on('data', (piece) => printed.push(piece))
    const end = (ok, last = '') => done({ ok, printed: `${Buffer.concat(printed)}${last}` })
    child.once('error', (error) => end(false, `${error.message}\n`))
    child.once('close', (code) => end(code === 0))
  })
}

/** Starts a long-lived child in its own process group, so that stopping it stops what it started. */
export function start(command, args, options = {}) {
  return spawn(command, args, { stdio: 'inherit', detached: true, ...options })
}

/** Asks a child's whole group to stop and waits for it; kills what has not gone after ten seconds. */
export function stop(child) {
  if (!child || child.exitCode !== null || child.signalCode !== null) return Promise.resolve()
  return new Promise((done) => {
    const late = setTimeout(() => signal(child, 'SIGKILL'), 10_000)
    child.once('exit', () => {
      clearTimeout(late)
      done()
    })
    signal(child, 'SIGTERM')
  })
}

function signal(child, name) {
  try {
    process.kill(-child.pid, name)
  } catch {
    // already gone
  }
}

/** Waits until `check` answers true, asking every 200 ms. */
export async function until(check, what, timeoutMs = 60_000) {
  const end = Date.now() + timeoutMs
  while (Date.now() < end) {
    if (await check()) return
    await new Promise((next) => setTimeout(next, 200))
  }
  throw new Error(`${what} did not come up within ${timeoutMs / 1000} s`)
}
