import type { IDBPTransaction } from 'idb'
import { inputOfReading } from '@/commands/recordReadings'
import type { Attachment } from '@/core/evidence/point'
import type { Reading } from '@/core/evidence/reading'
import type { WiringRevision } from '@/core/installation/wiring'
import type { OutboxEntry } from './outboxEntry'
import type { OutboxSchema } from './outboxStore'

/** An entry as the first version of the device's store kept it, by kinds of its own. */
export type KindEntry = { id: string; jobId: string; userId: string; refusal: string | null } & (
  | { kind: 'reading'; reading: Reading; outOfRangeConfirmed: boolean }
  | { kind: 'picture'; attachment: Attachment; file: Blob }
  | { kind: 'wiring'; revision: WiringRevision }
  | { kind: 'recording'; reading: Reading; files: { name: string; blob: Blob }[] }
)

/** An entry of the first version as one of the use case that it was. */
export function entryOfKind(old: KindEntry): OutboxEntry {
  const { id, jobId, userId, refusal } = old
  const common = { id, jobId, userId, refusal, version: 1 }
  switch (old.kind) {
    case 'reading': {
      const input = { ...inputOfReading(old.reading), outOfRangeConfirmed: old.outOfRangeConfirmed }
      return {
        ...common,
        userName: old.reading.recordedByName,
        at: old.reading.recordedAt,
        useCase: 'recordReadings',
        input: { readings: [input] },
      }
    }
    case 'picture':
      return {
        ...common,
        userName: old.attachment.addedByName,
        at: old.attachment.receivedAt,
        useCase: 'addPicture',
        input: { attachment: old.attachment },
        files: [{ name: old.attachment.fileName, blob: old.file }],
      }
    case 'wiring': {
      const { number, madeByName, id: revisionId, layer, note, madeAt, graph } = old.revision
      return {
        ...common,
        userName: madeByName,
        at: madeAt,
        useCase: 'saveWiring',
        input: { id: revisionId, jobId, layer, base: number - 1, note, madeAt, graph },
      }
    }
    case 'recording':
      return {
        ...common,
        userName: old.reading.recordedByName,
        at: old.reading.recordedAt,
        useCase: 'addRecording',
        input: { reading: old.reading },
        files: old.files,
      }
  }
}

type Upgrade = IDBPTransaction<OutboxSchema, ['entries'], 'versionchange'>

/** One step of the device's store, from the version before it. Steps are added, never changed: devices stand at any of them. */
interface DeviceMigration {
  version: number
  name: string
  up: (tx: Upgrade) => Promise<void> | void
}

export const DEVICE_MIGRATIONS: readonly DeviceMigration[] = [
  {
    version: 1,
    name: 'entries in the order they were made',
    up: ({ db }) => {
      db.createObjectStore('entries', { autoIncrement: true }).createIndex('id', 'id', { unique: true })
    },
  },
  {
    version: 2,
    name: 'entries by use case',
    up: async (tx) => {
      for (let cursor = await tx.objectStore('entries').openCursor(); cursor; cursor = await cursor.continue()) {
        const old = cursor.value as unknown as KindEntry | OutboxEntry
        if ('kind' in old) await cursor.update(entryOfKind(old))
      }
    },
  },
]

export const DEVICE_VERSION = Math.max(...DEVICE_MIGRATIONS.map(({ version }) => version))
