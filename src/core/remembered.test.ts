import { describe, expect, it } from 'vitest'
import { Remembered } from './remembered'

describe('what is remembered', () => {
  it('is what was kept under its key, and nothing else', () => {
    const one = new Remembered<{ n: number }>(3)
    const value = { n: 1 }
    expect(one.keep('a', value)).toBe(value)
    expect(one.get('a')).toBe(value)
    expect(one.get('b')).toBeUndefined()
    expect(one.get('constructor')).toBeUndefined()
    one.keep('a', { n: 2 })
    expect(one.get('a')).toEqual({ n: 2 })
  })

  it('gives way where it was not asked for longest', () => {
    const two = new Remembered<number>(2)
    two.keep('a', 1)
    two.keep('b', 2)
    expect(two.get('a')).toBe(1)
    two.keep('c', 3)
    expect([two.get('a'), two.get('b'), two.get('c')]).toEqual([1, undefined, 3])
  })
})
