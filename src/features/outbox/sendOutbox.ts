import type { AskCode } from '@/core/evidence/readEntry'
import type { OutboxEntry } from './outboxEntry'
import type { OutboxStore } from './outboxStore'

/** What the server says of one entry. */
export type Answer = {
  id: string
  outcome: 'stored' | 'known' | 'refused'
  message: string | null
  asks?: readonly AskCode[]
}

/** The way to the server: answers for each entry, or throws `Unreachable`. */
export interface Carrier {
  /** Entries without files, in their order. */
  entries: (entries: readonly OutboxEntry[]) => Promise<Answer[]>
  /** One entry with its files. */
  withFiles: (entry: OutboxEntry) => Promise<Answer>
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
    const batch = first.files ? [first] : leadingBatch(waiting)
    const answers = first.files ? [await carrier.withFiles(first)] : await carrier.entries(batch)
    const byId = new Map(answers.map((answer) => [answer.id, answer]))
    // an entry the server did not speak of would be sent for ever
    const refused = batch.filter(({ id }) => !byId.has(id) || byId.get(id)?.outcome === 'refused')
    const acknowledged = batch.filter((entry) => !refused.includes(entry))
    for (const { id } of refused) {
      const answer = byId.get(id)
      await store.refuse(id, answer?.message ?? 'The server did not answer for this entry.', answer?.asks)
    }
    await store.remove(acknowledged.map(({ id }) => id))
    onAcknowledged(acknowledged)
  }
}

/** A wiring is as large as a whole batch may be, and goes alone. */
const goesAlone = ({ useCase }: OutboxEntry) => useCase === 'saveWiring'

/** The entries without files that lead the outbox. */
function leadingBatch(waiting: readonly OutboxEntry[]): OutboxEntry[] {
  const batch: OutboxEntry[] = []
  for (const entry of waiting) {
    if (entry.files || batch.length === BATCH) break
    if (batch.length > 0 && (goesAlone(entry) || goesAlone(batch[0] as OutboxEntry))) break
    batch.push(entry)
  }
  return batch
}
