import { expect, it } from 'vitest'
import { byteRange } from './byteRange'

it.each([
  ['bytes=0-9', { from: 0, to: 9 }],
  ['bytes=10-', { from: 10, to: 99 }],
  ['bytes=-10', { from: 90, to: 99 }],
  ['bytes=-1000', { from: 0, to: 99 }],
  ['bytes=90-1000', { from: 90, to: 99 }],
  ['bytes=99-99', { from: 99, to: 99 }],
  ['bytes=100-', 'none'],
  ['bytes=100-200', 'none'],
  ['bytes=-0', 'none'],
  ['bytes=9-3', null],
  ['bytes=0-1,5-6', null],
  ['bytes=-', null],
  ['lines=0-1', null],
  ['bytes=a-b', null],
  [null, null],
] as const)('%s of a hundred bytes', (header, expected) => {
  expect(byteRange(header, 100)).toEqual(expected)
})

it('has nothing to give of an empty file', () => {
  expect(byteRange('bytes=0-', 0)).toBe('none')
})
