// npm run bench: measures what docs/benchmarks.md states, on a cluster of its own, and prints it.
import { rmSync } from 'node:fs'
import { dirname, join, resolve } from 'node:path'
import { spawnSync } from 'node:child_process'
import { fileURLToPath } from 'node:url'
import { startApp } from './lib/app.mjs'
import { ensureBuild } from './lib/build.mjs'
import { freePort } from './lib/cluster.mjs'
import { ensureChromium, ensureNpmPackages, ensurePostgres } from './lib/setup.mjs'

const root = resolve(dirname(fileURLToPath(import.meta.url)), '..')
ensureNpmPackages(root)
const bin = ensurePostgres()
const executablePath = ensureChromium()
const tsx = join(root, 'node_modules/.bin/tsx')
spawnSync('node', ['--expose-gc', '--import', 'tsx', 'scripts/bench/traceAnalysis.ts'], { cwd: root, stdio: 'inherit' })
spawnSync('node', ['--import', 'tsx', 'scripts/bench/planning.ts'], { cwd: root, stdio: 'inherit' })
spawnSync('node', ['--import', 'tsx', 'scripts/bench/crewDay.ts'], { cwd: root, stdio: 'inherit' })
spawnSync('node', ['--import', 'tsx', 'scripts/bench/positionCheck.ts'], { cwd: root, stdio: 'inherit' })
spawnSync('node', ['--import', 'tsx', 'scripts/bench/sealing.ts'], { cwd: root, stdio: 'inherit' })
spawnSync('node', ['--import', 'tsx', 'scripts/bench/waveDrawing.ts'], { cwd: root, stdio: 'inherit' })
ensureBuild(root)
const dataFolder = join(root, '.test-data/bench')
rmSync(dataFolder, { recursive: true, force: true })
const app = await startApp({ root, bin, dataFolder, port: await freePort(), quiet: true })
try {
  for (const script of ['readingRoundTrip', 'planBench', 'sealJob', 'syncRate', 'fullDatabase'])
    spawnSync(tsx, [`scripts/bench/${script}.ts`], {
      cwd: root,
      stdio: 'inherit',
      env: {
        ...app.env,
        AWLBRIGHT_BENCH_URL: app.address,
        AWLBRIGHT_BENCH_CHROMIUM: executablePath,
        AWLBRIGHT_BENCH_OWNER: app.ownerUrl,
        AWLBRIGHT_BENCH_POSTGRES: bin,
      },
    })
} finally {
  await app.stop()
}
