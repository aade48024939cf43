import { type Bench, pointsToShow } from '@/core/evidence/bench'
import { THE_JOB } from '@/core/evidence/family'
import { RECORDING_SLOT, leavingGap } from '@/core/evidence/families/outageGap'
import type { NamedBytes } from '@/core/outage/recording'
import { renderToBuffer } from '@react-pdf/renderer'
import { and, eq } from 'drizzle-orm'
import { v7 as uuidv7 } from 'uuid'
import { canonicalJson } from '@/core/pack/canonicalJson'
import { publicKeyOf } from '@/core/pack/seal'
import { planOfInstallation } from '@/core/plan/planOfInstallation'
import type { Db } from '@/db/client'
import { revisionsTaken } from '@/db/queries/equipment'
import { erasuresOfJob, lockJob } from '@/db/queries/erasure'
import { BrokenFile, fileBytes } from '@/db/queries/files'
import { habitsOfCrew } from '@/db/queries/habits'
import { smallPicturesOf } from '@/db/queries/smallPictures'
import { storeComposed } from '@/db/queries/fileParts'
import { jobById } from '@/db/queries/installations'
import { reviewsOfJob, signaturesOfJob } from '@/db/queries/handover'
import { addPack, packsOfJobs } from '@/db/queries/packs'
import { crewMember, user } from '@/db/schema'
import type { Attachment } from '@/core/evidence/point'
import { jobRecord } from '../jobAccess'
import { cardPdf } from './cardFile'
import { composePack } from './composePack'
import { numberedPages } from './numberedPages'
import { packPictures } from './packPictures'
import { packSchematic, schematicFile } from './packSchematic'
import { packWave } from './packWave'
import { sealedSources } from './sealedSources'
import { readingsCsv } from './readingsCsv'
import { Report } from './Report'
import type { LetterHead } from './report/Head'
import { registerReportFonts } from './reportFonts'
import { packSummary } from './summary'
import { summaryWave } from './summaryWave'
import { tableFiles } from './tableFiles'

const utf8 = (text: string) => new TextEncoder().encode(text)

/** A file name that no unpacker can take for a path out of its folder. */
export const plainName = (name: string) =>
  name
    .replace(/[^\p{L}\p{N}._-]+/gu, '_')
    .replace(/^\.+/, '_')
    .slice(0, 80)

/** Where an attachment stands in the pack: numbered, so that no two of a job can ever share a name. */
export const packPath = ({ kind, fileName }: Pick<Attachment, 'kind' | 'fileName'>, k: number) =>
  `${kind === 'picture' ? 'pictures' : 'recordings'}/${String(k + 1).padStart(3, '0')}-${plainName(fileName)}`

