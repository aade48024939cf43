import { readFileSync } from 'node:fs'
import { isBuiltin } from 'node:module'
import { dirname, join, resolve } from 'node:path'
import ts from 'typescript'
import { describe, expect, it } from 'vitest'
import manifest from '../../package.json'

const ROOT = resolve(import.meta.dirname, '../..')

/** The modules a file names at its head; what it asks for later, while it runs, is not among them. */
function headImports(file: string): string[] {
  const { statements } = ts.createSourceFile(file, readFileSync(file, 'utf8'), ts.ScriptTarget.Latest)
  return statements.flatMap((statement) => {
    if (!ts.isImportDeclaration(statement) && !ts.isExportDeclaration(statement)) return []
    const from = statement.moduleSpecifier
    return from !== undefined && ts.isStringLiteral(from) ? [from.text] : []
  })
}

/** What a script started by plain `node` asks for before its first line runs, through every file it imports. */
function packagesAskedFor(script: string, seen = new Set<string>()): string[] {
  if (seen.has(script)) return []
  seen.add(script)
  return headImports(script).flatMap((name) => {
    if (name.startsWith('.')) return packagesAskedFor(join(dirname(script), name), seen)
    return isBuiltin(name) ? [] : [`${script.slice(ROOT.length + 1)}: ${name}`]
  })
}

const startedByNode = Object.entries(manifest.scripts).flatMap(([command, line]) => {
  const script = /^node (scripts\/\S+\.mjs)/.exec(line)?.[1]
  return script === undefined ? [] : [[command, script] as const]
})

describe('a fresh clone, before any package is installed', () => {
  it('has commands that are started by Node.js alone', () => {
    expect(startedByNode.map(([command]) => command)).toEqual(
      expect.arrayContaining(['demo', 'test', 'bench', 'screenshots']),
    )
  })

  it.each(startedByNode)('npm run %s needs no package to begin', (_command, script) => {
    expect(packagesAskedFor(join(ROOT, script))).toEqual([])
  })

  it('would notice a package at the head of a file', () => {
    expect(packagesAskedFor(join(ROOT, 'scripts/migrate.ts')).some((line) => line.endsWith(': pg'))).toBe(true)
  })
})
