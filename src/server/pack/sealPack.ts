import { and, eq } from 'drizzle-orm'
import { v7 as uuidv7 } from 'uuid'
import { publicKeyOf } from '@/core/pack/seal'
import type { Db } from '@/db/client'
import { erasuresOfJob, lockJob } from '@/db/queries/erasure'
import { storeComposed } from '@/db/queries/fileParts'
import { BrokenFile } from '@/db/queries/files'
import { habitsOfCrew } from '@/db/queries/habits'
import { jobById } from '@/db/queries/installations'
import { addPack } from '@/db/queries/packs'
import { crewMember, user } from '@/db/schema'
import { jobRecord } from '../jobAccess'
import { composePack } from './composePack'
import { packFiles } from './packFiles'
import { packPath } from './packPath'
import { reportBeside } from './reportBeside'
import { sealedSources } from './sealedSources'
import { packSummary } from './summary'
import { summaryWave } from './summaryWave'

/** Times that a job is read again because somebody took its customer's data out while it was being sealed. */
const MOST_READINGS = 3

/** What sealing takes. */
interface Order {
  jobId: string
  sealedBy: string
  secretKeyHex: string
  now?: Date
}

/**
 * H-2: makes and stores the sealed pack of a job as it stands: a zip with report, canonical JSON, CSV, pictures, recordings, manifest and signature.
 *
 * What is taken out of the job meanwhile is in no pack: it is read again then, and sealed as it stands.
 *
 * @returns id of the stored pack
 */
export async function sealPack(db: Db, order: Order): Promise<string> {
  for (let reading = 0; reading < MOST_READINGS; reading++) {
    const erasures = await erasuresOfJob(db, order.jobId)
    const takenOutSince = async (tx: Db) => (await erasuresOfJob(tx, order.jobId)).length !== erasures.length
    try {
      const packId = await sealAsRead(db, order, erasures, takenOutSince)
      if (packId !== null) return packId
    } catch (error) {
      // a file that went while it was being read
      if (!(error instanceof BrokenFile) || !(await takenOutSince(db))) throw error
    }
  }
  throw new Error(`customer data of job ${order.jobId} are being taken out again and again; nothing was sealed`)
}

/** Seals a job as it is read now; `null` where its customer's data were taken out before that was stored. */
async function sealAsRead(
  db: Db,
  { jobId, sealedBy, secretKeyHex, now = new Date() }: Order,
  erasures: Awaited<ReturnType<typeof erasuresOfJob>>,
  takenOutSince: (tx: Db) => Promise<boolean>,
): Promise<string | null> {
  const job = await jobById(db, jobId)
  if (!job) throw new Error(`no job ${jobId}`)
  const [ownCrew, signer, record] = await Promise.all([
    habitsOfCrew(db, job.crewId),
    signerOf(db, sealedBy, job.crewId),
    jobRecord(db, job),
  ])
  const [sealedAt, crew] = [now.toISOString(), ownCrew?.name ?? '']
  const { summary, bench } = packSummary(record, { place: job.place, crewName: crew, sealedAt })
  const attached = record.attachments.map((attachment, k) => ({ ...attachment, path: packPath(attachment, k) }))
  const beside = await reportBeside(db, job, ownCrew, { record, bench, attached, erasures })
  const files = await packFiles({
    record,
    bench,
    summary,
    beside,
    attached,
    sealedAt,
    sealedBy: signer?.name ?? '',
    crew,
    place: job.place,
  })
  const facts = { jobName: record.installation.name, sealedAt }
  const sources = await sealedSources(db, files, attached, facts, secretKeyHex)
  const { byteCount, sha256, parts } = await composePack(sources, now)
  const row = {
    id: uuidv7(),
    jobId,
    sha256,
    publicKey: publicKeyOf(secretKeyHex),
    summary: { ...summary, wave: beside.wave && summaryWave(beside.wave) } as unknown as Record<string, unknown>,
    sealedBy,
    byName: signer?.name ?? 'Nameless',
    byRole: signer?.role ?? null,
    sealedAt,
  }
  return db.transaction(async (tx) => {
    await lockJob(tx, jobId)
    if (await takenOutSince(tx)) return null
    await storeComposed(tx, { sha256, byteCount, mediaType: 'application/zip' }, parts)
    await addPack(tx, row)
    return row.id
  })
}

/** Who seals, by name and by role in the crew. */
async function signerOf(db: Db, userId: string, crewId: string) {
  const [signer] = await db
    .select({ name: user.name, role: crewMember.role })
    .from(user)
    .leftJoin(crewMember, and(eq(crewMember.userId, user.id), eq(crewMember.crewId, crewId)))
    .where(eq(user.id, userId))
  return signer
}

/** The key this server seals with. @throws when none is set */
export function signingKey(): string {
  const key = process.env.AWLBRIGHT_SIGNING_KEY
  if (!key || !/^[0-9a-f]{64}$/.test(key)) throw new Error('AWLBRIGHT_SIGNING_KEY must be 64 hexadecimal digits')
  return key
}
