import { expect, it } from 'vitest'
import { withinSentence } from './withinSentence'

it.each([
  ['Inverter terminals, L1 to neutral', 'inverter terminals, L1 to neutral'],
  ['L1 to neutral', 'L1 to neutral'],
  ['N to earth', 'N to earth'],
  ['PV coupling', 'PV coupling'],
  ['A helper stands at the board', 'a helper stands at the board'],
  ['Łódź', 'łódź'],
  ['Voc of the string', 'Voc of the string'],
  ['x1', 'x1'],
  ['', ''],
])('%s within a sentence is %s', (label, within) => {
  expect(withinSentence(label)).toBe(within)
})
