import { spawnSync } from 'node:child_process'
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'

const HERE = new URL('./yardsticks/', import.meta.url).pathname

/**
 * Compiles one of the plain C programs beside this file and runs it on some bytes, which it gets as a file; answers with what it printed,
 * or with `null` where this machine has no C compiler, which it says.
 *
 * @throws Error where it does not compile, or fails
 */
export function yardstick<T extends { ms: number }>(
  name: 'wave' | 'year',
  bytes: Uint8Array,
  args: readonly (string | number)[],
): T | null {
  const compiler = ['cc', 'gcc', 'clang'].find((one) => spawnSync(one, ['--version']).status === 0)
  if (compiler === undefined) {
    console.log(`no C compiler on this machine: ${name} has no yardstick`)
    return null
  }
  const folder = mkdtempSync(join(tmpdir(), 'awlbright-yardstick-'))
  try {
    const run = (command: string, given: readonly string[]): string => {
      const { status, stdout, stderr } = spawnSync(command, given, { encoding: 'utf8' })
      if (status !== 0) throw new Error(`the yardstick ${name} failed: ${stderr}`)
      return stdout
    }
    const program = join(folder, name)
    run(compiler, ['-O2', '-o', program, join(HERE, `${name}.c`), '-lm'])
    writeFileSync(join(folder, 'input'), bytes)
    return JSON.parse(run(program, [join(folder, 'input'), ...args.map(String)])) as T
  } finally {
    rmSync(folder, { recursive: true, force: true })
  }
}
