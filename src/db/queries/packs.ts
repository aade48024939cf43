import { and, desc, eq, inArray, isNull, sql } from 'drizzle-orm'
import type { Db } from '../client'
import { customerLink, job, pack, packRequest, storedFile } from '../schema'

export async function packsOfJobs(db: Db, jobIds: readonly string[]) {
  if (jobIds.length === 0) return []
  const rows = await db
    .select({ row: pack, erasedAt: storedFile.erasedAt })
    .from(pack)
    .innerJoin(storedFile, eq(storedFile.sha256, pack.sha256))
    .where(inArray(pack.jobId, [...jobIds]))
    .orderBy(desc(pack.sealedAt))
  return rows.map(({ row, erasedAt }) => ({
    ...row,
    /** When its file was taken out on request; `null` where it is there. */
    erasedAt: erasedAt && new Date(erasedAt).toISOString(),
    sealedByName: row.byName,
    sealedAt: new Date(row.sealedAt).toISOString(),
  }))
}

export async function packById(db: Db, id: string) {
  const [row] = await db.select().from(pack).where(eq(pack.id, id)).limit(1)
  return row ?? null
}

export async function addPack(db: Db, row: typeof pack.$inferInsert) {
  await db.insert(pack).values(row)
}

export async function latestPackRequest(db: Db, jobId: string) {
  const [row] = await db
    .select()
    .from(packRequest)
    .where(eq(packRequest.jobId, jobId))
    .orderBy(desc(packRequest.requestedAt))
    .limit(1)
  return row ?? null
}

export async function packRequestById(db: Db, id: string) {
  const [row] = await db.select().from(packRequest).where(eq(packRequest.id, id)).limit(1)
  return row ?? null
}

export const addPackRequest = (db: Db, row: typeof packRequest.$inferInsert) => db.insert(packRequest).values(row)

export const updatePackRequest = (db: Db, id: string, change: Partial<typeof packRequest.$inferInsert>) =>
  db.update(packRequest).set(change).where(eq(packRequest.id, id))

export async function linksOfJob(db: Db, jobId: string) {
  return db
    .select({
      id: customerLink.id,
      packId: customerLink.packId,
      expiresAt: customerLink.expiresAt,
      withdrawnAt: customerLink.withdrawnAt,
      openedAt: customerLink.openedAt,
      createdAt: customerLink.createdAt,
    })
    .from(customerLink)
    .innerJoin(pack, eq(pack.id, customerLink.packId))
    .where(eq(pack.jobId, jobId))
    .orderBy(desc(customerLink.createdAt))
}

export const addLink = (db: Db, row: typeof customerLink.$inferInsert) => db.insert(customerLink).values(row)

/** Withdraws a link of a job; answers whether there was one that still worked. */
export async function withdrawLink(db: Db, linkId: string, jobId: string): Promise<boolean> {
  const rows = await db
    .update(customerLink)
    .set({ withdrawnAt: sql`clock_timestamp()` })
    .where(
      and(
        eq(customerLink.id, linkId),
        isNull(customerLink.withdrawnAt),
        inArray(customerLink.packId, db.select({ id: pack.id }).from(pack).where(eq(pack.jobId, jobId))),
      ),
    )
    .returning({ id: customerLink.id })
  return rows.length > 0
}

/** The pack behind a token's hash with the state of the link; `null` for a token nobody made. */
export async function packByTokenHash(db: Db, tokenHash: string) {
  const [row] = await db
    .select({ link: customerLink, pack, jobName: job.name })
    .from(customerLink)
    .innerJoin(pack, eq(pack.id, customerLink.packId))
    .innerJoin(job, eq(job.id, pack.jobId))
    .where(eq(customerLink.tokenHash, tokenHash))
    .limit(1)
  return row ?? null
}

export const noteOpened = (db: Db, linkId: string) =>
  db
    .update(customerLink)
    .set({ openedAt: sql`clock_timestamp()` })
    .where(and(eq(customerLink.id, linkId), isNull(customerLink.openedAt)))
