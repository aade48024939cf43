import { describe, expect, it } from 'vitest'
import { csvCell } from './csvCell'
import { rowsOfLines } from './csvTable'
import { tameCell } from './tameCell'

describe('a cell of a CSV file', () => {
  it.each(['=1+1', '+cmd|x', '-2+3', '@SUM(A1)', '\t=1', '\r=1', '\n=1', ' =1', '|calc', '%0A=1'])(
    'is not run by a spreadsheet: %j',
    (text) => {
      expect(tameCell(text)).toBe(`'${text}`)
      expect(csvCell(text).replace(/^"/, '').startsWith("'")).toBe(true)
    },
  )
  it.each(['-5.2', '+3', '12', '-0,31', 'Kitchen', '', "it's", '5 = five'])('stays what it is: %j', (text) =>
    expect(tameCell(text)).toBe(text),
  )
  it('is tamed among rows that were kept aside too', () => {
    expect(rowsOfLines('name,power\n=HYPERLINK(1),5\nOven,-3\n', [2, 3])).toBe(
      "name,power\n'=HYPERLINK(1),5\nOven,-3\n",
    )
  })
})
