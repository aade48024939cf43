import { expect, it } from 'vitest'
import { house, reading, recordOf } from '../../../tests/support/house'
import { benchOf } from './bench'
import { isJudgedAlike } from './judgedAlike'
import { CLOCK_AHEAD, type Reading } from './reading'

const AT = '2026-01-05T10:00:00.000Z'
const waiting: Reading = { ...reading('outage.told', 'answer', 'yes'), recordedAt: AT, receivedAt: null }
const record = recordOf(house(), [reading('outage.saved', 'answer', 'yes'), waiting])
const withLast = (change: Partial<Reading>) => ({
  ...record,
  readings: record.readings.map((one) => (one === waiting ? { ...one, ...change } : one)),
})

it('does not judge anew what the server has acknowledged, nor what stands on the cover', () => {
  const acknowledged = withLast({ receivedAt: '2026-01-05T10:00:01.000Z' })
  expect(isJudgedAlike(record, acknowledged)).toBe(true)
  expect(benchOf(acknowledged).judgements).toEqual(benchOf(record).judgements)
  const cover = { place: 'Fernside', scheduledDay: null, gatewayHost: null, gatewayPort: null }
  expect(isJudgedAlike(record, { ...record, cover })).toBe(true)
})

it('judges anew what the server had before it was made by the device’s clock: it may stand before another now', () => {
  expect(isJudgedAlike(record, withLast({ receivedAt: '2026-01-05T09:00:00.000Z' }))).toBe(false)
})

it('judges anew whatever else of a reading differs', () => {
  // each property there is: one that comes later is held against its like of itself
  const others: Partial<Reading>[] = (Object.keys(waiting) as (keyof Reading)[])
    .filter((name) => name !== 'receivedAt')
    .map((name) => ({ [name]: 'another' }))
  for (const other of [...others, { detail: { [CLOCK_AHEAD]: 60 } }, { detail: { bound: 'above' } }])
    expect(isJudgedAlike(record, withLast(other)), JSON.stringify(other)).toBe(false)
})

it('judges anew where a reading came, went or changed its place, and where anything else of the job changed', () => {
  const { readings } = record
  for (const changed of [
    [...readings, reading('outage.saved', 'answer', 'no')],
    readings.slice(1),
    readings.toReversed(),
  ])
    expect(isJudgedAlike(record, { ...record, readings: changed })).toBe(false)
  for (const name of Object.keys(record).filter((name) => name !== 'readings'))
    expect(isJudgedAlike(record, { ...record, [name]: structuredClone([]) }), name).toBe(false)
})

it('takes facts that were written out and read again for the same', () => {
  const facts = { confirmed: ['range'], source: 'gateway' }
  const [one, other] = [withLast({ detail: facts }), withLast({ detail: { ...facts } })]
  expect(isJudgedAlike(one, other)).toBe(true)
})
