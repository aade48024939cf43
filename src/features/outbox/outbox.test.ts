import 'fake-indexeddb/auto'
import fc from 'fast-check'
import { beforeEach, describe, expect, it } from 'vitest'
import { reading } from '../../../tests/support/house'
import { readingEntry } from '../../../tests/support/outboxEntries'
import type { OutboxEntry } from './outboxEntry'
import { openOutboxStore } from './outboxStore'
import { type Answer, type Carrier, Unreachable, sendOutbox } from './sendOutbox'

const entry = (change: Partial<OutboxEntry> = {}): OutboxEntry =>
  ({ ...readingEntry(reading('outage.told', 'answer', 'yes')), ...change }) as OutboxEntry

/** A server that remembers what it took in, and fails as it is told to. */
function server(fails: (call: number) => 'before' | 'after' | 'no' = () => 'no') {
  const taken: string[] = []
  let calls = 0
  const answer = (ids: string[]): Answer[] =>
    ids.map((id) => {
      if (taken.includes(id)) return { id, outcome: 'known', message: null }
      taken.push(id)
      return { id, outcome: 'stored', message: null }
    })
  const carry = async (ids: string[]) => {
    const how = fails(calls++)
    if (how === 'before') throw new Unreachable('no connection')
    const answers = answer(ids)
    if (how === 'after') throw new Unreachable('the answer was lost')
    return answers
  }
  const carrier: Carrier = {
    entries: (entries) => carry(entries.map(({ id }) => id)),
    withFiles: async ({ id }) => (await carry([id]))[0] as Answer,
  }
  return { taken, carrier }
}

beforeEach(async () => {
  const store = openOutboxStore()
  await store.remove((await store.all()).map(({ id }) => id))
})

describe('the outbox', () => {
  it('loses nothing and stores nothing twice, however the connection fails', async () => {
    await fc.assert(
      fc.asyncProperty(
        fc.integer({ min: 1, max: 70 }),
        fc.array(fc.constantFrom('before', 'after', 'no'), { maxLength: 6 }),
        async (count, failures) => {
          const store = openOutboxStore()
          const entries = Array.from({ length: count }, () => entry())
          for (const one of entries) await store.add(one)
          const { taken, carrier } = server((call) => (failures[call] as 'before' | undefined) ?? 'no')
          const acknowledged: string[] = []
          for (let round = 0; round <= failures.length; round++)
            await sendOutbox(store, carrier, 'u1', (done) => acknowledged.push(...done.map(({ id }) => id))).catch(
              (error: unknown) => {
                if (!(error instanceof Unreachable)) throw error
              },
            )
          const ids = entries.map(({ id }) => id)
          expect(taken).toEqual(ids)
          expect(acknowledged).toEqual(ids)
          expect(await store.all()).toEqual([])
        },
      ),
      { seed: 4, numRuns: 25 },
    )
  })
  it('keeps what was refused, with the reason, and sends the rest', async () => {
    const store = openOutboxStore()
    const [good, bad] = [entry(), entry()]
    for (const one of [bad, good]) await store.add(one)
    const carrier: Carrier = {
      ...server().carrier,
      entries: async (entries) =>
        entries.map(({ id }) =>
          id === bad.id
            ? { id, outcome: 'refused', message: 'not in the plan' }
            : { id, outcome: 'stored', message: null },
        ),
    }
    await sendOutbox(store, carrier, 'u1', () => undefined)
    expect((await store.all()).map(({ id, refusal }) => [id, refusal])).toEqual([[bad.id, 'not in the plan']])
  })
  it('does not send for ever what the server never speaks of', async () => {
    const store = openOutboxStore()
    await store.add(entry())
    await sendOutbox(store, { ...server().carrier, entries: async () => [] }, 'u1', () => undefined)
    expect((await store.all())[0]?.refusal).toMatch(/did not answer/)
  })
  it('leaves another person’s entries for their own sign-in', async () => {
    const store = openOutboxStore()
    await store.add(entry({ userId: 'somebody else' }))
    const { taken, carrier } = server()
    await sendOutbox(store, carrier, 'u1', () => undefined)
    expect([taken, (await store.all()).length]).toEqual([[], 1])
  })
  it('takes one entry once, even when asked twice', async () => {
    const store = openOutboxStore()
    const one = entry()
    await store.add(one)
    await store.add(one)
    expect(await store.all()).toHaveLength(1)
  })
})
