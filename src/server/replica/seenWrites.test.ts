import { describe, expect, it } from 'vitest'
import { SEEN_COOKIE, seenIn } from './seenWrites'

describe('how far a browser has seen', () => {
  it.each([
    ['awlbright-seen=0/16B3748', '0/16B3748'],
    ['a=b; awlbright-seen=2A%2F0; c=d', '2A/0'],
    ['not-awlbright-seen=0/1', null],
    [`${SEEN_COOKIE}=`, null],
    [`${SEEN_COOKIE}='; drop table reading`, null],
    [`${SEEN_COOKIE}=123456789/0`, null],
    [`${SEEN_COOKIE}=0/1/2`, null],
    ['', null],
    [null, null],
  ])('%s', (cookies, place) => {
    expect(seenIn(cookies)).toBe(place)
  })
  it('that is badly written is none', () => {
    expect(seenIn(`${SEEN_COOKIE}=%E0%A4%A`)).toBeNull()
  })
})
