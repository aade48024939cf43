import { readFileSync } from 'node:fs'
import { expect, it } from 'vitest'
import { SIGN_RANGES } from './signRanges'

it('asks the browser for the signs that were cut out, and for no others', () => {
  const asked = /value: '(U\+[^']+)'/.exec(readFileSync(`${import.meta.dirname}/fonts.ts`, 'utf8'))?.[1]
  const hex = (code: number) => code.toString(16).toUpperCase().padStart(4, '0')
  expect(asked?.split(', ')).toEqual(
    SIGN_RANGES.map(([from, to]) => `U+${hex(from)}${from === to ? '' : `-${hex(to)}`}`),
  )
})
