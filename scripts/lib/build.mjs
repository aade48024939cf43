// Builds the app when its sources have changed since the last build.
import { createHash } from 'node:crypto'
import { existsSync, readFileSync, readdirSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { brotliCompressSync, constants } from 'node:zlib'
import { run } from './run.mjs'

const BUILT_FROM = [
  'src',
  'public',
  'scripts/buildServiceWorker.ts',
  'scripts/lib/build.mjs',
  'package-lock.json',
  'next.config.ts',
  'tsconfig.json',
]

function* filesIn(path) {
  const entries = readdirSync(path, { withFileTypes: true }).sort((a, b) => (a.name < b.name ? -1 : 1))
  for (const entry of entries) {
    const inside = join(path, entry.name)
    if (entry.isDirectory()) yield* filesIn(inside)
    else if (!/\.test\.tsx?$|\/sw\.js$|\/build-files\.json$/.test(inside)) yield inside
  }
}

function sourceDigest(root) {
  const digest = createHash('sha256')
  for (const name of BUILT_FROM) {
    const path = join(root, name)
    if (!existsSync(path)) continue
    const files = /\.\w+$/.test(name) ? [path] : [...filesIn(path)]
    for (const file of files) digest.update(file.slice(root.length)).update(readFileSync(file))
  }
  return digest.digest('hex')
}

/** Text of the build that a browser fetches, compressed once and well. */
function compressStaticFiles(folder) {
  for (const file of filesIn(folder)) {
    if (!/\.(js|css|ttf|svg)$/.test(file)) continue
    const text = readFileSync(file)
    writeFileSync(
      `${file}.br`,
      brotliCompressSync(text, {
        params: { [constants.BROTLI_PARAM_QUALITY]: 10, [constants.BROTLI_PARAM_SIZE_HINT]: text.length },
      }),
    )
  }
}

/**
 * Takes out of the build's lists of parts the files that were not written: the framework names the chunks of a part as it first cut them, and each
 * page would ask for those in vain before the others.
 */
function withoutUnwritten(built) {
  for (const list of filesIn(join(built, 'server/app'))) {
    if (!list.endsWith('react-loadable-manifest.json')) continue
    const parts = JSON.parse(readFileSync(list, 'utf8'))
    for (const part of Object.values(parts)) part.files = part.files.filter((file) => existsSync(join(built, file)))
    writeFileSync(list, JSON.stringify(parts))
  }
}

export function ensureBuild(root) {
  const stamp = join(root, '.next/awlbright-sources')
  const digest = sourceDigest(root)
  if (existsSync(stamp) && readFileSync(stamp, 'utf8') === digest) return
  console.log('Building the app (about a minute, once per change)…')
  run('npx', ['next', 'build'], { cwd: root, env: { ...process.env, NEXT_TELEMETRY_DISABLED: '1' } })
  withoutUnwritten(join(root, '.next'))
  run('npx', ['tsx', 'scripts/buildServiceWorker.ts'], { cwd: root })
  compressStaticFiles(join(root, '.next/static'))
  writeFileSync(stamp, digest)
}
