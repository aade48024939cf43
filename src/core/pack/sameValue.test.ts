import { describe, expect, it } from 'vitest'
import { sameValue } from './sameValue'

describe('two values', () => {
  it.each([
    [{ a: 1, b: null }, { a: 1 }],
    [{ a: 1, c: { d: null, e: {} } }, { a: 1 }],
    [{ a: [{ b: null }] }, { a: [{}] }],
    [null, undefined],
    [
      { b: 2, a: 1 },
      { a: 1, b: 2 },
    ],
  ])('say the same: %j and %j', (a, b) => {
    expect([sameValue(a, b), sameValue(b, a)]).toEqual([true, true])
  })
  it.each([
    [{ a: 0 }, { a: null }],
    [{ a: '' }, { a: null }],
    [{ a: false }, {}],
    [{ a: [] }, {}],
    [{ a: [null] }, { a: [] }],
    [{ a: { b: 1 } }, { a: { b: 2 } }],
  ])('say something else: %j and %j', (a, b) => {
    expect([sameValue(a, b), sameValue(b, a)]).toEqual([false, false])
  })
})
