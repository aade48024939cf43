import { type DBSchema, type IDBPDatabase, openDB } from 'idb'
import type { Reading } from '@/core/evidence/reading'
import type { Attachment } from '@/core/evidence/point'
import type { WiringRevision } from '@/core/installation/wiring'

interface EntryFacts {
  /** Id of the reading or attachment: made on this device, so that sending it twice is harmless. */
  id: string
  jobId: string
  /** Whose entry it is: nobody else's sign-in sends it. */
  userId: string
  /** Why the server refused it, in its own words; `null` while it waits. */
  refusal: string | null
}

/** Something entered on this device that the server has not acknowledged yet. */
export type OutboxEntry = EntryFacts &
  (
    | { kind: 'reading'; reading: Reading; outOfRangeConfirmed: boolean }
    | { kind: 'picture'; attachment: Attachment; file: Blob }
    | { kind: 'wiring'; revision: WiringRevision }
    | { kind: 'recording'; reading: Reading; files: { name: string; blob: Blob }[] }
  )

interface OutboxSchema extends DBSchema {
  entries: { key: number; value: OutboxEntry; indexes: { id: string } }
}

/** Keeps entries in the order they were made until each is acknowledged or thrown away by a person. */
export interface OutboxStore {
  add: (entry: OutboxEntry) => Promise<void>
  all: () => Promise<OutboxEntry[]>
  remove: (ids: readonly string[]) => Promise<void>
  refuse: (id: string, message: string) => Promise<void>
}

const DATABASE_NAME = 'awlbright-outbox'

function open(): Promise<IDBPDatabase<OutboxSchema>> {
  return openDB<OutboxSchema>(DATABASE_NAME, 1, {
    upgrade(db) {
      db.createObjectStore('entries', { autoIncrement: true }).createIndex('id', 'id', { unique: true })
    },
  })
}

/** The outbox of this device, in IndexedDB: it outlives the page, the tab and the battery. */
export function openOutboxStore(): OutboxStore {
  let held: Promise<IDBPDatabase<OutboxSchema>> | undefined
  const database = () => (held ??= open())
  return {
    async add(entry) {
      // "strict" asks the browser to write through before it says done
      const tx = (await database()).transaction('entries', 'readwrite', { durability: 'strict' })
      if ((await tx.store.index('id').getKey(entry.id)) === undefined) await tx.store.add(entry)
      await tx.done
    },
    async all() {
      return (await database()).getAll('entries')
    },
    async remove(ids) {
      const tx = (await database()).transaction('entries', 'readwrite')
      for (const id of ids) {
        const key = await tx.store.index('id').getKey(id)
        if (key !== undefined) await tx.store.delete(key)
      }
      await tx.done
    },
    async refuse(id, message) {
      const tx = (await database()).transaction('entries', 'readwrite')
      const key = await tx.store.index('id').getKey(id)
      const entry = key === undefined ? undefined : await tx.store.get(key)
      if (key !== undefined && entry) await tx.store.put({ ...entry, refusal: message }, key)
      await tx.done
    },
  }
}
