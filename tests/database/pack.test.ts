import { randomBytes } from 'node:crypto'
import { eq, sql } from 'drizzle-orm'
import { unzipSync } from 'fflate'
import sharp from 'sharp'
import { v7 as uuidv7 } from 'uuid'
import { beforeAll, describe, expect, it } from 'vitest'
import { publicKeyOf } from '@/core/pack/seal'
import { verifyPack } from '@/core/pack/verifyPack'
import { fileBytes, fileFacts } from '@/db/queries/files'
import { packById, packByTokenHash, packRequestById, withdrawLink } from '@/db/queries/packs'
import { smallPicturesOf } from '@/db/queries/smallPictures'
import { customerLink, smallPicture } from '@/db/schema'
import { sealPack } from '@/server/pack/sealPack'
import { SEAL_QUEUE, sendingQueue } from '@/server/queue'
import { call } from '@/server/useCase'
import { USE_CASES } from '@/server/useCases'
import { addPicture } from '@/server/useCases/addPicture'
import { tokenHash } from '@/server/useCases/packs'
import { type TestCrew, db, makeCrew, makeJob, owner, sent } from '../support/database'
import { pdfPictureWidths, pdfText } from '../support/pdfText'
import { recordFaults } from '../support/recordSchema'

const KEY = '21'.repeat(32)
let crew: TestCrew
let jobId: string
let packId: string
let zip: Uint8Array
beforeAll(async () => {
  crew = await makeCrew()
  jobId = await makeJob(crew)
  const first = sent(jobId, 'outage.told', 'answer', 'no')
  await call(USE_CASES.recordReadings, db, crew.actor('hand'), {
    readings: [
      first,
      sent(jobId, 'outage.told', 'answer', 'yes', { supersedes: first.id, supersedeReason: '=cmd|danger' }),
    ],
  })
  packId = await sealPack(db, { jobId, sealedBy: crew.actor('lead').userId, secretKeyHex: KEY })
  zip = await fileBytes(db, (await packById(db, packId))!.sha256)
})

/** A picture of a nameplate on a job, as a hand takes it. */
const addPlate = (ofJob: string, jpeg: Uint8Array) =>
  call(addPicture, db, crew.actor('hand'), {
    id: uuidv7(),
    jobId: ofJob,
    subject: 'inv1',
    fileName: 'plate.jpg',
    takenAt: null,
    bytes: new Uint8Array(jpeg),
  })

describe('a pack', () => {
  it('verifies with the server’s key and holds report, record and readings', () => {
    expect(verifyPack(zip, publicKeyOf(KEY))).toMatchObject({ intact: true, problems: [], jobName: 'Test house' })
    const files = unzipSync(zip)
    expect(Object.keys(files).sort()).toEqual([
      'README.txt',
      'card.pdf',
      'manifest.json',
      'readings.csv',
      'record.json',
      'report.pdf',
      'schematic.svg',
      'signature.json',
      'tables/circuits.csv',
      'tables/components.csv',
      'tables/electrodes.csv',
      'tables/labels.csv',
      'tables/loads.csv',
      'tables/runs.csv',
      'tables/settings.csv',
    ])
    expect(new TextDecoder().decode(files['report.pdf']?.subarray(0, 5))).toBe('%PDF-')
  })
  it('keeps a corrected reading beside its correction, and tames a cell that a spreadsheet would run', () => {
    const csv = new TextDecoder().decode(unzipSync(zip)['readings.csv'])
    expect(csv.match(/outage\.told/g)).toHaveLength(2)
    expect(csv).toContain("'=cmd|danger")
  })
  it('has a report that another library reads: promises, what is open, the ground, the caution', async () => {
    const text = await pdfText(unzipSync(zip)['report.pdf'] ?? new Uint8Array())
    for (const words of [
      'Test house',
      'What was promised, and what was shown',
      'What is still open or stopped',
      'The ground and its electrodes',
      'Limits',
      'Never defeat residual-current protection',
    ])
      expect(text).toContain(words)
  })
  it('holds a record of the form that is published', () => {
    const record: unknown = JSON.parse(new TextDecoder().decode(unzipSync(zip)['record.json']))
    expect(recordFaults(record)).toEqual([])
    expect(recordFaults({ ...(record as object), format: 'another' })).not.toEqual([])
    expect(recordFaults({ ...(record as object), more: 1 })).not.toEqual([])
  })
  it('prints what has no evidence as open', async () => {
    const summary = (await packById(db, packId))!.summary as { counts: Record<string, number>; open: unknown[] }
    expect(summary.counts.open).toBeGreaterThan(10)
    expect(summary.open).toHaveLength(summary.counts.open as number)
  })
})

