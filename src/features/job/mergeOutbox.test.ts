import { expect, it } from 'vitest'
import { house, reading, recordOf } from '../../../tests/support/house'
import { readingEntry } from '../../../tests/support/outboxEntries'
import type { OutboxEntry } from '../outbox/outboxEntry'
import { ledgerGroups, newestLines } from './ledger/ledgerGroups'
import {
  isHeldAgainstOtherJobs,
  mergeOutbox,
  readingsOnTheirWay,
  receivedIn,
  unknownOf,
  withAcknowledged,
  withAdded,
  withMissing,
} from './mergeOutbox'

const { jobId } = house()
const waiting = (change: Partial<OutboxEntry> = {}): OutboxEntry =>
  ({ ...readingEntry(reading('outage.told', 'answer', 'yes')), jobId, ...change }) as OutboxEntry

it('shows what waits on top of what the server holds, once', () => {
  const one = waiting()
  const held = recordOf(house(), [reading('outage.saved', 'answer', 'yes')])
  const merged = mergeOutbox(held, jobId, [one, waiting({ jobId: 'another' }), waiting({ refusal: 'no' })])
  expect(merged.readings.map(({ id }) => id)).toEqual([held.readings[0]?.id, one.id])
  expect(mergeOutbox(merged, jobId, [one]).readings).toHaveLength(2)
})

it('keeps an acknowledged entry on the screen, as received', () => {
  const one = waiting()
  expect(
    withAcknowledged(recordOf(house()), jobId, [one], '2026-01-01T00:00:00Z').readings.map(
      ({ receivedAt }) => receivedAt,
    ),
  ).toEqual(['2026-01-01T00:00:00Z'])
})

it('gathers the ledger newest first, by point, and keeps what left the plan', () => {
  const readings = [
    reading('outage.told', 'answer', 'no'),
    reading('outage.saved', 'answer', 'yes'),
    reading('outage.saved', 'answer', 'no'),
    reading('outage.gone', 'answer', 'yes'),
  ]
  expect(ledgerGroups([], readings, 'outage').map((group) => [group.pointKey, group.readings.length])).toEqual([
    ['outage.gone', 1],
    ['outage.saved', 2],
    ['outage.told', 1],
  ])
})

it('knows a group of the ledger by its first reading, so that it stays while more come into it', () => {
  const readings = [reading('outage.told', 'answer', 'no'), reading('outage.saved', 'answer', 'yes')]
  const more = reading('outage.saved', 'answer', 'no')
  const ids = (all: typeof readings) => ledgerGroups([], all, 'outage').map(({ id }) => id)
  expect(ids(readings)).toEqual([readings[1]?.id, readings[0]?.id])
  expect(ids([...readings, more])).toEqual(ids(readings))
  // cut off at its old end it is still the same
  expect(newestLines(ledgerGroups([], [...readings, more], 'outage'), 1).map(({ id }) => id)).toEqual([readings[1]?.id])
})

it('fetches of what it is told only what it has not as the server has it', () => {
  const received = { ...reading('outage.saved', 'answer', 'yes'), receivedAt: '2026-01-01T00:00:00Z' }
  const waits = { ...reading('outage.told', 'answer', 'yes'), receivedAt: null }
  const told = new Set([received.id, waits.id, 'new'])
  expect(unknownOf(told, [received, waits], new Set())).toEqual([waits.id, 'new'])
  expect(unknownOf(told, [received, waits], new Set([waits.id]))).toEqual(['new'])
  const fresh = { ...reading('outage.told', 'answer', 'no'), id: 'new', receivedAt: '2026-01-01T00:00:00Z' }
  const record = withAdded(recordOf(house(), [received, waits]), [
    { ...waits, receivedAt: '2026-01-01T00:00:00Z' },
    fresh,
  ])
  expect(record.readings.map(({ id, receivedAt }) => [id, receivedAt !== null])).toEqual([
    [received.id, true],
    [waits.id, true],
    ['new', true],
  ])
})

it('draws so many lines of the ledger and no more, the newest', () => {
  const readings = Array.from({ length: 9 }, (_, k) => reading(k < 4 ? 'outage.a' : 'outage.b', 'answer', 'yes'))
  const groups = ledgerGroups([], readings, 'outage')
  expect(newestLines(groups, 7).map((group) => [group.pointKey, group.readings.length])).toEqual([
    ['outage.b', 5],
    ['outage.a', 2],
  ])
  expect(newestLines(groups, 100)).toEqual(groups)
})

it('does not lose what was acknowledged while the job was being fetched', () => {
  const [before, meanwhile] = ['outage.saved', 'outage.told'].map((key) => ({
    ...reading(key, 'answer', 'yes'),
    receivedAt: '2026-01-01T00:00:00Z',
  }))
  const waits = reading('outage.medical', 'answer', 'yes')
  const fetched = recordOf(house(), [before!])
  expect(withMissing(fetched, receivedIn([before!, meanwhile!, waits])).readings).toEqual([before, meanwhile])
})

it('knows which reading the server holds against other jobs', () => {
  const slots = ['serial', 'firmware', 'r618']
  expect(slots.map((slot) => isHeldAgainstOtherJobs({ slot }))).toEqual([true, false, false])
})

it('does not fetch what it is sending itself, unless that was refused', () => {
  const [one, other] = [waiting(), waiting({ refusal: 'no' })]
  expect([...readingsOnTheirWay([one, other])]).toEqual([one.id])
})
