import { expect, it } from 'vitest'
import { v7 as uuidv7 } from 'uuid'
import { MOST_ASKED_READINGS, askedReadings } from './askedReadings'

it('takes a list of ids, and so many at most', () => {
  const ids = Array.from({ length: MOST_ASKED_READINGS }, () => uuidv7())
  expect(askedReadings(ids.join(','))).toEqual(ids)
  expect(() => askedReadings([...ids, uuidv7()].join(','))).toThrow(/150 readings at most/)
})

it.each([null, '', 'constructor', `${uuidv7()},`, `${uuidv7()};${uuidv7()}`])('refuses %s', (text) => {
  expect(() => askedReadings(text)).toThrow(/list of readings/)
})
