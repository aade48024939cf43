import { expect, it } from 'vitest'
import { listed } from './listed'

it.each([
  [[], ''],
  [['serial'], 'serial'],
  [['serial', 'picture'], 'serial, picture'],
  [['intake, L1 to neutral', 'house side'], 'intake, L1 to neutral; house side'],
] as const)('%j', (things, line) => {
  expect(listed(things)).toBe(line)
})
