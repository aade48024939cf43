import 'fake-indexeddb/auto'
import { beforeEach, describe, expect, it, vi } from 'vitest'
import { reading } from '../../../tests/support/house'
import { readingEntry } from '../../../tests/support/outboxEntries'
import { Outbox } from './outbox'
import { type OutboxEntry, isOf } from './outboxEntry'
import { openOutboxStore } from './outboxStore'
import { type Carrier, Unreachable } from './sendOutbox'

const entry = (userId = 'u1'): OutboxEntry => ({
  ...readingEntry(reading('outage.told', 'answer', 'yes')),
  userId,
})
const carrier = (entries: Carrier['entries']): Carrier => ({
  entries,
  withFiles: async ({ id }) => ({ id, outcome: 'stored', message: null }),
})
const stored: Carrier['entries'] = async (entries) =>
  entries.map(({ id }) => ({ id, outcome: 'stored', message: null }))

beforeEach(async () => {
  vi.stubGlobal('navigator', {})
  const store = openOutboxStore()
  await store.remove((await store.all()).map(({ id }) => id))
})

describe('the outbox as screens see it', () => {
  it('holds an entry until it is acknowledged, and tells of both', async () => {
    const outbox = new Outbox('u1', openOutboxStore(), carrier(stored))
    const seen: number[] = []
    const acknowledged: string[] = []
    outbox.subscribe(() => seen.push(outbox.state().entries.length))
    outbox.onAcknowledged((entries) => acknowledged.push(...entries.map(({ id }) => id)))
    const one = entry()
    await outbox.add(one)
    expect(outbox.state().entries.map(({ id }) => id)).toEqual([one.id])
    await outbox.send()
    expect([outbox.state().entries, outbox.state().away, acknowledged]).toEqual([[], null, [one.id]])
    // once as it is kept, once as it is acknowledged: each tells every screen to draw again
    expect(seen).toEqual([1, 0])
  })

  it('gives an entry up in the moment that it tells of its acknowledgement, not before and not after', async () => {
    const outbox = new Outbox('u1', openOutboxStore(), carrier(stored))
    const order: string[] = []
    outbox.onAcknowledged((entries) =>
      order.push(`taken over ${entries.length}, held ${outbox.state().entries.length}`),
    )
    await outbox.add(entry())
    outbox.subscribe(() => order.push(`held ${outbox.state().entries.length}`))
    await outbox.send()
    expect(order).toEqual(['taken over 1, held 1', 'held 0'])
  })

  it('says why nothing could be sent, and sends when it can again', async () => {
    let away = true
    const outbox = new Outbox(
      'u1',
      openOutboxStore(),
      carrier(async (entries) => {
        if (away) throw new Unreachable('no connection')
        return stored(entries)
      }),
    )
    await outbox.add(entry())
    await outbox.send()
    expect([outbox.state().away, outbox.state().entries.length]).toEqual(['no connection', 1])
    away = false
    await outbox.send()
    expect([outbox.state().away, outbox.state().entries.length]).toEqual([null, 0])
  })

  it('does not take an entry the device cannot keep', async () => {
    const store = { ...openOutboxStore(), add: () => Promise.reject(new Error('quota')) }
    const outbox = new Outbox('u1', store, carrier(stored))
    await expect(outbox.add(entry())).rejects.toThrow('quota')
    expect([outbox.state().entries, outbox.state().failure]).toEqual([
      [],
      expect.stringContaining('cannot keep entries'),
    ])
  })

  it('throws a refused entry away only when a person says so', async () => {
    const outbox = new Outbox(
      'u1',
      openOutboxStore(),
      carrier(async (entries) => entries.map(({ id }) => ({ id, outcome: 'refused', message: 'gone' }))),
    )
    const one = entry()
    await outbox.add(one)
    await outbox.send()
    expect(outbox.state().entries.map(({ refusal }) => refusal)).toEqual(['gone'])
    await outbox.dismiss(one.id)
    expect(outbox.state().entries).toEqual([])
  })

  it('sends a refused entry again as it is, when a person says so', async () => {
    let takes = false
    const outbox = new Outbox(
      'u1',
      openOutboxStore(),
      carrier(async (entries) =>
        entries.map(({ id }) => ({
          id,
          outcome: takes ? ('stored' as const) : ('refused' as const),
          message: 'the server failed',
        })),
      ),
    )
    const one = entry()
    await outbox.add(one)
    await outbox.send()
    expect(outbox.state().entries.map(({ refusal }) => refusal)).toEqual(['the server failed'])
    takes = true
    await outbox.retry(one.id)
    expect(outbox.state().entries).toEqual([])
  })

  it('shows nothing of another person’s', async () => {
    await openOutboxStore().add(entry('somebody else'))
    const outbox = new Outbox('u1', openOutboxStore(), carrier(stored))
    await outbox.refresh()
    expect(outbox.state().entries).toEqual([])
  })

  it('sends a refused entry again, in its old place, once a person stands by it', async () => {
    const sent: string[][] = []
    const outbox = new Outbox(
      'u1',
      openOutboxStore(),
      carrier(async (entries) => {
        sent.push(entries.map(({ id }) => id))
        return entries.map((one) => {
          const confirmed = isOf(one, 'recordReadings') ? (one.input.readings[0]?.confirmed ?? []) : []
          return confirmed.includes('outOfRange')
            ? { id: one.id, outcome: 'stored', message: null }
            : { id: one.id, outcome: 'refused', message: 'out of range', asks: ['outOfRange'] }
        })
      }),
    )
    const one = entry()
    await outbox.add(one)
    await outbox.send()
    expect(outbox.state().entries.map(({ refusal, asks }) => [refusal, asks])).toEqual([
      ['out of range', ['outOfRange']],
    ])
    await outbox.confirm(one.id)
    expect([outbox.state().entries, sent]).toEqual([[], [[one.id], [one.id]]])
  })
})
