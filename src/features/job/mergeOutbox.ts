import { applyEntry } from '@/commands'
import type { JobRecord } from '@/core/evidence/judge'
import type { Reading } from '@/core/evidence/reading'
import { SERIAL_SLOT } from '@/core/evidence/families/componentRecord'
import { type OutboxEntry, isOf } from '../outbox/outboxEntry'

/** The job as this device knows it: what the server holds and, on top, what still waits here. What was refused is not evidence. */
export const mergeOutbox = (record: JobRecord, jobId: string, entries: readonly OutboxEntry[]): JobRecord =>
  entries
    .filter((entry) => entry.jobId === jobId && entry.refusal === null)
    .reduce((merged, entry) => applyEntry(merged, entry, { userId: entry.userId, name: entry.userName }), record)

/** The record with entries the server has just acknowledged: they stay on the screen while the job is fetched again. */
export function withAcknowledged(
  record: JobRecord,
  jobId: string,
  entries: readonly OutboxEntry[],
  now: string,
): JobRecord {
  const merged = mergeOutbox(record, jobId, entries)
  const acknowledged = new Set(entries.map(({ id }) => id))
  return {
    ...merged,
    readings: merged.readings.map((reading) =>
      acknowledged.has(reading.id) && reading.receivedAt === null ? { ...reading, receivedAt: now } : reading,
    ),
  }
}

/** Those that the server has. */
export const receivedIn = (readings: readonly Reading[]): Reading[] =>
  readings.filter(({ receivedAt }) => receivedAt !== null)

/** Whether the server says more of a reading than the reading itself: a serial may be on record in another job. */
export const isHeldAgainstOtherJobs = (reading: Pick<Reading, 'slot'> | null): boolean => reading?.slot === SERIAL_SLOT

/** The record with readings that are not in it; those that are stay as they are. */
export function withMissing(record: JobRecord, known: readonly Reading[]): JobRecord {
  const here = new Set(record.readings.map(({ id }) => id))
  return withAdded(
    record,
    known.filter(({ id }) => !here.has(id)),
  )
}

/** Ids of readings that this device is sending: the server’s answer brings them, however late it comes after its telling of them. */
export const readingsOnTheirWay = (entries: readonly OutboxEntry[]): Set<string> =>
  new Set(
    entries.flatMap((entry) =>
      isOf(entry, 'recordReadings') && entry.refusal === null
        ? entry.input.readings.flatMap((one) => one?.id ?? [])
        : [],
    ),
  )

/** Ids that the server tells of, that are not here as the server has them, and that are not on their way from here. */
export function unknownOf(
  told: ReadonlySet<string>,
  readings: readonly Reading[],
  onTheirWay: ReadonlySet<string>,
): string[] {
  const unknown = new Set([...told].filter((id) => !onTheirWay.has(id)))
  // few are told of, and thousands are here
  if (unknown.size > 0) for (const { id, receivedAt } of readings) if (receivedAt !== null) unknown.delete(id)
  return [...unknown]
}

/** The record with readings as the server has them; those that were here without its time are replaced. */
export function withAdded(record: JobRecord, added: readonly Reading[]): JobRecord {
  if (added.length === 0) return record
  const fresh = new Map(added.map((reading) => [reading.id, reading]))
  const readings = record.readings.map((reading) => {
    const newer = fresh.get(reading.id)
    fresh.delete(reading.id)
    return newer ?? reading
  })
  return { ...record, readings: [...readings, ...fresh.values()] }
}
