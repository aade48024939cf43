import { describe, expect, it } from 'vitest'
import { faultOf } from './log'

describe('what a log holds of an error', () => {
  it('is its kind, its code and where it was thrown', () => {
    const error = Object.assign(new TypeError('no such thing'), { code: '23505' })
    expect(faultOf(error)).toEqual({
      name: 'TypeError',
      code: '23505',
      at: expect.stringContaining('log.test.ts') as unknown,
    })
  })

  it.each(['Ann Example, 1 Some Lane', 'two lines\n    at the door of Ann Example', '\n    at Ann Example'])(
    'is none of its words: %j',
    (words) => expect(JSON.stringify(faultOf(new Error(words)))).not.toContain('Ann Example'),
  )

  it('is none of its words of before, where they were changed', () => {
    const error = new Error('\n    at Ann Example')
    error.message = 'other words'
    expect(JSON.stringify(faultOf(error))).not.toContain('Ann Example')
  })

  it.each([[null], ['a text'], [undefined]])('is not more than its kind, where %s was thrown', (thrown) =>
    expect(faultOf(thrown)).toEqual({ name: typeof thrown, code: null, at: null }),
  )
})
