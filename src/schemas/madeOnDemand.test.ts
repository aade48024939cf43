import { describe, expect, it } from 'vitest'
import { madeOnDemand } from './madeOnDemand'

describe('what is made on demand', () => {
  it('is made once, when it is first asked for', () => {
    const asked: string[] = []
    const made = madeOnDemand(['a', 'b', 'c'], (key) => {
      asked.push(key)
      return { key }
    })
    expect(Object.keys(made)).toEqual(['a', 'b', 'c'])
    expect(asked).toEqual([])
    const first = made.b
    expect(first).toEqual({ key: 'b' })
    expect(made.b).toBe(first)
    expect(asked).toEqual(['b'])
    expect(Object.values(made)).toEqual([{ key: 'a' }, { key: 'b' }, { key: 'c' }])
    expect(asked).toEqual(['b', 'a', 'c'])
  })

  it('knows no key that it was not given', () =>
    expect(Object.hasOwn(madeOnDemand(['a'], String), 'constructor')).toBe(false))
})
