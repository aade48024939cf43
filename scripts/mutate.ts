// npm run mutate [-- keys holds rests limits opens]: changes one declaration, limit or Open at a time and shows whether the unit tests notice.
// `opens` takes hours: each Open that the core may answer becomes Proven, and all tests that reach its file are asked.
// The work tree is left alone: mutants live in copies under .data/mutants.
import { spawn } from 'node:child_process'
import { cpSync, mkdirSync, readFileSync, rmSync, symlinkSync, writeFileSync } from 'node:fs'
import { join, resolve } from 'node:path'
import { fileURLToPath } from 'node:url'
import { MUTATIONS, type MutationKind } from './lib/mutations'

const root = resolve(fileURLToPath(new URL('..', import.meta.url)))
const folder = join(root, '.data/mutants')
const COPIED = ['src', 'tests', 'demo', 'docs', 'vitest.config.ts', 'tsconfig.json', 'package.json']
const WORKERS = 2

/** One change of one file: what stood there, what stands there now, and the tests that should notice. */
interface Mutant {
  kind: MutationKind
  file: string
  line: number
  was: string
  is: string
  text: string
}

const beside = (folder: string) => () => ['run', folder]
/** Whose tests are asked: those that stand beside what is changed, so that the whole takes a few minutes; of an Open all that reach it. */
const ASKED: Readonly<Record<MutationKind, (mutant: Mutant) => string[]>> = {
  keys: beside('src/core/evidence'),
  holds: beside('src/core/evidence'),
  rests: beside('src/core/evidence'),
  limits: beside('src/core/rules'),
  opens: ({ file }) => ['related', file, '--run', '--exclude', 'tests/database/**'],
}

const wanted = process.argv.slice(2) as MutationKind[]

function mutantsOf(kind: MutationKind): Mutant[] {
  const { files, changes } = MUTATIONS[kind]
  return files(root).flatMap((file) => {
    const text = readFileSync(join(root, file), 'utf8')
    return changes(text).map(({ at, was, is }) => ({
      kind,
      file,
      line: text.slice(0, at).split('\n').length,
      was,
      is,
      text: text.slice(0, at) + is + text.slice(at + was.length),
    }))
  })
}

function copyOf(worker: number): string {
  const copy = join(folder, String(worker))
  mkdirSync(copy, { recursive: true })
  for (const name of COPIED) cpSync(join(root, name), join(copy, name), { recursive: true })
  symlinkSync(join(root, 'node_modules'), join(copy, 'node_modules'))
  return copy
}

/** Whether the tests fail on the mutant: `true` is what is wanted. */
const noticed = (copy: string, mutant: Mutant): Promise<boolean> =>
  new Promise((done) => {
    const args = ['vitest', ...ASKED[mutant.kind](mutant), '--bail=1', '--reporter=dot', '--maxWorkers=1']
    spawn('npx', args, { cwd: copy, stdio: 'ignore' }).once('exit', (code) => done(code !== 0))
  })

async function work(worker: number, queue: Mutant[], survivors: Mutant[]): Promise<void> {
  const copy = copyOf(worker)
  for (let mutant = queue.shift(); mutant; mutant = queue.shift()) {
    const path = join(copy, mutant.file)
    const original = readFileSync(path, 'utf8')
    writeFileSync(path, mutant.text)
    const caught = await noticed(copy, mutant)
    writeFileSync(path, original)
    if (!caught) survivors.push(mutant)
    process.stdout.write(caught ? '.' : `\nNOT NOTICED ${mutant.file}:${mutant.line}  ${mutant.was} → ${mutant.is}\n`)
  }
}

rmSync(folder, { recursive: true, force: true })
const kinds = (Object.keys(MUTATIONS) as MutationKind[]).filter((kind) => wanted.length === 0 || wanted.includes(kind))
const queue = kinds.flatMap(mutantsOf)
const total = queue.length
const survivors: Mutant[] = []
console.log(`${total} mutants of ${kinds.join(', ')}`)
await Promise.all(Array.from({ length: WORKERS }, (_, worker) => work(worker, queue, survivors)))
rmSync(folder, { recursive: true, force: true })
console.log(`\n${total - survivors.length} noticed, ${survivors.length} not noticed`)
process.exit(survivors.length === 0 && total > 0 ? 0 : 1)
