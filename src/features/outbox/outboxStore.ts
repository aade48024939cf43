import { type DBSchema, type IDBPDatabase, openDB } from 'idb'
import type { AskCode } from '@/core/evidence/readEntry'
import { DEVICE_MIGRATIONS, DEVICE_VERSION } from './deviceMigrations'
import type { OutboxEntry } from './outboxEntry'

export interface OutboxSchema extends DBSchema {
  entries: { key: number; value: OutboxEntry; indexes: { id: string } }
}

/** Keeps entries in the order they were made until each is acknowledged or thrown away by a person. */
export interface OutboxStore {
  add: (entry: OutboxEntry) => Promise<void>
  all: () => Promise<OutboxEntry[]>
  remove: (ids: readonly string[]) => Promise<void>
  refuse: (id: string, message: string, asks?: readonly AskCode[]) => Promise<void>
  /** Changes an entry where it stands, so that it is sent in its old place. */
  change: (id: string, change: (entry: OutboxEntry) => OutboxEntry) => Promise<void>
}

export const OUTBOX_DATABASE = 'awlbright-outbox'

function open(onBlocked: () => void): Promise<IDBPDatabase<OutboxSchema>> {
  return openDB<OutboxSchema>(OUTBOX_DATABASE, DEVICE_VERSION, {
    async upgrade(_db, from, _to, tx) {
      for (const { version, up } of DEVICE_MIGRATIONS) if (version > from) await up(tx as never)
    },
    // an older window of the app holds the store open
    blocked: onBlocked,
    // a newer window waits for this one to let go
    blocking: (_now, _next, event) => (event.target as IDBDatabase).close(),
  })
}

/** The outbox of this device, in IndexedDB: it outlives the page, the tab and the battery. */
export function openOutboxStore(onBlocked: () => void = () => undefined): OutboxStore {
  let held: Promise<IDBPDatabase<OutboxSchema>> | undefined
  const database = () => (held ??= open(onBlocked))
  const change: OutboxStore['change'] = async (id, changed) => {
    const tx = (await database()).transaction('entries', 'readwrite')
    const key = await tx.store.index('id').getKey(id)
    const entry = key === undefined ? undefined : await tx.store.get(key)
    if (key !== undefined && entry) await tx.store.put(changed(entry), key)
    await tx.done
  }
  return {
    change,
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
    refuse: (id, message, asks) => change(id, (entry) => ({ ...entry, refusal: message, ...(asks && { asks }) })),
  }
}
