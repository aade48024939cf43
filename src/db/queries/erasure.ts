import { and, asc, count, desc, eq, isNotNull, isNull, or, sql } from 'drizzle-orm'
import type { ErasedCounts, Erasure } from '@/core/handover/erasure'
import type { Db } from '../client'
import {
  attachment,
  crew,
  customerLink,
  erasure,
  faultCall,
  handoverSignature,
  householdAnswer,
  householdLink,
  job,
  jobSummary,
  pack,
  profile,
  storedFile,
} from '../schema'

/** What was taken out of a job, latest first. */
export async function erasuresOfJob(db: Db, jobId: string): Promise<Erasure[]> {
  const rows = await db.select().from(erasure).where(eq(erasure.jobId, jobId)).orderBy(desc(erasure.madeAt)).limit(100)
  return rows.map(({ id, reason, erased, byName, madeAt }) => ({
    id,
    reason,
    erased,
    byName,
    at: new Date(madeAt).toISOString(),
  }))
}

export async function erasureById(db: Db, id: string): Promise<typeof erasure.$inferSelect | null> {
  const [row] = await db.select().from(erasure).where(eq(erasure.id, id)).limit(1)
  return row ?? null
}

/** How much there is to take out of a job; its sentences are counted by who knows which readings are some. */
export async function customerDataOf(db: Db, jobId: string): Promise<Omit<ErasedCounts, 'sentences'>> {
  const ofHousehold = or(isNotNull(attachment.householdLinkId), eq(attachment.byName, 'The household'))
  const pictures = db
    .select({
      household: sql<number>`(count(*) filter (where ${ofHousehold}))::int`,
      crew: sql<number>`(count(*) filter (where not (${ofHousehold}) and ${attachment.kind} = 'picture'))::int`,
    })
    .from(attachment)
    .where(and(eq(attachment.jobId, jobId), isNull(attachment.erasedAt)))
  const [files] = await pictures
  const [packs] = await db
    .select({ n: count() })
    .from(pack)
    .innerJoin(storedFile, eq(storedFile.sha256, pack.sha256))
    .where(and(eq(pack.jobId, jobId), isNull(storedFile.erasedAt)))
  const [links] = await db
    .select({ n: count() })
    .from(customerLink)
    .innerJoin(pack, eq(pack.id, customerLink.packId))
    .where(and(eq(pack.jobId, jobId), isNull(customerLink.withdrawnAt)))
  return {
    answers: await db.$count(householdAnswer, eq(householdAnswer.jobId, jobId)),
    householdPictures: files?.household ?? 0,
    crewPictures: files?.crew ?? 0,
    faultCalls: await db.$count(faultCall, eq(faultCall.jobId, jobId)),
    signatures: await db.$count(
      handoverSignature,
      and(eq(handoverSignature.jobId, jobId), eq(handoverSignature.capacity, 'customer')),
    ),
    packs: packs?.n ?? 0,
    links:
      (links?.n ?? 0) +
      (await db.$count(householdLink, and(eq(householdLink.jobId, jobId), isNull(householdLink.withdrawnAt)))),
    years: await db.$count(profile, eq(profile.jobId, jobId)),
  }
}

/** What an erasure is done with. */
export interface ErasureOrder {
  id: string
  jobId: string
  newName: string
  withPictures: boolean
  /** Readings that are sentences, and go too. */
  sentenceIds: readonly string[]
  reason: string
  madeBy: string
  byName: string
  byRole: string | null
}

/** Takes a customer's data out of a job. @returns how much of what */
export async function eraseCustomerOf(db: Db, order: ErasureOrder): Promise<ErasedCounts> {
  const { id, jobId, newName, withPictures, sentenceIds, reason, madeBy, byName, byRole } = order
  const ids = sql`array[${sql.join(
    sentenceIds.map((one) => sql`${one}::uuid`),
    sql`, `,
  )}]::uuid[]`
  const { rows } = await db.execute<{ erased: ErasedCounts }>(
    sql`select erase_customer(${id}::uuid, ${jobId}::uuid, ${newName}, ${withPictures}, ${ids}, ${reason}, ${madeBy}, ${byName}, ${byRole}) as erased`,
  )
  const [row] = rows
  if (!row) throw new Error('the database said nothing of what was erased')
  return row.erased
}

/** Until the transaction ends nobody else takes anything out of the job. */
export const lockJob = (db: Db, jobId: string) =>
  db.select({ id: job.id }).from(job).where(eq(job.id, jobId)).for('update')

/** A sealed job whose customer's data have been kept as long as its crew keeps them. */
export interface RetentionDue {
  jobId: string
  crewId: string
  name: string
  dueOn: string
  months: number
  setBy: string
}

/**
 * Sealed jobs whose customers' data are to be taken out by a day, the longest due first: by the crew's own months after the last sealing, where nothing was
 * taken out since.
 */
export async function retentionDue(
  db: Db,
  { until, crewId, jobId, most }: { until: string; crewId?: string; jobId?: string; most: number },
): Promise<RetentionDue[]> {
  const dueOn = sql`(${jobSummary.sealedAt} + make_interval(months => ${crew.retentionMonths}))`
  const rows = await db
    .select({
      jobId: jobSummary.jobId,
      crewId: jobSummary.crewId,
      name: jobSummary.name,
      dueOn: sql<string>`to_char(${dueOn} at time zone 'UTC', 'YYYY-MM-DD')`,
      months: crew.retentionMonths,
      setBy: crew.retentionSetBy,
    })
    .from(jobSummary)
    .innerJoin(crew, eq(crew.id, jobSummary.crewId))
    .where(
      and(
        isNotNull(crew.retentionMonths),
        isNotNull(jobSummary.sealedAt),
        crewId === undefined ? undefined : eq(jobSummary.crewId, crewId),
        jobId === undefined ? undefined : eq(jobSummary.jobId, jobId),
        sql`${dueOn} <= ${until}::timestamptz`,
        sql`not exists (select 1 from ${erasure} where ${erasure.jobId} = ${jobSummary.jobId} and ${erasure.madeAt} > ${jobSummary.sealedAt})`,
      ),
    )
    .orderBy(asc(dueOn), asc(jobSummary.jobId))
    .limit(most)
  return rows.map(({ months, setBy, ...row }) => ({ ...row, months: months ?? 0, setBy: setBy ?? 'a lead' }))
}
