import { readFileSync, readdirSync } from 'node:fs'
import { fileURLToPath } from 'node:url'
import { describe, expect, it } from 'vitest'
import { CALC_CODES } from '@/cli/calcCodes'
import { differences } from '../support/differences'

const folder = fileURLToPath(new URL('../reference/vectors/', import.meta.url))

interface Vectors {
  code: string
  cases: { name: string; input: unknown; expected: unknown; tolerance?: { rel?: number; abs?: number } }[]
}

/** The profile a vector names lies beside the vectors; the calculation takes a path. */
const withPath = (input: unknown) =>
  typeof input === 'object' && input !== null && 'profileCsv' in input
    ? {
        ...input,
        profileCsv: folder + String(input.profileCsv),
        ...('priceCsv' in input && { priceCsv: folder + String(input.priceCsv) }),
      }
    : input

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
