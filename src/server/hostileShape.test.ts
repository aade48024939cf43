import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { hostileShape } from './hostileShape'

const parsed = (text: string) => JSON.parse(text) as unknown

describe('a parsed value', () => {
  it.each(['constructor', '__proto__', 'toString', 'hasOwnProperty', 'valueOf'])(
    'is not looked at with a field called %s, wherever it is',
    (key) => {
      for (const text of [`{"${key}":1}`, `[{"a":[{"${key}":null}]}]`])
        expect(hostileShape(parsed(text))).toMatch(new RegExp(`“${key}”`))
    },
  )
  it('is not looked at when it is nested without end', () => {
    expect(hostileShape(parsed('['.repeat(200_000) + ']'.repeat(200_000)))).toMatch(/nested more deeply/)
    expect(hostileShape(parsed('{"a":'.repeat(100) + '1' + '}'.repeat(100)))).toMatch(/nested more deeply/)
  })
  it('is looked at when it is anything else', () => {
    fc.assert(
      fc.property(fc.jsonValue({ maxDepth: 5 }), (value) => {
        const text = JSON.stringify(value)
        if (
          /"(__proto__|constructor|toString|toLocaleString|valueOf|hasOwnProperty|isPrototypeOf|propertyIsEnumerable|__\w+__)":/.test(
            text,
          )
        )
          return
        expect(hostileShape(parsed(text))).toBeNull()
      }),
      { seed: 9 },
    )
    expect(hostileShape({ bytes: new Uint8Array(1e6), at: 'constructor' })).toBeNull()
  })
})
