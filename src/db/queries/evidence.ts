import { and, asc, eq, getTableColumns, inArray, isNull, sql } from 'drizzle-orm'
import { toSnakeCase } from 'drizzle-orm/casing'
import type { HoldOverride } from '@/core/evidence/holdPoints'
import type { Attachment, SerialElsewhere } from '@/core/evidence/point'
import { type Reading, WITHDRAWN } from '@/core/evidence/reading'
import type { StandingCounts } from '@/core/evidence/standingCounts'
import type { Replacement } from '@/core/installation/fit'
import type { Db } from '../client'
import { insertOnce } from '../insertOnce'
import { attachment, componentReplacement, holdOverride, reading, storedFile } from '../schema'

/** Instants leave the database as ISO 8601 in UTC, whatever its own way of writing them. */
const iso = (value: string) => new Date(value).toISOString()

/** Readings of some jobs, oldest first, with the name of who made each. */
export async function readingsOfJobs(db: Db, jobIds: readonly string[]): Promise<Reading[]> {
  if (jobIds.length === 0) return []
  const rows = await db
    .select()
    .from(reading)
    .where(inArray(reading.jobId, [...jobIds]))
    .orderBy(asc(reading.recordedAt), asc(reading.id))
  return rows.map(asReading)
}

const asReading = ({ byName, byRole: _role, ...row }: typeof reading.$inferSelect): Reading => ({
  ...row,
  recordedByName: byName,
  recordedAt: iso(row.recordedAt),
  receivedAt: iso(row.receivedAt),
})

/** Those of some readings that belong to a job. */
export async function addedReadings(db: Db, jobId: string, ids: readonly string[]): Promise<Reading[]> {
  const rows = await readingsById(db, ids)
  return rows.filter((row) => row.jobId === jobId).map(asReading)
}

export type NewReading = typeof reading.$inferInsert

/** All of a new reading that its sender and the server know; when it was received, the database says itself. */
const { receivedAt: _receivedAt, ...SENT_COLUMNS } = getTableColumns(reading)
const SENT = Object.entries(SENT_COLUMNS).map(([key, column]) => {
  const written = toSnakeCase(key)
  const name = sql.identifier(written)
  return { key: key as keyof NewReading, written, name, typed: sql`${name} ${sql.raw(column.getSQLType())}` }
})
const SENT_NAMES = sql.join(
  SENT.map(({ name }) => name),
  sql`, `,
)
const SENT_TYPED = sql.join(
  SENT.map(({ typed }) => typed),
  sql`, `,
)

/** A reading by its columns' names; what it does not say is left out, and null. */
function asRecord(row: NewReading): Record<string, unknown> {
  const record: Record<string, unknown> = {}
  for (const { key, written } of SENT) {
    const value = row[key]
    if (value !== null && value !== undefined) record[written] = value
  }
  return record
}

/**
 * Adds readings, all of them or none; those whose id is already there are left alone. They go to the database as one text: as values of their
 * own, eighteen to a reading, putting the statement together takes longer than carrying it out.
 *
 * @returns the ids that are new
 */
export async function addReadings(db: Db, rows: readonly NewReading[]): Promise<Set<string>> {
  if (rows.length === 0) return new Set()
  const sent = JSON.stringify(rows.map(asRecord))
  const added = await db.execute<{ id: string }>(
    sql`insert into ${reading} (${SENT_NAMES}) select ${SENT_NAMES} from json_to_recordset(${sent}::json) as sent(${SENT_TYPED}) on conflict (id) do nothing returning id`,
  )
  return new Set(added.rows.map(({ id }) => id))
}

export async function readingsById(db: Db, ids: readonly string[]): Promise<(typeof reading.$inferSelect)[]> {
  return ids.length === 0
    ? []
    : db
        .select()
        .from(reading)
        .where(sql`${reading.id} = any(${sql.param([...ids])}::uuid[])`)
}

