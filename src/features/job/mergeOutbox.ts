import { applyEntry } from '@/commands'
import type { JobRecord } from '@/core/evidence/judge'
import type { OutboxEntry } from '../outbox/outboxEntry'

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
