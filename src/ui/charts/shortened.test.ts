import { expect, it } from 'vitest'
import { shortened } from './shortened'

it('leaves what has room, and says of the rest that there is more', () => {
  expect(['Oven', 'Hob', 'Vehicle charger'].map((words) => shortened(words, 4))).toEqual(['Oven', 'Hob', 'Veh…'])
  expect(shortened('Oven', 0)).toBe('O…')
})
