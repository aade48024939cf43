import { readFileSync, readdirSync } from 'node:fs'
import { fileURLToPath } from 'node:url'
import { describe, expect, it } from 'vitest'

const src = fileURLToPath(new URL('../../src/', import.meta.url))

/** Where people read what is written. */
const READ_BY_PEOPLE = ['features', 'ui', 'app', 'server/pack']

/** A count from a list or a field of that name, with several of something behind it. */
const COUNT_OF_SEVERAL = /\{[\w.]*(?:\.length|[cC]ount)\} [a-z]+s\b/g

/** The lines before it ask whether it is one. */
const asksForOne = (text: string, index: number) => /=== 1\b(?:[^\n]*\n){0,3}[^\n]*$/.test(text.slice(0, index))

const files = READ_BY_PEOPLE.flatMap((folder) =>
  readdirSync(src + folder, { recursive: true, encoding: 'utf8' })
    .filter((name) => /\.tsx?$/.test(name) && !name.includes('.test.'))
    .map((name) => `${folder}/${name}`),
)

describe('a count says one thing where it is one', () => {
  it('by the helper for it, or by asking', () => {
    const several = files.flatMap((file) => {
      const text = readFileSync(src + file, 'utf8')
      return [...text.matchAll(COUNT_OF_SEVERAL)]
        .filter(({ index }) => !asksForOne(text, index))
        .map(({ index, 0: words }) => `${file}:${text.slice(0, index).split('\n').length} ${words}`)
    })
    expect(several).toEqual([])
  })

  it('notices one that does not', () => {
    const text = 'note={`${lines.length} lines`}'
    expect([...text.matchAll(COUNT_OF_SEVERAL)].filter(({ index }) => !asksForOne(text, index))).toHaveLength(1)
  })
})
