import type { OutboxEntry, OutboxStore } from './outboxStore'

/** What the server says of one entry. `unreachable` keeps the entry and everything behind it for later. */
export type Answer = { id: string; outcome: 'stored' | 'known' | 'refused'; message: string | null }

/** The way to the server: answers for each entry, or throws `Unreachable`. */
export interface Carrier {
  readings: (entries: readonly Extract<OutboxEntry, { kind: 'reading' }>[]) => Promise<Answer[]>
  picture: (entry: Extract<OutboxEntry, { kind: 'picture' }>) => Promise<Answer>
  recording: (entry: Extract<OutboxEntry, { kind: 'recording' }>) => Promise<Answer>
  wiring: (entry: Extract<OutboxEntry, { kind: 'wiring' }>) => Promise<Answer>
}

/** The server could not be asked now: no connection, no sign-in, or it is down. Nothing is lost; it is sent later. */
export class Unreachable extends Error {
  override name = 'Unreachable'
}

const BATCH = 50

/**
 * Sends what waits, in order, until nothing waits or the server cannot be reached. Each entry is acknowledged by itself: stored or known
 * leaves the outbox, refused stays in it with the server's reason until a person has seen it.
 *
 * @param onAcknowledged called with the entries of each round that left the outbox, in order
 * @throws Unreachable after keeping all that was not acknowledged
 */
export async function sendOutbox(
  store: OutboxStore,
  carrier: Carrier,
  userId: string,
  onAcknowledged: (entries: OutboxEntry[]) => void,
): Promise<void> {
  for (;;) {
    const waiting = (await store.all()).filter((entry) => entry.userId === userId && entry.refusal === null)
    const [first] = waiting
    if (!first) return
    const batch = first.kind === 'reading' ? leadingReadings(waiting) : [first]
    const answers =
      first.kind === 'reading'
        ? await carrier.readings(batch as Extract<OutboxEntry, { kind: 'reading' }>[])
        : [await carryOne(carrier, first)]
    const byId = new Map(answers.map((answer) => [answer.id, answer]))
    // an entry the server did not speak of would be sent for ever
    const refused = batch.filter(({ id }) => !byId.has(id) || byId.get(id)?.outcome === 'refused')
    const acknowledged = batch.filter((entry) => !refused.includes(entry))
    for (const { id } of refused)
      await store.refuse(id, byId.get(id)?.message ?? 'The server did not answer for this entry.')
    await store.remove(acknowledged.map(({ id }) => id))
    onAcknowledged(acknowledged)
  }
}

function carryOne(carrier: Carrier, entry: Exclude<OutboxEntry, { kind: 'reading' }>): Promise<Answer> {
  switch (entry.kind) {
    case 'picture':
      return carrier.picture(entry)
    case 'recording':
      return carrier.recording(entry)
    case 'wiring':
      return carrier.wiring(entry)
  }
}

function leadingReadings(waiting: readonly OutboxEntry[]): Extract<OutboxEntry, { kind: 'reading' }>[] {
  const run: Extract<OutboxEntry, { kind: 'reading' }>[] = []
  for (const entry of waiting) {
    if (entry.kind !== 'reading' || run.length === BATCH) break
    run.push(entry)
  }
  return run
}