const READ_ME = `This pack records a battery backup installation and its outage test.

report.pdf      to read and print
card.pdf        what to do when the street is dark, for the wall
record.json     everything the report was made from: installation, plan, readings, verdicts
readings.csv    every reading, corrected ones included
tables/         loads, components, circuits with their results, runs, electrodes, settings and marks of the outages, a file each
schematic.svg   the wiring as drawn, where there is any; the report says whether it was confirmed as built
pictures/       as taken, without camera metadata
recordings/     the recorder's own files
manifest.json   SHA-256 of every file; signature.json: one Ed25519 signature over it

Any changed, missing or added file is found by the verifier of the program that made the pack, on its page or on the command line.
`

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
  const [ownCrew, [signer], record] = await Promise.all([
    habitsOfCrew(db, job.crewId),
    db
      .select({ name: user.name, role: crewMember.role })
      .from(user)
      .leftJoin(crewMember, and(eq(crewMember.userId, user.id), eq(crewMember.crewId, job.crewId)))
      .where(eq(user.id, sealedBy)),
    jobRecord(db, job),
  ])
  const sealedAt = now.toISOString()
  const { summary, bench } = packSummary(record, { place: job.place, crewName: ownCrew?.name ?? '', sealedAt })
  registerReportFonts()
  const verdicts = pointsToShow(bench).map((point) => ({
    key: point.key,
    label: point.label,
    stage: point.stage,
    ...bench.judgements.get(point.key),
  }))
  const attached = record.attachments.map((attachment, k) => ({ ...attachment, path: packPath(attachment, k) }))
  const bytesOf = ({ sha256 }: { sha256: string }) => fileBytes(db, sha256)
  // the platform's threads make the pictures small while the schematic is laid out
  const [reviews, signatures, [before], pictures, schematic, letterHead, library] = await Promise.all([
    reviewsOfJob(db, jobId),
    signaturesOfJob(db, jobId),
    packsOfJobs(db, [jobId]),
    packPictures(bench, attached, { bytesOf, smallOf: (sha256s) => smallPicturesOf(db, sha256s) }),
    packSchematic(bench),
    letterHeadOf(ownCrew, bytesOf),
    revisionsTaken(db, job.crewId, record.installation.components),
  ])
  const replaces = before ? { sealedAt: before.sealedAt, sha256: before.sha256, sealedBy: before.sealedByName } : null
  const wave = packWave(await leavingFiles(bench, bytesOf), bench.context.pack)
  const picturesLeftOut = attached.filter(({ kind }) => kind === 'picture').length - pictures.length
  const beside = {
    schematic,
    wave,
    pictures,
    picturesLeftOut,
    reviews,
    signatures,
    replaces,
    letterHead,
    library,
    erasures,
  }
  const pdf = await renderToBuffer(
    <Report summary={summary} bench={bench} record={record} signedBy={signer?.name ?? ''} beside={beside} />,
  )
  const files: Record<string, Uint8Array> = {
    'README.txt': utf8(READ_ME),
    'report.pdf': await numberedPages(new Uint8Array(pdf)),
    'card.pdf': await cardPdf(record, ownCrew?.name ?? ''),
    'record.json': utf8(
      canonicalJson({
        format: 'awlbright-record-1',
        sealedAt,
        sealedBy: signer?.name ?? '',
        crew: ownCrew?.name ?? '',
        place: job.place,
        installation: record.installation,
        plan: planOfInstallation(record.installation),
        readings: record.readings,
        attachments: attached,
        instruments: record.instruments,
        library: [...library.values()],
        overrides: record.overrides,
        outageMarks: record.outageMarks,
        visits: record.visits,
        replaces,
        reviews,
        signatures,
        erasures,
        verdicts,
        promises: summary.promises,
      }),
    ),
    'readings.csv': utf8(readingsCsv(record.readings, bench)),
    ...Object.fromEntries(
      Object.entries(tableFiles(bench, record.outageMarks)).map(([path, csv]) => [path, utf8(csv)]),
    ),
    ...(schematic ? { 'schematic.svg': utf8(schematicFile(record.installation.name, schematic)) } : {}),
  }
  const facts = { jobName: record.installation.name, sealedAt }
  const sources = await sealedSources(db, files, attached, facts, secretKeyHex)
  const packId = uuidv7()
  const row = {
    id: packId,
    jobId,
    publicKey: publicKeyOf(secretKeyHex),
    summary: { ...summary, wave: wave && summaryWave(wave) } as unknown as Record<string, unknown>,
    sealedBy,
    byName: signer?.name ?? 'Nameless',
    byRole: signer?.role ?? null,
    sealedAt,
  }
  const { byteCount, sha256, parts } = await composePack(sources, now)
  return db.transaction(async (tx) => {
    await lockJob(tx, jobId)
    if (await takenOutSince(tx)) return null
    await storeComposed(tx, { sha256, byteCount, mediaType: 'application/zip' }, parts)
    await addPack(tx, { ...row, sha256 })
    return packId
  })
}

/** The key this server seals with. @throws when none is set */
export function signingKey(): string {
  const key = process.env.AWLBRIGHT_SIGNING_KEY
  if (!key || !/^[0-9a-f]{64}$/.test(key)) throw new Error('AWLBRIGHT_SIGNING_KEY must be 64 hexadecimal digits')
  return key
}
