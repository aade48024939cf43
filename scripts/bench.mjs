// npm run bench [-- NAME …]: measures what docs/benchmarks.md states, on a cluster of its own, and prints it.
import { randomUUID } from 'node:crypto'
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
const ALONE = ['traceAnalysis', 'longRecording', 'planning', 'crewDay', 'positionCheck', 'sealing', 'waveDrawing']
const ON_THE_APP = [
  'pages',
  'readingRoundTrip',
  'storing',
  'planBench',
  'sealJob',
  'liveStream',
  'syncRate',
  'fullDatabase',
]
const asked = process.argv.slice(2)
for (const name of asked)
  if (![...ALONE, ...ON_THE_APP].includes(name)) {
    console.error(`There is no bench “${name}”. There are: ${[...ALONE, ...ON_THE_APP].join(', ')}.`)
    process.exit(2)
  }
const dataFolder = join(root, '.test-data/bench')
const chosen = (names) => names.filter((name) => asked.length === 0 || asked.includes(name))

/** Runs one of them; one that breaks off does not take the others along, and is not passed over. */
function measure(name, command, args, env) {
  const { status } = spawnSync(command, [...args, `scripts/bench/${name}.ts`], { cwd: root, stdio: 'inherit', env })
  if (status === 0) return
  console.error(`The bench “${name}” broke off; what the app said is in ${join(dataFolder, 'app.log')}.`)
  process.exitCode = 1
}

for (const name of chosen(ALONE)) measure(name, 'node', ['--expose-gc', '--import', 'tsx'], process.env)
if (chosen(ON_THE_APP).length === 0) process.exit()
ensureBuild(root)
// the stream is measured at ten moments a second, and the server's memory as its own metrics tell it
process.env.AWLBRIGHT_STAND_IN_PUSH_MS = '100'
process.env.AWLBRIGHT_METRICS_TOKEN ??= randomUUID()
rmSync(dataFolder, { recursive: true, force: true })
const app = await startApp({ root, bin, dataFolder, port: await freePort(), quiet: true })
try {
  for (const name of chosen(ON_THE_APP))
    measure(name, tsx, [], {
      ...app.env,
      AWLBRIGHT_BENCH_URL: app.address,
      AWLBRIGHT_BENCH_CHROMIUM: executablePath,
      AWLBRIGHT_BENCH_OWNER: app.ownerUrl,
      AWLBRIGHT_BENCH_POSTGRES: bin,
    })
} finally {
  await app.stop()
}
