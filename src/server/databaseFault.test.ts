import { describe, expect, it } from 'vitest'
import { constraintOf, isDataFault, isDatabaseAway, isDatabaseBusy } from './databaseFault'

const coded = (code: string, message = 'x') => Object.assign(new Error(message), { code })
const wrapped = (cause: unknown) => new Error('Failed query: select 1', { cause })

describe('what the database says', () => {
  it.each([
    coded('ECONNREFUSED'),
    coded('ECONNRESET'),
    coded('EPIPE'),
    coded('57P01'),
    coded('57P02'),
    coded('57P03'),
    coded('53300'),
    coded('08006'),
    new Error('Connection terminated unexpectedly'),
    new Error('Client has encountered a connection error and is not queryable'),
    new Error('timeout exceeded when trying to connect'),
  ])('means that it is away, however deep it is wrapped: %s', (error) => {
    for (const one of [error, wrapped(error), wrapped(wrapped(error))]) {
      expect(isDatabaseAway(one)).toBe(true)
      expect(isDataFault(one)).toBe(false)
    }
  })
  it.each([coded('22003'), coded('22P02'), coded('23505'), coded('23514')])(
    'means that it will refuse it again: %s',
    (error) => {
      for (const one of [error, wrapped(error)]) expect([isDataFault(one), isDatabaseAway(one)]).toEqual([true, false])
    },
  )
  it.each([new Error('no such job'), new TypeError('x is undefined'), coded('42P01'), null, 'ECONNREFUSED'])(
    'is a fault of the app’s own otherwise: %s',
    (error) => expect([isDataFault(error), isDatabaseAway(error)]).toEqual([false, false]),
  )
  it('tells a busy server from one that is away', () => {
    for (const error of [coded('53300'), new Error('timeout exceeded when trying to connect')])
      expect([isDatabaseBusy(error), isDatabaseBusy(wrapped(error)), isDatabaseAway(error)]).toEqual([true, true, true])
    for (const error of [coded('ECONNREFUSED'), coded('57P01'), new Error('Connection terminated'), null])
      expect(isDatabaseBusy(error)).toBe(false)
  })
  it('names the rule that was broken', () => {
    const error = Object.assign(coded('23505'), { constraint: 'load_tag' })
    expect([constraintOf(wrapped(error)), constraintOf(coded('22003')), constraintOf(null)]).toEqual([
      'load_tag',
      null,
      null,
    ])
  })
})
