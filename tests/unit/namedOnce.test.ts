import { readFileSync, readdirSync } from 'node:fs'
import { fileURLToPath } from 'node:url'
import { describe, expect, it } from 'vitest'
import { CALC_CODES } from '@/cli/calcCodes'

const folder = fileURLToPath(new URL('../reference/vectors/', import.meta.url))

/** Lists in which one and the same thing may come again, as it does in time. */
const MAY_COME_AGAIN = new Set(['T-7 events', 'T-9 devices'])

type Entry = Record<string, unknown>

const isNamed = (entry: unknown): entry is Entry =>
  typeof entry === 'object' && entry !== null && ['id', 'tag', 'key'].some((name) => Object.hasOwn(entry, name))

/** Each list of named things in an input, with the way to it, and the input with the first of them there twice. */
function* doubled(input: Entry): Generator<[path: string, twice: Entry]> {
  for (const [field, value] of Object.entries(input)) {
    if (Array.isArray(value) && isNamed(value[0])) yield [field, { ...input, [field]: [...value, value[0]] }]
    else if (typeof value === 'object' && value !== null && !Array.isArray(value))
      for (const [path, inner] of doubled(value as Entry)) yield [`${field}.${path}`, { ...input, [field]: inner }]
  }
}

const seen = new Set<string>()
const cases = readdirSync(folder)
  .filter((name) => name.endsWith('.json'))
  .flatMap((file) => {
    const { code, cases } = JSON.parse(readFileSync(folder + file, 'utf8')) as {
      code: string
      cases: { input: Entry }[]
    }
    return cases.flatMap(({ input }) =>
      [...doubled(input)].map(([path, twice]) => ({ code, list: `${code} ${path}`, twice })),
    )
  })
  .filter(({ list }) => !MAY_COME_AGAIN.has(list) && !seen.has(list) && seen.add(list))

describe('what stands twice in an input is refused, because nobody can tell which of the two is meant', () => {
  it('looks at a good many lists', () => {
    expect(cases.length).toBeGreaterThan(15)
  })

  it.each(cases)('$list', ({ code, twice }) => {
    expect(() => CALC_CODES[code]!.run(twice)).toThrow(/twice|Two .* are called/)
  })
})

it('a lost neutral takes one load for each phase that the supply has', () => {
  const house = { raOhm: 12, limitV: 70 }
  const run = (pack: string, loadsW: number[]) => CALC_CODES['E-5']!.run({ ...house, pack, loadsW })
  expect(() => run('iec-3ph-400', [900, 700])).toThrow(/loadsW holds one load for each phase: L1, L2, L3/)
  expect(() => run('na-split-240', [900, 900, 1500])).toThrow(/one load for each phase/)
  expect(run('na-split-240', [2900, 700])).toMatchObject({ verdict: 'proven', loadOhm: null })
})
