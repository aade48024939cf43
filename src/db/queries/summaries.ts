import {
  type SQL,
  and,
  arrayOverlaps,
  asc,
  desc,
  eq,
  exists,
  gt,
  inArray,
  isNotNull,
  isNull,
  lt,
  or,
  sql,
} from 'drizzle-orm'
import { type CrewTimes, crewTimes } from '@/core/fit/crewTimes'
import { FACTS_VERSION, type JobFacts } from '@/core/evidence/jobFacts'
import type { JobFilter, JobSort, ListedGroup } from '@/core/evidence/jobGroups'
import type { Db } from '../client'
import { jobChanged, jobSummary } from '../schema'

export interface JobListing {
  crewId: string
  group: ListedGroup
  filter: JobFilter
  sort: JobSort
  /** Who asks: by the id that readings carry, and the name that the crew's day has. */
  me: { userId: string; name: string }
  /** ISO date that “today” means. */
  today: string
  /** Part of a name or place; empty for all. */
  search: string
  offset: number
  most: number
}

/** `%` and `_` of what was typed stand for themselves. */
const containing = (search: string) => `%${search.toLowerCase().replace(/[\\%_]/g, '\\$&')}%`

/** The day of a job, one without a day behind all days: written as its index has it. */
const DAY = sql`coalesce(${jobSummary.scheduledDay}, 'infinity'::date)`

const groupIs = (group: ListedGroup, today: string) => {
  const { sealedAt, archivedAt } = jobSummary
  const unsealed = and(isNull(sealedAt), isNull(archivedAt))
  switch (group) {
    case 'archived':
      return isNotNull(archivedAt)
    case 'sealed':
      return and(isNotNull(sealedAt), isNull(archivedAt))
    case 'today':
      return and(unsealed, sql`${DAY} = ${today}`)
    case 'coming':
      return and(unsealed, sql`${DAY} > ${today}`)
    case 'open':
      return and(unsealed, sql`${DAY} < ${today}`)
  }
}

const filterIs = (filter: JobFilter, { userId, name }: JobListing['me']) => {
  switch (filter) {
    case 'all':
      return undefined
    case 'mine':
      return arrayOverlaps(jobSummary.people, [userId, name])
    case 'held':
      return sql`coalesce(${jobSummary.held}, true)`
  }
}

/** Columns that a group is put in order by; its jobs' ids decide between likes. */
function orderOf(group: ListedGroup, sort: JobSort): SQL[] {
  const { sealedAt, archivedAt, name, lastRecordedAt } = jobSummary
  if (sort === 'name') return [asc(name)]
  if (sort === 'recorded') return [sql`${lastRecordedAt} desc nulls last`]
  if (group === 'sealed') return [desc(sealedAt)]
  return group === 'archived' ? [desc(archivedAt)] : [asc(DAY), asc(name)]
}

/** One page of a crew's jobs as they were last worked out, and whether there are more; one query, whatever the number of jobs. */
export async function jobListing(db: Db, { crewId, group, filter, sort, me, today, search, offset, most }: JobListing) {
  const changed = exists(
    db
      .select({ one: sql`1` })
      .from(jobChanged)
      .where(eq(jobChanged.jobId, jobSummary.jobId)),
  )
  const found =
    search.trim() === ''
      ? undefined
      : sql`lower(${jobSummary.name} || ' ' || ${jobSummary.place}) like ${containing(search.trim())}`
  const rows = await db
    .select({
      id: jobSummary.jobId,
      name: jobSummary.name,
      place: jobSummary.place,
      packId: jobSummary.packId,
      scheduledDay: jobSummary.scheduledDay,
      sealedAt: jobSummary.sealedAt,
      archivedAt: jobSummary.archivedAt,
      facts: jobSummary.facts,
      changed: sql<boolean>`${changed}`,
    })
    .from(jobSummary)
    .where(and(eq(jobSummary.crewId, crewId), groupIs(group, today), filterIs(filter, me), found))
    .orderBy(...orderOf(group, sort), asc(jobSummary.jobId))
    .offset(offset)
    .limit(most + 1)
  return { rows: rows.slice(0, most), more: rows.length > most }
}

/** Whether a crew has any job at all. */
export async function hasJobs(db: Db, crewId: string): Promise<boolean> {
  const rows = await db.select({ id: jobSummary.jobId }).from(jobSummary).where(eq(jobSummary.crewId, crewId)).limit(1)
  return rows.length > 0
}

/** Jobs that wait to be worked out, the longest waiting first. */
export async function changedJobs(db: Db, most: number): Promise<string[]> {
  const rows = await db
    .select({ jobId: jobChanged.jobId })
    .from(jobChanged)
    .groupBy(jobChanged.jobId)
    .orderBy(sql`min(${jobChanged.id})`)
    .limit(most)
  return rows.map(({ jobId }) => jobId)
}

/** Takes the marks of a job out, as far as they are committed; what comes later leaves its own. */
export const takeMarks = (db: Db, jobId: string) => db.delete(jobChanged).where(eq(jobChanged.jobId, jobId))

/** Marks jobs whose facts were worked out by an earlier version of the rules, so many at a time. Answers how many. */
export async function markOutdated(db: Db, most: number): Promise<number> {
  const outdated = await db
    .select({ jobId: jobSummary.jobId })
    .from(jobSummary)
    // two ranges where “not equal” would say the same: an index finds those, and goes through every job for that
    .where(or(lt(jobSummary.factsVersion, FACTS_VERSION), gt(jobSummary.factsVersion, FACTS_VERSION)))
    .limit(most)
  if (outdated.length > 0) await db.insert(jobChanged).values(outdated)
  return outdated.length
}

/** Marks every job, or those named. */
export async function markAll(db: Db, jobIds: readonly string[] | null = null): Promise<void> {
  const chosen = jobIds === null ? sql`` : sql` where ${inArray(jobSummary.jobId, [...jobIds])}`
  await db.execute(sql`insert into job_changed (job_id) select job_id from job_summary${chosen}`)
}

export const storeFacts = (db: Db, jobId: string, facts: JobFacts) =>
  db
    .update(jobSummary)
    .set({
      facts,
      held: facts.held,
      people: facts.people,
      lastRecordedAt: facts.lastRecordedAt,
      factsVersion: FACTS_VERSION,
      workedOutAt: sql`clock_timestamp()`,
    })
    .where(eq(jobSummary.jobId, jobId))

/** Jobs that teach: the latest of a crew whose tasks were timed. */
const MOST_TEACHING = 60

/** What a crew's latest jobs teach of the time that work takes, summed up: an index's first rows, whatever the number of jobs. */
export async function crewTimesOf(db: Db, crewId: string): Promise<CrewTimes> {
  const rows = await db
    .select({ taskMinutes: sql<JobFacts['taskMinutes']>`${jobSummary.facts} -> 'taskMinutes'` })
    .from(jobSummary)
    .where(and(eq(jobSummary.crewId, crewId), sql`jsonb_array_length(${jobSummary.facts} -> 'taskMinutes') > 0`))
    .orderBy(desc(jobSummary.workedOutAt))
    .limit(MOST_TEACHING)
  return crewTimes(rows.flatMap(({ taskMinutes }) => taskMinutes))
}
