import 'fake-indexeddb/auto'
import { deleteDB, openDB } from 'idb'
import { beforeEach, describe, expect, it } from 'vitest'
import { applyEntry } from '@/commands'
import { house, reading, recordOf } from '../../../tests/support/house'
import { DEVICE_MIGRATIONS, DEVICE_VERSION, type KindEntry } from './deviceMigrations'
import { OUTBOX_DATABASE, openOutboxStore } from './outboxStore'

beforeEach(() => deleteDB(OUTBOX_DATABASE))

/** A device that still stands at the first version, with what it kept then. */
async function deviceAtFirstVersion(entries: readonly KindEntry[]): Promise<void> {
  const db = await openDB(OUTBOX_DATABASE, 1, {
    upgrade: (made) => {
      made.createObjectStore('entries', { autoIncrement: true }).createIndex('id', 'id', { unique: true })
    },
  })
  for (const entry of entries) await db.add('entries', entry)
  db.close()
}

const made = reading('earth.islandBond', 'ln', 612, { unit: 'V', digits: '612', recordedByName: 'Tobin' })
const recording = reading('outage.gap', 'recording', 12, { unit: 'ms' })
const common = { jobId: made.jobId, userId: 'u1', refusal: null }
const kept: KindEntry[] = [
  { ...common, kind: 'reading', id: made.id, reading: made, outOfRangeConfirmed: true },
  {
    ...common,
    kind: 'picture',
    id: 'p1',
    file: new Blob(['x']),
    attachment: {
      id: 'p1',
      jobId: made.jobId,
      kind: 'picture',
      subject: 'inv1',
      fileName: 'plate.jpg',
      sha256: '',
      byteCount: 1,
      mediaType: 'image/jpeg',
      takenAt: null,
      addedByName: 'Tobin',
      receivedAt: '2026-01-01T00:00:00Z',
    },
  },
  {
    ...common,
    kind: 'wiring',
    id: 'r1',
    refusal: 'somebody was faster',
    revision: {
      id: 'r1',
      jobId: made.jobId,
      layer: 'wired',
      number: 4,
      note: 'a switch',
      graph: { nodes: [] } as never,
      madeByName: 'Tobin',
      madeAt: '2026-01-01T00:00:00Z',
    },
  },
  {
    ...common,
    kind: 'recording',
    id: recording.id,
    reading: recording,
    files: [{ name: 'gap.cff', blob: new Blob(['y']) }],
  },
]

describe('the device’s store', () => {
  it('has named steps, one a version', () => {
    expect(DEVICE_MIGRATIONS.map(({ version }) => version)).toEqual([1, 2])
    expect(new Set(DEVICE_MIGRATIONS.map(({ name }) => name)).size).toBe(DEVICE_MIGRATIONS.length)
    expect(DEVICE_VERSION).toBe(2)
  })
  it('brings what a device kept in its first version over, in its order, with nothing lost', async () => {
    await deviceAtFirstVersion(kept)
    const entries = await openOutboxStore().all()
    expect(entries.map(({ id, useCase, version, refusal }) => [id, useCase, version, refusal])).toEqual([
      [made.id, 'recordReadings', 1, null],
      ['p1', 'addPicture', 1, null],
      ['r1', 'saveWiring', 1, 'somebody was faster'],
      [recording.id, 'addRecording', 1, null],
    ])
    expect(entries[0]).toMatchObject({
      at: made.recordedAt,
      userName: 'Tobin',
      input: { readings: [{ id: made.id, valueNumber: 612, digits: '612', unit: 'V', outOfRangeConfirmed: true }] },
    })
    expect(entries[2]).toMatchObject({ input: { base: 3, layer: 'wired', note: 'a switch' } })
    expect(entries.map(({ files }) => files?.map(({ name }) => name))).toEqual([
      undefined,
      ['plate.jpg'],
      undefined,
      ['gap.cff'],
    ])
  })
  it('shows on the bench what it showed before', async () => {
    await deviceAtFirstVersion(kept)
    const waiting = (await openOutboxStore().all()).filter(({ refusal }) => refusal === null)
    const record = waiting.reduce(
      (merged, entry) => applyEntry(merged, entry, { userId: entry.userId, name: entry.userName }),
      recordOf(house()),
    )
    expect(record.readings.map(({ id, recordedByName }) => [id, recordedByName])).toEqual([
      [made.id, 'Tobin'],
      [recording.id, recording.recordedByName],
    ])
    expect(record.attachments.map(({ id }) => id)).toEqual(['p1'])
  })
  it('opens fresh where nothing was kept', async () => {
    expect(await openOutboxStore().all()).toEqual([])
  })
})