export async function attachmentsOfJobs(db: Db, jobIds: readonly string[]): Promise<Attachment[]> {
  if (jobIds.length === 0) return []
  const rows = await db
    .select({ attachment, byteCount: storedFile.byteCount, mediaType: storedFile.mediaType })
    .from(attachment)
    .innerJoin(storedFile, eq(storedFile.sha256, attachment.sha256))
    // what was taken out on request shows nothing any more
    .where(and(inArray(attachment.jobId, [...jobIds]), isNull(attachment.erasedAt)))
    .orderBy(asc(attachment.receivedAt), asc(attachment.id))
  return rows.map(({ attachment: { id, jobId, kind, subject, fileName, sha256, ...row }, ...facts }) => ({
    id,
    jobId,
    kind,
    subject,
    fileName,
    sha256,
    ...facts,
    addedByName: row.byName,
    takenAt: row.takenAt && iso(row.takenAt),
    receivedAt: iso(row.receivedAt),
  }))
}

/** Adds an attachment once; another one under the same id is a conflict. */
export const addAttachment = (db: Db, row: typeof attachment.$inferInsert) =>
  insertOnce(db, attachment, row, ['jobId', 'kind', 'subject', 'sha256'])

export async function overridesOfJobs(
  db: Db,
  jobIds: readonly string[],
): Promise<(HoldOverride & { jobId: string })[]> {
  if (jobIds.length === 0) return []
  const rows = await db
    .select()
    .from(holdOverride)
    .where(inArray(holdOverride.jobId, [...jobIds]))
    .orderBy(asc(holdOverride.madeAt))
  return rows.map((row) => ({
    id: row.id,
    jobId: row.jobId,
    step: row.step,
    condition: row.condition,
    reason: row.reason,
    byName: row.byName,
    at: iso(row.madeAt),
  }))
}

export const addOverride = (db: Db, row: typeof holdOverride.$inferInsert) =>
  insertOnce(db, holdOverride, row, ['jobId', 'step', 'condition', 'reason', 'madeBy'])

/** Components that were replaced, oldest first. */
export async function replacementsOfJobs(
  db: Db,
  jobIds: readonly string[],
): Promise<(Replacement & { jobId: string })[]> {
  if (jobIds.length === 0) return []
  const rows = await db
    .select()
    .from(componentReplacement)
    .where(inArray(componentReplacement.jobId, [...jobIds]))
    .orderBy(asc(componentReplacement.replacedAt))
  return rows.map(({ id, jobId, componentTag, oldSerial, cause, reason, replacedAt, byName }) => ({
    id,
    jobId,
    componentTag,
    oldSerial,
    cause,
    reason,
    replacedAt: iso(replacedAt),
    replacedByName: byName,
  }))
}

/** Other jobs that one serial is named in at most: more of them say nothing more. */
const MOST_ELSEWHERE = 5

/** Serials of some jobs that stand on record in other jobs of the same crew too: one query whatever their number, a few other jobs a serial. */
export async function serialsElsewhere(
  db: Db,
  jobIds: readonly string[],
): Promise<(SerialElsewhere & { jobId: string })[]> {
  if (jobIds.length === 0) return []
  const { rows } = await db.execute<{ jobId: string; serial: string; jobName: string }>(sql`
    select distinct own.job_id as "jobId", own.value_word as serial, elsewhere.name as "jobName"
    from reading own
      join job own_job on own_job.id = own.job_id
      cross join lateral (
        select j.name from reading other join job j on j.id = other.job_id and j.crew_id = own_job.crew_id
        where upper(other.value_word) = upper(own.value_word) and other.slot = 'serial' and other.job_id <> own.job_id
          and not exists (select 1 from reading_superseder corrected where corrected.supersedes = other.id)
        limit ${MOST_ELSEWHERE}
      ) elsewhere
    where own.job_id in ${[...jobIds]} and own.slot = 'serial' and own.value_word <> ${WITHDRAWN}
    order by 1, 2, 3`)
  return rows
}

/** Counts what stands on record of a job, each by its index. */
export async function standingCounts(db: Db, jobId: string): Promise<StandingCounts> {
  const counted = (name: string) => sql.raw(`(select count(*)::int from ${name} e where e.job_id = j.id)`)
  const { rows } = await db.execute<StandingCounts & Record<string, unknown>>(sql`
    select ${counted('reading')} as readings, ${counted('attachment')} as attachments, ${counted('hold_override')} as overrides,
      ${counted('outage_mark')} as "outageMarks", ${counted('job_visit')} as visits, ${counted('component_replacement')} as replacements,
      ${counted('wiring_revision')} as wiring, j.version as version
    from job j where j.id = ${jobId}`)
  const [row] = rows
  if (!row) throw new Error(`no job ${jobId}`)
  return row
}
