import { eq, sql } from 'drizzle-orm'
import { unzipSync } from 'fflate'
import sharp from 'sharp'
import { v7 as uuidv7 } from 'uuid'
import { beforeAll, beforeEach, describe, expect, it } from 'vitest'
import { fileBytes, fileFacts } from '@/db/queries/files'
import { packById } from '@/db/queries/packs'
import { crew as crewTable, erasure, fileChunk, filePart, handoverSignature, job, pack } from '@/db/schema'
import { addHouseholdPicture, answerHousehold } from '@/server/household'
import { sealPack } from '@/server/pack/sealPack'
import { eraseDue } from '@/server/retention/eraseDue'
import { call } from '@/server/useCase'
import { USE_CASES } from '@/server/useCases'
import { addPicture } from '@/server/useCases/addPicture'
import { type TestCrew, db, makeCrew, makeJob, owner, sent } from '../support/database'
import { pdfText } from '../support/pdfText'
import { recordFaults } from '../support/recordSchema'

const KEY = '21'.repeat(32)
let crew: TestCrew
let jobId: string
let packId: string
let packSha: string
/** What only this job’s household said, and how its customer signed. */
let secret: string
let customer: string

const view = (id = jobId) => call(USE_CASES.viewJob, db, crew.actor('lead'), { jobId: id })
const picture = (red: number, width = 12) =>
  sharp({ create: { width, height: 8, channels: 3, background: { r: red, g: 170, b: 9 } } })
    .jpeg()
    .toBuffer()
let made = 0
/** A picture that no other is like: what is stored once however often it comes would stay for another job. */
const freshPicture = () => picture(60, 20 + made++)
const erase = (input: object = {}, role: 'lead' | 'hand' | 'office' | 'checker' = 'lead') =>
  call(USE_CASES.eraseCustomer, db, crew.actor(role), {
    id: uuidv7(),
    jobId,
    newName: 'House 12',
    reason: 'The customer asked by letter',
    ...input,
  })

/** A sealed job with something of everything that is known of a customer. */
async function lived(): Promise<void> {
  jobId = await makeJob(crew)
  secret = `Insulin upstairs ${uuidv7()}`
  customer = `Quince ${uuidv7().slice(-8)}`
  const office = crew.actor('office')
  const { token } = await call(USE_CASES.makeHouseholdLink, db, office, { jobId, days: 5 })
  await answerHousehold(db, token, { answers: { medical: 'yes', keep: secret } })
  await addHouseholdPicture(db, token, { id: uuidv7(), subject: 'board', bytes: await freshPicture() })
  await call(addPicture, db, crew.actor('hand'), {
    id: uuidv7(),
    jobId,
    subject: 'inv1',
    fileName: 'plate.jpg',
    takenAt: null,
    bytes: new Uint8Array(await freshPicture()),
  })
  await call(USE_CASES.recordReadings, db, crew.actor('hand'), {
    readings: [sent(jobId, 'outage.told', 'answer', 'yes')],
  })
  await db.insert(handoverSignature).values({
    id: uuidv7(),
    jobId,
    capacity: 'customer',
    name: customer,
    drawing: 'M 1 1 L 2 2',
    saw: 'a'.repeat(64),
    madeBy: crew.actor('lead').userId,
    byName: 'Test lead',
  })
  packId = await sealPack(db, { jobId, sealedBy: crew.actor('lead').userId, secretKeyHex: KEY })
  packSha = (await packById(db, packId))!.sha256
  await call(USE_CASES.makeCustomerLink, db, office, { jobId, packId, days: 5 })
}

beforeAll(async () => {
  crew = await makeCrew()
})
beforeEach(lived)

