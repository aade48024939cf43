import { expect, it } from 'vitest'
import { parseFigure } from './parseFigure'

it.each([
  ['3,5', 3.5],
  [' 18.54 ', 18.54],
  ['0', 0],
  ['', null],
  ['   ', null],
  ['-2', null],
  ['3 m', null],
  ['Infinity', null],
])('“%s” is %s', (text, value) => {
  expect(parseFigure(text)).toBe(value)
})
