import { expect, it } from 'vitest'
import { house, reading, recordOf } from '../../../tests/support/house'
import type { JobView } from '@/server/useCases/jobs'
import { judgingAsItChanges } from './judgedJob'

const waiting = { ...reading('outage.told', 'answer', 'yes'), recordedAt: '2026-01-05T10:00:00.000Z', receivedAt: null }
const cover = { place: 'Fernside', scheduledDay: null, gatewayHost: null, gatewayPort: null }
const record = { ...recordOf(house(), [waiting]), cover }
const view = { version: 3, packs: [], record } as unknown as JobView

it('hands out the same where a reading was acknowledged', () => {
  const judge = judgingAsItChanges()
  const first = judge(view, record)
  const readings = [{ ...waiting, receivedAt: '2026-01-05T10:00:01.000Z' }]
  const then = judge({ ...view, record: { ...record, readings } }, { ...record, readings, cover: { ...cover } })
  expect(then.head).toBe(first.head)
  expect(then.record).toBe(first.record)
  expect(then.bench).toBe(first.bench)
})

it('judges anew where a reading came in', () => {
  const judge = judgingAsItChanges()
  const first = judge(view, record)
  const no = { ...reading('outage.told', 'answer', 'no'), recordedAt: '2026-01-05T11:00:00.000Z' }
  const then = judge(view, { ...record, readings: [...record.readings, no] })
  expect(then.head).toBe(first.head)
  expect(then.bench.judgements.get('outage.told')).not.toEqual(first.bench.judgements.get('outage.told'))
})

it('hands out another place without judging anew, and what else the server says', () => {
  const judge = judgingAsItChanges()
  const first = judge(view, record)
  const moved = judge({ ...view, version: 4 } as JobView, { ...record, cover: { ...cover, place: 'Elsewhere' } })
  expect(moved.bench).toBe(first.bench)
  expect(moved.record.cover?.place).toBe('Elsewhere')
  expect(moved.head.version).toBe(4)
})