it('prints a picture beside what it shows, small, and holds the picture itself', async () => {
  const own = await makeJob(crew)
  const jpeg = await sharp({ create: { width: 1600, height: 1200, channels: 3, background: '#556677' } })
    .jpeg()
    .toBuffer()
  const { sha256 } = await addPlate(own, jpeg)
  const [kept] = [...(await smallPicturesOf(db, [sha256])).values()]
  expect(await sharp(kept).metadata()).toMatchObject({ format: 'jpeg', width: 460, height: 345 })
  const sealed = async () => {
    const sealedId = await sealPack(db, { jobId: own, sealedBy: crew.actor('lead').userId, secretKeyHex: KEY })
    return unzipSync(await fileBytes(db, (await packById(db, sealedId))?.sha256 ?? ''))
  }
  const files = await sealed()
  expect(files['pictures/001-plate.jpg']?.length).toBeGreaterThan(1000)
  expect(await pdfPictureWidths(files['report.pdf'] ?? new Uint8Array())).toEqual([460])
  // one of a version that kept no small pictures is made small for the report
  await owner.db.delete(smallPicture).where(eq(smallPicture.sha256, sha256))
  expect(await pdfPictureWidths((await sealed())['report.pdf'] ?? new Uint8Array())).toEqual([460])
})

it('stores a picture once, however often its job is sealed, and each pack holds it whole', async () => {
  const own = await makeJob(crew)
  const noise = randomBytes(600 * 450 * 3)
  const jpeg = await sharp(noise, { raw: { width: 600, height: 450, channels: 3 } })
    .jpeg({ quality: 95 })
    .toBuffer()
  const { sha256 } = await addPlate(own, jpeg)
  /** Bytes that are stored for a pack alone. */
  const ownBytes = async (digest: string) => {
    const { rows } = await db.execute<{ bytes: string }>(
      sql`select (select coalesce(sum(length(bytes)), 0) from file_chunk where sha256 = ${digest}) + (select coalesce(sum(length(bytes)), 0) from file_part where sha256 = ${digest}) as bytes`,
    )
    return Number(rows[0]?.bytes)
  }
  const sealAgain = () => sealPack(db, { jobId: own, sealedBy: crew.actor('lead').userId, secretKeyHex: KEY })
  expect(jpeg.length).toBeGreaterThan(200_000)
  for (const sealed of [await sealAgain(), await sealAgain()]) {
    const pack = await packById(db, sealed)
    const bytes = await fileBytes(db, pack?.sha256 ?? '')
    expect(verifyPack(bytes, publicKeyOf(KEY)).problems).toEqual([])
    expect(unzipSync(bytes)['pictures/001-plate.jpg']).toEqual(await fileBytes(db, sha256))
    // what was made for it: report, card, record and tables, and nothing of the picture
    const { byteCount } = (await fileFacts(db, sha256))!
    expect(await ownBytes(pack?.sha256 ?? '')).toBe(bytes.length - byteCount)
  }
})

it('is asked for through the queue, with the rights the app has', async () => {
  const { requestId } = await call(USE_CASES.requestPack, db, crew.actor('checker'), { jobId })
  const queue = await sendingQueue()
  const waiting = await queue.fetch<{ requestId: string }>(SEAL_QUEUE, { batchSize: 50 })
  await queue.stop({ graceful: false, wait: true })
  expect(waiting.map(({ data }) => data.requestId)).toContain(requestId)
  expect((await packRequestById(db, requestId))?.state).toBe('waiting')
})

describe('a customer’s link', () => {
  const make = () => call(USE_CASES.makeCustomerLink, db, crew.actor('office'), { jobId, packId, days: 2 })
  it('is kept as a hash only, opens its pack, and can be withdrawn once', async () => {
    const { token, linkId } = await make()
    const [row] = await db.select().from(customerLink).where(eq(customerLink.id, linkId))
    expect(JSON.stringify(row)).not.toContain(token)
    expect((await packByTokenHash(db, tokenHash(token)))?.pack.id).toBe(packId)
    expect(await packByTokenHash(db, tokenHash(`${token.slice(0, -1)}${token.endsWith('x') ? 'y' : 'x'}`))).toBeNull()
    await call(USE_CASES.withdrawCustomerLink, db, crew.actor('lead'), { jobId, linkId })
    expect((await packByTokenHash(db, tokenHash(token)))?.link.withdrawnAt).not.toBeNull()
    await expect(call(USE_CASES.withdrawCustomerLink, db, crew.actor('lead'), { jobId, linkId })).rejects.toThrow(
      /does not work any more/,
    )
  })
  it('of one job is not withdrawn from another, and lasts as long as it says', async () => {
    const { linkId } = await make()
    expect(await withdrawLink(db, linkId, await makeJob(crew))).toBe(false)
    const [left] = await db
      .select({ days: sql<number>`extract(epoch from (${customerLink.expiresAt} - now())) / 86400` })
      .from(customerLink)
      .where(eq(customerLink.id, linkId))
    expect(Number(left?.days)).toBeCloseTo(2, 2)
    await expect(
      call(USE_CASES.makeCustomerLink, db, crew.actor('office'), { jobId, packId, days: 5000 }),
    ).rejects.toThrow(/two years at most/)
  })
})