describe('a customer’s data taken out on request', () => {
  it('are counted before, gone after, and it stands on record that they were there', async () => {
    const { there } = await call(USE_CASES.viewCustomerData, db, crew.actor('office'), { jobId })
    expect(there).toMatchObject({
      answers: 2,
      householdPictures: 1,
      crewPictures: 1,
      signatures: 1,
      packs: 1,
      links: 2,
    })
    const { erased } = await erase()
    expect(erased).toEqual({ ...there, crewPictures: 0, sentences: 0 })
    const after = await view()
    expect([after.record.installation.name, after.place, after.household.answers]).toEqual(['House 12', '', []])
    expect(after.erasures).toMatchObject([{ reason: 'The customer asked by letter', erased, byName: 'Test lead' }])
    expect(after.signatures).toMatchObject([{ name: 'erased on request', drawing: null }])
    // what was measured stays, with who measured it
    expect(after.record.readings).toMatchObject([{ pointKey: 'outage.told', recordedByName: 'Test hand' }])
    expect(after.record.attachments.map(({ subject }) => subject)).toEqual(['inv1'])
  })

  it('are nowhere in the database any more, and neither are the bytes of the pack', async () => {
    await erase()
    for (const table of ['household_answer', 'handover_signature', 'pack', 'job', 'job_summary', 'crew_history']) {
      const { rows } = await owner.pool.query<{ n: number }>(
        `select count(*)::int as n from ${table} t where t::text like $1 or t::text like $2`,
        [`%${secret}%`, `%${customer}%`],
      )
      expect([table, rows[0]?.n]).toEqual([table, 0])
    }
    expect(await db.$count(filePart, eq(filePart.sha256, packSha))).toBe(0)
    expect(await fileFacts(db, packSha)).toMatchObject({ chunkCount: 0, partCount: 0, byteCount: expect.any(Number) })
    expect((await view()).packs).toMatchObject([{ id: packId, sha256: packSha, erasedAt: expect.any(String) }])
    await expect(
      call(USE_CASES.makeCustomerLink, db, crew.actor('office'), { jobId, packId, days: 5 }),
    ).rejects.toMatchObject({ status: 410 })
  })

  it('leave a job that can be sealed anew, and its report says that something was taken out', async () => {
    await erase()
    const again = await sealPack(db, { jobId, sealedBy: crew.actor('lead').userId, secretKeyHex: KEY })
    const files = unzipSync(await fileBytes(db, (await packById(db, again))!.sha256))
    const record = JSON.parse(new TextDecoder().decode(files['record.json'])) as { erasures: unknown[] }
    expect(recordFaults(record)).toEqual([])
    expect(record.erasures).toHaveLength(1)
    expect(await pdfText(files['report.pdf']!)).toContain('Taken out of this record')
    expect(JSON.stringify(record)).not.toContain(secret)
  })

  it('take the crew’s own pictures and sentences along only where that is said: what they showed opens again', async () => {
    const sentence = uuidv7()
    await owner.pool.query(
      `insert into reading (id, job_id, point_key, slot, value_word, unit, recorded_by, by_name, recorded_at, shown_verdict)
       values ($1, $2, 'declared.gone', 'why', 'Berta Quince has no pump here', '', $3, 'Test hand', now(), 'proven')`,
      [sentence, jobId, crew.actor('hand').userId],
    )
    const { erased } = await erase({ withPictures: true, withSentences: true })
    expect([erased.crewPictures, erased.sentences]).toEqual([1, 1])
    const { record } = await view()
    expect(record.attachments).toEqual([])
    expect(record.readings.find(({ id }) => id === sentence)).toMatchObject({ valueWord: 'withdrawn' })
    expect(record.readings.find(({ pointKey }) => pointKey === 'outage.told')).toMatchObject({ valueWord: 'yes' })
  })

  it('leave a file alone that another job needs', async () => {
    const shared = await picture(77)
    const other = await makeJob(crew)
    for (const of of [jobId, other])
      await call(addPicture, db, crew.actor('hand'), {
        id: uuidv7(),
        jobId: of,
        subject: 'inv1',
        fileName: 'plate.jpg',
        takenAt: null,
        bytes: new Uint8Array(shared),
      })
    const sha256 = (await view(other)).record.attachments[0]!.sha256
    await erase({ withPictures: true })
    expect(await db.$count(fileChunk, eq(fileChunk.sha256, sha256))).toBe(1)
    expect((await view(other)).record.attachments).toHaveLength(1)
  })

  it('brings bytes that were taken out once back whole for whoever sends them again, and shows them nowhere else', async () => {
    const bytes = new Uint8Array(await picture(101))
    const add = (of: string) =>
      call(addPicture, db, crew.actor('hand'), {
        id: uuidv7(),
        jobId: of,
        subject: 'inv1',
        fileName: 'plate.jpg',
        takenAt: null,
        bytes,
      })
    await add(jobId)
    const sha256 = (await view()).record.attachments.at(-1)!.sha256
    const whole = await fileBytes(db, sha256)
    await erase({ withPictures: true })
    expect(await db.$count(fileChunk, eq(fileChunk.sha256, sha256))).toBe(0)
    const other = await makeJob(crew)
    await Promise.all([add(other), add(other), add(other)])
    expect((await view(other)).record.attachments.map((one) => one.sha256)).toEqual([sha256, sha256, sha256])
    expect(await fileBytes(db, sha256)).toEqual(whole)
    expect(await db.$count(fileChunk, eq(fileChunk.sha256, sha256))).toBe(1)
    expect((await view()).record.attachments).toEqual([])
  })

  it('shows what was taken out no more, though another picture of the job or another job has the same bytes', async () => {
    const bytes = await picture(55)
    const { token } = await call(USE_CASES.makeHouseholdLink, db, crew.actor('office'), { jobId, days: 5 })
    await addHouseholdPicture(db, token, { id: uuidv7(), subject: 'fuse', bytes })
    await call(addPicture, db, crew.actor('hand'), {
      id: uuidv7(),
      jobId,
      subject: 'gw',
      fileName: 'plate.jpg',
      takenAt: null,
      bytes: new Uint8Array(bytes),
    })
    const { erased } = await erase()
    expect(erased.householdPictures).toBe(2)
    const { record } = await view()
    expect(record.attachments.map(({ subject }) => subject).sort()).toEqual(['gw', 'inv1'])
    for (const { sha256, byteCount } of record.attachments) expect((await fileBytes(db, sha256)).length).toBe(byteCount)
  })

  it('keeps what is stored while it is taken out elsewhere, whoever is first', async () => {
    for (let k = 0; k < 5; k++) {
      jobId = await makeJob(crew)
      const bytes = new Uint8Array(await picture(120 + k))
      const add = (of: string) =>
        call(addPicture, db, crew.actor('hand'), {
          id: uuidv7(),
          jobId: of,
          subject: 'inv1',
          fileName: 'plate.jpg',
          takenAt: null,
          bytes,
        })
      await add(jobId)
      const other = await makeJob(crew)
      await Promise.all([erase({ withPictures: true }), add(other), add(other)])
      const { attachments } = (await view(other)).record
      expect(attachments).toHaveLength(2)
      for (const { sha256, byteCount } of attachments) expect((await fileBytes(db, sha256)).length).toBe(byteCount)
    }
  })

  it('are in no pack that was being sealed meanwhile', async () => {
    await Promise.all([sealPack(db, { jobId, sealedBy: crew.actor('lead').userId, secretKeyHex: KEY }), erase()])
    for (const { id, erasedAt } of (await view()).packs) {
      if (erasedAt !== null) continue
      const files = unzipSync(await fileBytes(db, (await packById(db, id))!.sha256))
      expect(new TextDecoder().decode(files['record.json'])).not.toContain(customer)
    }
  })

  it('are taken out once, however often it is sent; another under the same id is a conflict', async () => {
    const id = uuidv7()
    const first = await erase({ id })
    expect(await erase({ id })).toEqual(first)
    await expect(erase({ id, reason: 'Somebody else asked' })).rejects.toMatchObject({ status: 409 })
    expect(await db.$count(erasure, eq(erasure.jobId, jobId))).toBe(1)
  })

  it.each([
    ['without a reason', { reason: ' ' }],
    ['with a reason that says nothing', { reason: 'so' }],
    ['without a new name', { newName: '' }],
  ])('are not taken out %s', async (_name, input) => {
    await expect(erase(input)).rejects.toMatchObject({ status: 422 })
    expect((await view()).erasures).toEqual([])
  })

  it('are taken out by a lead of the crew alone', async () => {
    for (const role of ['hand', 'office', 'checker'] as const)
      await expect(erase({}, role)).rejects.toMatchObject({ status: 403 })
    const stranger = await makeCrew()
    await expect(
      call(USE_CASES.eraseCustomer, db, stranger.actor('lead'), {
        id: uuidv7(),
        jobId,
        newName: 'House',
        reason: 'Nobody asked for it',
      }),
    ).rejects.toMatchObject({ status: 404 })
  })
})

