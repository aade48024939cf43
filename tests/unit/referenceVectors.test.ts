import { readFileSync, readdirSync } from 'node:fs'
import { fileURLToPath } from 'node:url'
import { describe, expect, it } from 'vitest'
import { CALC_CODES } from '@/cli/calcCodes'

const folder = fileURLToPath(new URL('../reference/vectors/', import.meta.url))

interface Vectors {
  code: string
  cases: { name: string; input: unknown; expected: unknown; tolerance?: { rel?: number; abs?: number } }[]
}

/** Paths at which `actual` is not what the vectors expect, by their own rule of comparison. */
function differences(actual: unknown, expected: unknown, tolerance: { rel?: number; abs?: number }, path = ''): string[] {
  if (typeof expected === 'number') {
    const allowed = Math.max(tolerance.abs ?? 0, (tolerance.rel ?? 0) * Math.abs(expected), 1e-12)
    return typeof actual === 'number' && Math.abs(actual - expected) <= allowed ? [] : [`${path}: ${String(actual)} instead of ${expected}`]
  }
  if (expected === null || typeof expected !== 'object') return Object.is(actual, expected) ? [] : [`${path}: ${String(actual)} instead of ${String(expected)}`]
  if (Array.isArray(expected) && (!Array.isArray(actual) || actual.length !== expected.length)) return [`${path}: list of another length`]
  if (actual === null || typeof actual !== 'object') return [`${path}: ${String(actual)} instead of an object`]
  return Object.entries(expected).flatMap(([key, value]) => differences((actual as Record<string, unknown>)[key], value, tolerance, `${path}/${key}`))
}

/** The profile a vector names lies beside the vectors; the calculation takes a path. */
const withPath = (input: unknown) => (typeof input === 'object' && input !== null && 'profileCsv' in input ? { ...input, profileCsv: folder + String(input.profileCsv) } : input)

for (const file of readdirSync(folder).filter((name) => name.endsWith('.json'))) {
  const vectors = JSON.parse(readFileSync(folder + file, 'utf8')) as Vectors
  describe(vectors.code, () => {
    it.each(vectors.cases)('$name', ({ input, expected, tolerance = {} }) => {
      expect(differences(CALC_CODES[vectors.code]?.run(withPath(input)), expected, tolerance)).toEqual([])
    })
  })
}

it('notices a wrong figure', () => {
  expect(differences({ a: 1.1, b: 'x' }, { a: 1, b: 'y' }, { rel: 1e-9 })).toHaveLength(2)
})
