import type { Bench } from '@/core/evidence/bench'
import { RECORDING_SLOT, leavingGap } from '@/core/evidence/families/outageGap'
import { THE_JOB } from '@/core/evidence/family'
import type { JobRecord } from '@/core/evidence/judge'
import type { Erasure } from '@/core/handover/erasure'
import type { NamedBytes } from '@/core/outage/recording'
import type { Db } from '@/db/client'
import { revisionsTaken } from '@/db/queries/equipment'
import { fileBytes } from '@/db/queries/files'
import type { habitsOfCrew } from '@/db/queries/habits'
import { reviewsOfJob, signaturesOfJob } from '@/db/queries/handover'
import { packsOfJobs } from '@/db/queries/packs'
import { smallPicturesOf } from '@/db/queries/smallPictures'
import type { ReportBeside } from './Report'
import { packPictures } from './packPictures'
import { packSchematic } from './packSchematic'
import { packWave } from './packWave'
import type { LetterHead } from './report/Head'

/** Files of the recording that shows the supply leaving; none where nobody recorded it. */
async function leavingFiles(
  { context }: Bench,
  bytesOf: (file: { sha256: string }) => Promise<Uint8Array>,
): Promise<NamedBytes[]> {
  const reading = context.readings.findLast(
    ({ pointKey, slot }) => pointKey === leavingGap.key(THE_JOB) && slot === RECORDING_SLOT,
  )
  const digests = (reading?.detail?.sha256 ?? []) as string[]
  const names = (reading?.detail?.files ?? []) as string[]
  return Promise.all(
    digests.map(async (sha256, k) => ({ name: names[k] ?? 'recording', bytes: await bytesOf({ sha256 }) })),
  )
}

/** The crew's own head, with its logo's bytes where it has one. */
async function letterHeadOf(
  own: Awaited<ReturnType<typeof habitsOfCrew>>,
  bytesOf: (file: { sha256: string }) => Promise<Uint8Array>,
): Promise<LetterHead> {
  const sha256 = own?.logoSha256 ?? null
  return {
    crewName: own?.name ?? '',
    lines: own?.letterHead ?? null,
    logoPng: sha256 === null ? null : await bytesOf({ sha256 }),
  }
}

/** An attachment with the place that it has in the pack. */
export type Attached = JobRecord['attachments'][number] & { path: string }

/** What the report of a job shows beside its judged points: pictures, schematic, wave, reviews and signatures, the crew's head. */
export async function reportBeside(
  db: Db,
  job: { id: string; crewId: string },
  own: Awaited<ReturnType<typeof habitsOfCrew>>,
  {
    record,
    bench,
    attached,
    erasures,
  }: { record: JobRecord; bench: Bench; attached: readonly Attached[]; erasures: readonly Erasure[] },
): Promise<ReportBeside> {
  const bytesOf = ({ sha256 }: { sha256: string }) => fileBytes(db, sha256)
  // the platform's threads make the pictures small while the schematic is laid out
  const [reviews, signatures, [before], pictures, schematic, letterHead, library] = await Promise.all([
    reviewsOfJob(db, job.id),
    signaturesOfJob(db, job.id),
    packsOfJobs(db, [job.id]),
    packPictures(bench, attached, { bytesOf, smallOf: (sha256s) => smallPicturesOf(db, sha256s) }),
    packSchematic(bench),
    letterHeadOf(own, bytesOf),
    revisionsTaken(db, job.crewId, record.installation.components),
  ])
  return {
    schematic,
    wave: packWave(await leavingFiles(bench, bytesOf), bench.context.pack),
    pictures,
    picturesLeftOut: attached.filter(({ kind }) => kind === 'picture').length - pictures.length,
    reviews,
    signatures,
    replaces: before ? { sealedAt: before.sealedAt, sha256: before.sha256, sealedBy: before.sealedByName } : null,
    letterHead,
    library,
    erasures,
  }
}
