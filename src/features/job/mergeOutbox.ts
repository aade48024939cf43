import type { JobRecord } from '@/core/evidence/judge'
import type { Reading } from '@/core/evidence/reading'
import type { Installation } from '@/core/installation/installation'
import type { OutboxEntry } from '../outbox/outboxStore'

/** The job as this device knows it: what the server holds and, on top, what still waits here. What was refused is not evidence. */
export function mergeOutbox(record: JobRecord, jobId: string, entries: readonly OutboxEntry[]): JobRecord {
  const own = entries.filter((entry) => entry.jobId === jobId && entry.refusal === null)
  if (own.length === 0) return record
  const knownReadings = new Set(record.readings.map(({ id }) => id))
  const knownAttachments = new Set(record.attachments.map(({ id }) => id))
  const readings: Reading[] = own.flatMap((entry) =>
    entry.kind === 'picture' || entry.kind === 'wiring' || knownReadings.has(entry.reading.id) ? [] : [entry.reading],
  )
  const attachments = own.flatMap((entry) =>
    entry.kind !== 'picture' || knownAttachments.has(entry.id) ? [] : [entry.attachment],
  )
  return {
    ...record,
    installation: withWiring(record.installation, own),
    readings: [...record.readings, ...readings],
    attachments: [...record.attachments, ...attachments],
  }
}

/** The wiring with what was changed on this device and has not arrived yet; the installation itself where nothing was, so that what is worked out from it stays. */
function withWiring(installation: Installation, entries: readonly OutboxEntry[]): Installation {
  const newest = entries
    .flatMap((entry) => (entry.kind === 'wiring' ? [entry.revision] : []))
    .filter(({ layer, number }) => number > (installation.wiring[layer]?.number ?? 0))
  if (newest.length === 0) return installation
  return {
    ...installation,
    wiring: newest.reduce<Installation['wiring']>(
      (wiring, revision) => ({ ...wiring, [revision.layer]: revision }),
      installation.wiring,
    ),
  }
}

/** The record with entries the server has just acknowledged: they stay on the screen while the job is fetched again. */
export function withAcknowledged(
  record: JobRecord,
  jobId: string,
  entries: readonly OutboxEntry[],
  now: string,
): JobRecord {
  const merged = mergeOutbox(record, jobId, entries)
  const acknowledged = new Set(
    entries.map((entry) => (entry.kind === 'picture' || entry.kind === 'wiring' ? entry.id : entry.reading.id)),
  )
  return {
    ...merged,
    readings: merged.readings.map((reading) =>
      acknowledged.has(reading.id) && reading.receivedAt === null ? { ...reading, receivedAt: now } : reading,
    ),
  }
}