describe('the guard of the evidence', () => {
  it('opens for that alone: not for the app with the same word, and not after it', async () => {
    await erase()
    const messageOf = (statement: string, who: typeof db | typeof owner.db) =>
      who.transaction(async (tx) => {
        await tx.execute(sql`select set_config('awlbright.erasing', 'on', true)`)
        await tx.execute(sql.raw(statement))
      })
    await expect(messageOf(`delete from household_answer`, db)).rejects.toThrow()
    await expect(messageOf(`update reading set value_word = 'no'`, db)).rejects.toThrow()
    await expect(owner.db.execute(sql`delete from erasure`)).rejects.toThrow()
    await expect(owner.db.execute(sql`update reading set value_word = 'no'`)).rejects.toThrow()
    await expect(messageOf(`truncate erasure`, owner.db)).rejects.toThrow()
    await expect(db.execute(sql`select erase_files(${jobId}::uuid, array['x'])`)).rejects.toThrow()
  })
})

describe('retention', () => {
  const keep = (months: number | null, role: 'lead' | 'office' = 'lead') =>
    call(USE_CASES.setRetention, db, crew.actor(role), { months })
  /** Makes the job's last sealing as old as that. */
  const sealedMonthsAgo = (months: number) =>
    owner.pool.query(`update job_summary set sealed_at = now() - make_interval(months => $1) where job_id = $2`, [
      months,
      jobId,
    ])

  it('takes out what is kept no longer, once, and says why; what is not sealed or not old enough stays', async () => {
    await keep(24)
    await sealedMonthsAgo(23)
    await eraseDue(db)
    expect((await view()).erasures).toEqual([])
    await sealedMonthsAgo(25)
    // two workers at once
    await Promise.all([eraseDue(db), eraseDue(db)])
    const { erasures, record } = await view()
    expect(erasures).toMatchObject([{ byName: 'Retention', reason: expect.stringContaining('24 months') as string }])
    expect(record.installation.name).toBe(`House ${jobId.slice(-6)}`)
    await eraseDue(db)
    expect((await view()).erasures).toHaveLength(1)
    await keep(null)
  })

  it('is named before it falls due, and asks nobody where nothing is set', async () => {
    await sealedMonthsAgo(300)
    await eraseDue(db)
    expect((await view()).erasures).toEqual([])
    await sealedMonthsAgo(11)
    await keep(12)
    await owner.pool.query(
      `update job_summary set sealed_at = now() - interval '12 months' + interval '20 days' where job_id = $1`,
      [jobId],
    )
    const { retention } = await call(USE_CASES.viewCrew, db, crew.actor('lead'), {})
    expect(retention).toMatchObject({ months: 12, setBy: 'Test lead' })
    expect(retention.due.map((one) => one.jobId)).toContain(jobId)
    await keep(null)
  })

  it.each([5, 361, 7.5, NaN])('is not set to %s months, and by a lead alone', async (months) => {
    await expect(keep(months)).rejects.toMatchObject({ status: 422 })
    await expect(keep(24, 'office')).rejects.toMatchObject({ status: 403 })
    const [row] = await db.select().from(crewTable).where(eq(crewTable.id, crew.crewId))
    expect(row?.retentionMonths).toBeNull()
  })
})

it('a job and its packs stay by number: nothing else of them goes', async () => {
  await erase()
  expect([await db.$count(job, eq(job.id, jobId)), await db.$count(pack, eq(pack.jobId, jobId))]).toEqual([1, 1])
})
