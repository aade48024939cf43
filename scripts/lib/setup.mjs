// Installs what a fresh clone lacks: npm packages, and Debian's PostgreSQL and Chromium. Safe to run again.
import { existsSync, readFileSync, readdirSync, writeFileSync } from 'node:fs'
import { createHash } from 'node:crypto'
import { join } from 'node:path'
import { Blocked, run } from './run.mjs'
import { spawnSync } from 'node:child_process'

/** Folder with Debian's PostgreSQL programs, newest version first; `null` when it is not installed. */
export function postgresBin() {
  const root = '/usr/lib/postgresql'
  if (!existsSync(root)) return null
  const versions = readdirSync(root)
    .filter((version) => existsSync(join(root, version, 'bin/initdb')))
    .sort((a, b) => Number(b) - Number(a))
  return versions[0] ? join(root, versions[0], 'bin') : null
}

export const chromiumPath = () => ['/usr/bin/chromium', '/usr/bin/chromium-browser'].find(existsSync) ?? null

const isRoot = () => process.getuid?.() === 0

function installDebian(name) {
  const asRoot = isRoot() ? [] : ['sudo', '-n']
  if (!isRoot() && spawnSync('sudo', ['-n', 'true']).status !== 0)
    throw new Blocked(
      `The Debian package “${name}” is missing and this user may not install it: run “sudo apt-get install ${name}” once, then start again.`,
    )
  console.log(`Installing ${name} from Debian's packages…`)
  const apt = (...args) => {
    const [command, ...rest] = [...asRoot, 'env', 'DEBIAN_FRONTEND=noninteractive', 'apt-get', '-qq', ...args]
    run(command, rest)
  }
  try {
    apt('update')
    // a packaged cluster would start by itself; ours lives in the data folder
    apt('install', '-y', '--no-install-recommends', '-o', 'Dpkg::Options::=--force-confold', name)
  } catch (error) {
    throw new Blocked(
      `The Debian package “${name}” could not be installed: ${error.message.split('\n').slice(0, 3).join(' ')}`,
    )
  }
}

/** npm packages as the lock file says; skipped while the lock file is the one they were installed from. */
export function ensureNpmPackages(root) {
  const lock = createHash('sha256')
    .update(readFileSync(join(root, 'package-lock.json')))
    .digest('hex')
  const stamp = join(root, 'node_modules/.awlbright-lock')
  if (existsSync(stamp) && readFileSync(stamp, 'utf8') === lock) return
  console.log('Installing npm packages…')
  run('npm', ['ci', '--no-audit', '--no-fund', '--loglevel=error'], {
    cwd: root,
    stdio: ['ignore', 'ignore', 'inherit'],
  })
  writeFileSync(stamp, lock)
}

export function ensurePostgres() {
  if (!postgresBin()) installDebian('postgresql')
  const bin = postgresBin()
  if (!bin) throw new Blocked('PostgreSQL was installed but its programs are not under /usr/lib/postgresql.')
  return bin
}

export function ensureChromium() {
  if (!chromiumPath()) installDebian('chromium')
  const path = chromiumPath()
  if (!path) throw new Blocked('Chromium was installed but is not at /usr/bin/chromium.')
  return path
}
